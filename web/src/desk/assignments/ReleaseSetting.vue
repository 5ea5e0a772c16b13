<script setup lang="ts">
/** What students see of their work, and when. */
import type { Released, ReleaseTime, ScoreShow } from '@oaken/core/assignments';
import { computed } from 'vue';
import BandsEditor from './BandsEditor.vue';
import FoldedSetting from './FoldedSetting.vue';
import type { WishForm } from './wishForm';
import SelectField from '../../parts/SelectField.vue';
import { say } from '../../words/teacher';

const form = defineModel<WishForm>({ required: true });
defineProps<{ problems: Record<string, string> }>();

const releaseWords: Record<ReleaseTime, string> = {
  'at-hand-in': say('assignments.asSoonAsThey'),
  'after-closing': say('assignments.afterHasClosed'),
  'by-hand': say('assignments.whenIReleaseThem'),
};
const answerWords: Record<ReleaseTime, string> = {
  ...releaseWords,
  'at-hand-in': say('assignments.afterEveryonesWindowHas'),
};
const releasedWords: Record<Released, string> = {
  score: say('assignments.scores'),
  marks: say('assignments.rightOrWrong'),
  answers: say('assignments.rightAnswers'),
  explanations: say('assignments.explanations'),
};
const showWords: Record<ScoreShow, string> = {
  both: say('assignments.pointsPercent'),
  points: say('assignments.showPoints'),
  percent: say('assignments.showPercent'),
  band: say('assignments.letterBand'),
  symbols: say('assignments.showSymbols'),
};
const summary = computed(() => {
  const { score, show, answers } = form.value.release;
  return say('assignments.showWordsReleaseWords', {
    showWords: showWords[show],
    releaseWords: releaseWords[score],
    answerWords: answerWords[answers],
  });
});
</script>

<template>
  <FoldedSetting
    :wrong="Boolean(problems.bands)"
    :name="say('assignments.releaseSetting')"
    :value="summary"
  >
    <label
      >{{ say('assignments.scoresShownAs') }}
      <SelectField v-model="form.release.show" class="auto"
        ><ElOption
          v-for="(text, key) in showWords"
          :key="key"
          :value="key"
          :label="text" /></SelectField
    ></label>
    <BandsEditor
      v-if="form.release.show === 'band'"
      v-model="form.release.bands"
      :wrong="problems.bands"
    />
    <label v-for="(name, what) in releasedWords" :key="what"
      >{{ name }}
      <SelectField v-model="form.release[what]" class="auto"
        ><ElOption
          v-for="(text, time) in what === 'score' ? releaseWords : answerWords"
          :key="time"
          :value="time"
          :label="text" /></SelectField
    ></label>
    <ElCheckbox v-model="form.release.classAverage">
      {{ say('assignments.showAverage') }}</ElCheckbox
    >
    <ElCheckbox v-model="form.release.times"> {{ say('assignments.showTimes') }}</ElCheckbox>
  </FoldedSetting>
</template>

<style scoped>
.auto {
  width: auto;
}
</style>
