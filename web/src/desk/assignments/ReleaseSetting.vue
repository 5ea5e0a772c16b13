<script setup lang="ts">
/** What students see of their work, and when. */
import type { Released, ReleaseTime, ScoreShow } from '@oaken/core/assignments';
import { computed } from 'vue';
import BandsEditor from './BandsEditor.vue';
import FoldedSetting from './FoldedSetting.vue';
import type { WishForm } from './wishForm';
import SelectField from '../../parts/SelectField.vue';

const form = defineModel<WishForm>({ required: true });
defineProps<{ problems: Record<string, string> }>();

const releaseWords: Record<ReleaseTime, string> = {
  'at-hand-in': 'as soon as they hand in',
  'after-closing': 'after it has closed',
  'by-hand': 'when I release them',
};
const answerWords: Record<ReleaseTime, string> = {
  ...releaseWords,
  'at-hand-in': 'once nobody can answer any more',
};
const releasedWords: Record<Released, string> = {
  score: 'Scores',
  marks: 'Right or wrong',
  answers: 'Right answers',
  explanations: 'Explanations',
};
const showWords: Record<ScoreShow, string> = {
  both: 'points and percent',
  points: 'points',
  percent: 'percent',
  band: 'letter band',
};
const summary = computed(() => {
  const { score, show, answers } = form.value.release;
  return `${showWords[show]} ${releaseWords[score]}, right answers ${answerWords[answers]}`;
});
</script>

<template>
  <FoldedSetting :wrong="Boolean(problems.bands)" name="Release" :value="summary">
    <label
      >Scores are shown as
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
  </FoldedSetting>
</template>

<style scoped>
.auto {
  width: auto;
}
</style>
