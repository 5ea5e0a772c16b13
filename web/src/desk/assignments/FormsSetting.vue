<script setup lang="ts">
/** Which forms of the test go round, and the classes and groups that all get one form. */
import { listing } from '@oaken/core/text';
import { computed } from 'vue';
import FoldedSetting from './FoldedSetting.vue';
import type { WishForm } from './wishForm';
import SelectField from '../../parts/SelectField.vue';
import { toggled } from '../../parts/toggled';
import { say } from '../../words/teacher';

const form = defineModel<WishForm>({ required: true });
const props = defineProps<{
  problems: Record<string, string>;
  /** Every form of the test. */
  forms: { id: string | null; name: string; note: string }[];
  /** Chosen classes and groups, which may each get one form. */
  parties: Party[];
}>();
interface Party {
  key: string;
  name: string;
  classId?: number;
  groupId?: number;
}

const names = computed(() =>
  props.forms.filter(({ id }) => form.value.forms.includes(id)).map(({ name }) => name),
);
const summary = computed(() => {
  const [first = say('assignments.noneChosen'), ...others] = names.value;
  const only = names.value.length === 0 ? first : say('assignments.formFirstAll', { first });
  const text =
    others.length > 0 ? say('assignments.namesInTurn', { names: listing(names.value) }) : only;
  return form.value.formsFor.length ? say('assignments.textOthersByClass', { text }) : text;
});
const isOf = (party: Party) => (chosen: WishForm['formsFor'][number]) =>
  chosen.classId === party.classId && chosen.groupId === party.groupId;
/** The form that a class or group gets; the first form has no id of its own. */
const formOf = (party: Party) => {
  const chosen = form.value.formsFor.find(isOf(party));
  return chosen ? String(chosen.form) : 'turn';
};
function setForm(party: Party, value: string): void {
  const rest = form.value.formsFor.filter((chosen) => !isOf(party)(chosen));
  const { classId, groupId } = party;
  const chosen = {
    ...(classId !== undefined && { classId }),
    ...(groupId !== undefined && { groupId }),
    form: value === 'null' ? null : value,
  };
  form.value.formsFor = value === 'turn' ? rest : [...rest, chosen];
}
</script>

<template>
  <FoldedSetting
    :wrong="Boolean(problems.forms)"
    :name="say('assignments.formsSetting')"
    :value="summary"
  >
    <ElCheckbox
      v-for="testForm in forms"
      :key="testForm.name"
      :model-value="form.forms.includes(testForm.id)"
      @change="form.forms = toggled(form.forms, testForm.id)"
    >
      {{ say('assignments.formName', { name: testForm.name }) }}
      <span v-if="testForm.note" class="faded">{{ testForm.note }}</span></ElCheckbox
    >
    <label v-for="party in parties" :key="party.key"
      >{{ party.name }}:
      <SelectField
        class="auto"
        :model-value="formOf(party)"
        @update:model-value="setForm(party, $event)"
        ><ElOption value="turn" :label="say('assignments.theChosenFormsIn')" /><ElOption
          v-for="testForm in forms"
          :key="testForm.name"
          :value="String(testForm.id)"
          :label="say('assignments.formName', { name: testForm.name })" /></SelectField
    ></label>
    <p v-if="problems.forms" class="wrong">{{ problems.forms }}</p>
  </FoldedSetting>
</template>

<style scoped>
.auto {
  width: auto;
}
</style>
