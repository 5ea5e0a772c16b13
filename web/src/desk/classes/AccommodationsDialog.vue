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
import { say } from '../../words/teacher';

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
/** The toolkit's radio knows no null: none of a kind goes by a word. */
const none = 'none';
const orNone = <Name extends 'time' | 'mostChoices'>(name: Name) =>
  computed<NonNullable<Accommodations[Name]> | typeof none>({
    get: () => accommodations[name] ?? none,
    set: (chosen) => Object.assign(accommodations, { [name]: chosen === none ? null : chosen }),
  });
const time = orNone('time');
const mostChoices = orNone('mostChoices');
function timeWords(factor: number | null): string {
  if (factor === null) return say('classes.noTimeLimit');
  return say('classes.text', { n: factor });
}
async function save(): Promise<void> {
  const of = present(student.value, 'student');
  const params = { classId: props.classId, studentId: of.id };
  const body = { ...accommodations, form: accommodations.form?.trim() || null };
  if (!(await send(() => call('setAccommodations', { params, body })))) return;
  student.value = null;
  await props.act(async () => undefined);
  done(
    `${fullName(of)}: ${accommodationWords.value.join(', ') || say('classes.noAccommodations')}.`,
    () =>
      props
        .act(() => call('setAccommodations', { params, body: of.accommodations }))
        .then(() => undefined),
  );
}
</script>

<template>
  <ElDialog
    :model-value="student !== null"
    :title="student ? say('classes.whatFullNameNeeds', { fullName: fullName(student) }) : ''"
    width="540px"
    @close="student = null"
  >
    <form id="accommodations" @submit.prevent="save">
      <p class="faded">
        {{ say('classes.itAppliesAutomaticallyEvery', { givenName: student?.givenName }) }}
      </p>
      <fieldset>
        <legend>{{ say('classes.time') }}</legend>
        <ElRadio
          v-for="factor in [...timeFactors, null]"
          :key="String(factor)"
          v-model="time"
          :value="factor ?? none"
        >
          {{ timeWords(factor) }}</ElRadio
        >
      </fieldset>
      <fieldset>
        <legend>{{ say('common.textSize') }}</legend>
        <ElRadio
          v-for="size in textSizes"
          :key="size"
          v-model="accommodations.textSize"
          :value="size"
        >
          {{ say('classes.textCounted', { n: size }) }}</ElRadio
        >
      </fieldset>
      <fieldset>
        <legend>{{ say('classes.choices') }}</legend>
        <ElRadio
          v-for="count in [null, 3, 2] as const"
          :key="String(count)"
          v-model="mostChoices"
          :value="count ?? none"
        >
          {{ count === null ? say('common.all') : say('classes.atMostCount', { count }) }}</ElRadio
        >
      </fieldset>
      <ElCheckbox class="line" v-model="accommodations.aloud">
        {{ say('classes.questionsCanBeRead') }}</ElCheckbox
      >
      <label class="line"
        >{{ say('common.form') }}
        <ElInput
          :model-value="accommodations.form ?? ''"
          class="few"
          maxlength="20"
          @input="accommodations.form = $event || null"
        />
        <span class="faded small">{{ say('classes.theNameFormWherever') }}</span>
      </label>
      <label class="line"
        >{{ say('classes.windowOpen') }}
        <ElInputNumber
          :controls="false"
          v-model="accommodations.extraDays"
          class="few"
          :min="0"
          :max="30"
          :aria-invalid="Boolean(errors.extraDays)"
        />
        {{ say('classes.daysLonger') }}
      </label>
      <p v-for="(message, key) in errors" :key="key" class="wrong" role="alert">{{ message }}</p>
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    </form>
    <template #footer>
      <ElButton @click="student = null">{{ say('common.cancel') }}</ElButton>
      <ElButton type="primary" native-type="submit" form="accommodations">{{
        say('common.save')
      }}</ElButton>
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
