<script setup lang="ts">
/**
 * How: time, attempts, order, forms, the beginning, and what is let out when; rare settings folded
 * with their value in words.
 */
import {
  lateAnswerRule,
  mayBeAway,
  type Counting,
  type LateAnswerRule,
} from '@oaken/core/assignments';
import { lengthInWords } from '@oaken/core/timing';
import { listing } from '@oaken/core/text';
import { computed } from 'vue';
import FoldedSetting from './FoldedSetting.vue';
import FormsSetting from './FormsSetting.vue';
import PracticeSetting from './PracticeSetting.vue';
import ReleaseSetting from './ReleaseSetting.vue';
import ToolsSetting from './ToolsSetting.vue';
import TimeFields from './TimeFields.vue';
import type { WishForm } from './wishForm';
import SelectField from '../../parts/SelectField.vue';
import { say } from '../../words/teacher';

const form = defineModel<WishForm>({ required: true });
defineProps<{
  problems: Record<string, string>;
  /** Every form of the test; none where there is only one. */
  forms: { id: string | null; name: string; note: string }[];
  /** Chosen classes and groups, which may each get one form. */
  parties: { key: string; name: string; classId?: number; groupId?: number }[];
  sections: { id: string; title: string }[];
  /** It was given already: forms are dealt. */
  given?: boolean;
}>();

const countingWords: Record<Counting, string> = {
  best: say('assignments.theBest'),
  latest: say('assignments.theLatest'),
  first: say('assignments.theFirst'),
  mean: say('assignments.theAverageAll'),
  worst: say('assignments.theLowest'),
  all: say('assignments.allTogether'),
};
const orderWords = {
  own: say('assignments.myOrderFree'),
  fixed: say('assignments.inMyOrder'),
  shuffled: say('assignments.shuffledEachStudent'),
};
const lateAnswers = computed<LateAnswerRule>({
  get: () =>
    lateAnswerRule({ mode: form.value.mode, lateAnswers: form.value.lateAnswers ?? undefined }),
  set: (rule) => (form.value.lateAnswers = rule),
});
const lateAnswerWords: Record<LateAnswerRule, string> = {
  review: say('assignments.holdUntilIDecide'),
  count: say('assignments.lateCount'),
  refuse: say('assignments.dontCount'),
};
const attempts = computed(() =>
  form.value.attempts === 1
    ? say('assignments.oneAttempt')
    : say('assignments.attemptsAttemptsCountingWords', {
        attempts: form.value.attempts || say('assignments.anyNumber'),
        countingWords: countingWords[form.value.counts],
      }),
);
const back = computed(() =>
  form.value.goBack || form.value.mode === 'practice' ? '' : say('assignments.noGoingBack'),
);
const order = computed(() =>
  say('assignments.backChoices', {
    value:
      form.value.order === 'own' && back.value ? orderWords.fixed : orderWords[form.value.order],
    back: back.value,
    value2: form.value.shuffleChoices ? say('assignments.shuffled') : say('assignments.inMyOrder'),
  }),
);
const beginning = computed(
  () =>
    listing(
      [
        form.value.word ? say('assignments.startWordWord', { word: form.value.word }) : '',
        form.value.instructions ? say('assignments.withInstructions') : '',
        form.value.note ? say('assignments.withNoteTeachers') : '',
      ].filter(Boolean),
    ) || say('assignments.noStartWordNo'),
);
</script>

<template>
  <section>
    <h2>{{ say('assignments.how') }}</h2>
    <TimeFields v-model="form" :problems="problems" :sections="sections" :given="given" />
    <PracticeSetting v-if="form.mode === 'practice'" v-model="form" />
    <FoldedSetting
      :wrong="Boolean(problems.attempts)"
      :name="say('assignments.attemptsSetting')"
      :value="attempts"
    >
      <label
        ><ElInputNumber
          :controls="false"
          v-model="form.attempts"
          class="few"
          :min="0"
          :max="20"
          :aria-label="say('assignments.attempts')"
        />
        {{ say('assignments.forEachStudent') }}
        <span class="faded small">{{ say('assignments.n0NoLimit') }}</span></label
      >
      <label v-if="form.attempts !== 1"
        >{{ say('assignments.scoreCounts') }}
        <SelectField v-model="form.counts" class="auto"
          ><ElOption
            v-for="(text, key) in countingWords"
            :key="key"
            :value="key"
            :label="text" /></SelectField
      ></label>
      <p v-if="problems.attempts" class="wrong">{{ problems.attempts }}</p>
    </FoldedSetting>
    <FormsSetting
      v-if="forms.length && !given"
      v-model="form"
      :problems="problems"
      :forms="forms"
      :parties="parties"
    />
    <FoldedSetting
      :name="say('assignments.leavingSetting')"
      :value="
        form.oneSitting ? say('assignments.inOneSitting') : say('assignments.studentsCanLeaveCome')
      "
    >
      <ElRadio v-model="form.oneSitting" :value="false">
        {{ say('assignments.studentsCanLeaveCome') }}</ElRadio
      >
      <ElRadio v-model="form.oneSitting" :value="true">
        {{ say('assignments.inOneSittingI', { lengthInWords: lengthInWords(mayBeAway) }) }}</ElRadio
      >
    </FoldedSetting>
    <FoldedSetting
      :name="say('assignments.lateAnswersSetting')"
      :value="lateAnswerWords[lateAnswers]"
    >
      <p class="hint">
        {{ say('assignments.aDeviceWithoutNetwork') }}
      </p>
      <ElRadioGroup v-model="lateAnswers" class="column">
        <ElRadio v-for="(text, rule) in lateAnswerWords" :key="rule" :value="rule">{{
          text
        }}</ElRadio>
      </ElRadioGroup>
    </FoldedSetting>
    <FoldedSetting :name="say('assignments.orderSetting')" :value="order">
      <ElRadio v-for="(text, key) in orderWords" :key="key" v-model="form.order" :value="key">
        {{ text }}</ElRadio
      >
      <ElCheckbox v-model="form.goBack" :disabled="form.mode === 'practice'">
        {{ say('assignments.studentsCanGoBack') }}</ElCheckbox
      >
      <ElCheckbox v-model="form.shuffleChoices">
        {{ say('assignments.shuffleChoicesEachStudent') }}</ElCheckbox
      >
    </FoldedSetting>
    <ToolsSetting v-model="form.tools" />
    <FoldedSetting :name="say('assignments.startSetting')" :value="beginning">
      <label
        >{{ say('assignments.startWordReadOut') }}
        <ElInput v-model.trim="form.word" class="auto" maxlength="40" autocomplete="off"
      /></label>
      <label
        >{{ say('assignments.instructionsStudents') }}
        <ElInput v-model.trim="form.instructions" :rows="2" maxlength="2000" type="textarea" />
      </label>
      <label
        >{{ say('assignments.aNoteTeachers') }}
        <ElInput v-model.trim="form.note" :rows="2" maxlength="2000" type="textarea" />
      </label>
    </FoldedSetting>
    <ReleaseSetting v-model="form" :problems="problems" />
  </section>
</template>

<style scoped>
.few {
  width: 78px;
}
.auto {
  width: auto;
}
</style>
