<script setup lang="ts">
/** What help a practice gives: when it says what is right, what it shows, and how often one may try. */
import { feedbackTimes, type FeedbackTime } from '@oaken/core/assignments';
import { computed } from 'vue';
import { say } from '../../words/teacher';
import FoldedSetting from './FoldedSetting.vue';
import type { WishForm } from './wishForm';

const form = defineModel<WishForm>({ required: true });
const help = computed(() => form.value.practice);
const feedbackWords: Record<FeedbackTime, string> = {
  'at-once': say('assignments.feedbackAtOnce'),
  'at-end': say('assignments.feedbackAtEnd'),
  none: say('assignments.feedbackNone'),
};
/** A number field has no "any number"; 0 stands for it. */
const tries = computed({
  get: () => help.value.tries ?? 0,
  set: (count) => (form.value.practice.tries = count > 0 ? count : null),
});
const value = computed(() => {
  const { feedback, hints, answers, explanations } = help.value;
  const off = [
    hints ? '' : say('assignments.noHints'),
    answers ? '' : say('assignments.noAnswers'),
    explanations ? '' : say('assignments.noExplanations'),
  ];
  const triesWords =
    feedback === 'at-once' && help.value.tries !== null
      ? say('assignments.triesEach', { n: help.value.tries })
      : '';
  return [feedbackWords[feedback], triesWords, ...off].filter(Boolean).join(', ');
});
</script>

<template>
  <FoldedSetting :name="say('assignments.practiceSetting')" :value="value">
    <ElRadioGroup v-model="form.practice.feedback" class="column">
      <ElRadio v-for="time in feedbackTimes" :key="time" :value="time">{{
        feedbackWords[time]
      }}</ElRadio>
    </ElRadioGroup>
    <ElCheckbox v-model="form.practice.hints"> {{ say('assignments.giveHints') }}</ElCheckbox>
    <ElCheckbox v-model="form.practice.answers" :disabled="help.feedback === 'none'">
      {{ say('assignments.showRightAnswers') }}</ElCheckbox
    >
    <ElCheckbox v-model="form.practice.explanations" :disabled="help.feedback === 'none'">
      {{ say('assignments.showExplanations') }}</ElCheckbox
    >
    <label v-if="help.feedback === 'at-once'"
      ><ElInputNumber
        v-model="tries"
        :controls="false"
        class="few"
        :min="0"
        :max="20"
        :aria-label="say('assignments.triesForQuestion')"
      />
      {{ say('assignments.triesForQuestion') }}
      <span class="faded small">{{ say('assignments.n0NoLimit') }}</span></label
    >
  </FoldedSetting>
</template>

<style scoped>
/* In line with the choices below. */
.column {
  padding-inline-start: 16px;
}
.few {
  width: 78px;
}
</style>
