<script setup lang="ts">
/** What a student needs in every assignment; staff only. */
import { present } from '@oaken/core/certain';
import {
  noAccommodations,
  accommodationsInWords,
  textSizes,
  timeFactors,
  type Accommodations,
} from '@oaken/core/accommodations';
import { computed, reactive, watch } from 'vue';
import { call } from '../../client/call';
import { useForm } from '../../client/useDoing';
import { done } from '../shared/undo';
import { fullName, type RosterRow } from './useClass';

const student = defineModel<RosterRow | null>({ required: true });
const props = defineProps<{
  classId: number;
  act: (work: () => Promise<unknown>) => Promise<boolean>;
}>();
const accommodations = reactive<Accommodations>({ ...noAccommodations });
const { wrong, act: send, errors, forget } = useForm();
watch(student, (now) => {
  if (now) Object.assign(accommodations, now.accommodations);
  forget();
});
const accommodationWords = computed(() => accommodationsInWords(accommodations));
function timeWords(factor: number | null): string {
  if (factor === null) return 'no time limit';
  return factor === 1 ? 'as everybody' : `×${factor}`;
}
async function save(): Promise<void> {
  const of = present(student.value, 'student');
  const params = { classId: props.classId, studentId: of.id };
  const body = { ...accommodations, form: accommodations.form?.trim() || null };
  if (!(await send(() => call('setAccommodations', { params, body })))) return;
  student.value = null;
  await props.act(async () => undefined);
  done(`${fullName(of)}: ${accommodationWords.value.join(', ') || 'no accommodations'}.`, () =>
    props
      .act(() => call('setAccommodations', { params, body: of.accommodations }))
      .then(() => undefined),
  );
}
</script>

<template>
  <ElDialog
    :model-value="student !== null"
    :title="student ? `What ${fullName(student)} needs` : ''"
    width="540px"
    @close="student = null"
  >
    <form id="accommodations" @submit.prevent="save">
      <p class="faded">
        It acts by itself in every assignment that {{ student?.givenName }} has not begun. Only
        teachers of {{ student?.givenName }}’s classes see it.
      </p>
      <fieldset>
        <legend>Time</legend>
        <ElRadio
          v-for="factor in [...timeFactors, null]"
          :key="String(factor)"
          v-model="accommodations.time"
          :value="factor"
        >
          {{ timeWords(factor) }}</ElRadio
        >
      </fieldset>
      <fieldset>
        <legend>Text size</legend>
        <ElRadio
          v-for="size in textSizes"
          :key="size"
          v-model="accommodations.textSize"
          :value="size"
        >
          {{ size === 1 ? 'usual' : `×${size}` }}</ElRadio
        >
      </fieldset>
      <fieldset>
        <legend>Choices</legend>
        <ElRadio
          v-for="count in [null, 3, 2] as const"
          :key="String(count)"
          v-model="accommodations.mostChoices"
          :value="count"
        >
          {{ count === null ? 'all' : `at most ${count}` }}</ElRadio
        >
      </fieldset>
      <ElCheckbox class="line" v-model="accommodations.aloud">
        questions can be read aloud</ElCheckbox
      >
      <label class="line"
        >Form
        <ElInput
          :model-value="accommodations.form ?? ''"
          class="few"
          maxlength="20"
          @input="accommodations.form = $event || null"
        />
        <span class="faded small">the name of a form, wherever a test has it</span>
      </label>
      <label class="line"
        >Window open
        <ElInputNumber
          :controls="false"
          v-model="accommodations.extraDays"
          class="few"
          :min="0"
          :max="30"
          :aria-invalid="Boolean(errors.extraDays)"
        />
        days longer
      </label>
      <p v-for="(message, key) in errors" :key="key" class="wrong" role="alert">{{ message }}</p>
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    </form>
    <template #footer>
      <ElButton @click="student = null">Cancel</ElButton>
      <ElButton type="primary" native-type="submit" form="accommodations">Save</ElButton>
    </template>
  </ElDialog>
</template>

<style scoped>
fieldset {
  border: 0;
  margin: 0 0 12px;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 18px;
}
legend {
  font-weight: 600;
}
.line {
  display: flex;
  align-items: baseline;
  gap: 8px;
  padding: 4px 0;
}
.few {
  width: 80px;
}
</style>
