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
import ReleaseSetting from './ReleaseSetting.vue';
import TimeFields from './TimeFields.vue';
import type { WishForm } from './wishForm';
import SelectField from '../../parts/SelectField.vue';

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
  best: 'the best',
  latest: 'the latest',
  first: 'the first',
  mean: 'the mean of all',
};
const orderWords = {
  own: 'my order; students go where they want',
  fixed: 'my order, one after the other',
  shuffled: 'another order for each student',
};
const lateAnswers = computed<LateAnswerRule>({
  get: () =>
    lateAnswerRule({ mode: form.value.mode, lateAnswers: form.value.lateAnswers ?? undefined }),
  set: (rule) => (form.value.lateAnswers = rule),
});
const lateAnswerWords: Record<LateAnswerRule, string> = {
  review: 'wait until I have looked at them',
  count: 'count',
  refuse: 'don’t count',
};
const attempts = computed(() =>
  form.value.attempts === 1
    ? 'one attempt'
    : `${form.value.attempts || 'any number of'} attempts, ${countingWords[form.value.counts]} counts`,
);
const back = computed(() =>
  form.value.goBack || form.value.mode === 'practice' ? '' : ', no going back',
);
const order = computed(
  () =>
    `${form.value.order === 'own' && back.value ? orderWords.fixed : orderWords[form.value.order]}${back.value}, choices ${form.value.shuffleChoices ? 'shuffled' : 'in my order'}`,
);
const beginning = computed(
  () =>
    listing(
      [
        form.value.word ? `with the word “${form.value.word}”` : '',
        form.value.instructions ? 'with instructions' : '',
        form.value.note ? 'with a note for teachers' : '',
      ].filter(Boolean),
    ) || 'no word, no instructions',
);
</script>

<template>
  <section>
    <h2>How</h2>
    <TimeFields v-model="form" :problems="problems" :sections="sections" :given="given" />
    <FoldedSetting :wrong="Boolean(problems.attempts)" name="Attempts" :value="attempts">
      <label
        ><ElInputNumber
          :controls="false"
          v-model="form.attempts"
          class="few"
          :min="0"
          :max="20"
          aria-label="Attempts"
        />
        for each student <span class="faded small">0: as many as they like</span></label
      >
      <label v-if="form.attempts !== 1"
        >What counts:
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
      name="Leaving"
      :value="
        form.oneSitting
          ? 'in one sitting'
          : 'students can leave and come back until the time is over'
      "
    >
      <ElRadio v-model="form.oneSitting" :value="false">
        students can leave and come back until the time is over</ElRadio
      >
      <ElRadio v-model="form.oneSitting" :value="true">
        in one sitting: whoever is away for more than {{ lengthInWords(mayBeAway) }} is let in again
        by me</ElRadio
      >
    </FoldedSetting>
    <FoldedSetting name="Answers that arrive late" :value="lateAnswerWords[lateAnswers]">
      <p class="hint">
        A device without a network keeps answers and sends them when the network is back, which may
        be after time is up.
      </p>
      <ElRadioGroup v-model="lateAnswers" class="column">
        <ElRadio v-for="(text, rule) in lateAnswerWords" :key="rule" :value="rule">{{
          text
        }}</ElRadio>
      </ElRadioGroup>
    </FoldedSetting>
    <FoldedSetting name="Order" :value="order">
      <ElRadio v-for="(text, key) in orderWords" :key="key" v-model="form.order" :value="key">
        {{ text }}</ElRadio
      >
      <ElCheckbox v-model="form.goBack" :disabled="form.mode === 'practice'">
        students can go back to earlier questions</ElCheckbox
      >
      <ElCheckbox v-model="form.shuffleChoices">
        each student gets the choices in another order</ElCheckbox
      >
    </FoldedSetting>
    <FoldedSetting name="Beginning" :value="beginning">
      <label
        >A word that I read out in the room
        <ElInput v-model.trim="form.word" class="auto" maxlength="40" autocomplete="off"
      /></label>
      <label
        >Instructions for the students
        <ElInput v-model.trim="form.instructions" :rows="2" maxlength="2000" type="textarea" />
      </label>
      <label
        >A note for teachers
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
