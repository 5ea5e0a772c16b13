<script setup lang="ts">
/** Test or practice, and how long: the whole, each section or each item, and when students are told. */
import { hasTime, type WishForm } from './wishForm';

const form = defineModel<WishForm>({ required: true });
defineProps<{
  problems: Record<string, string>;
  sections: { id: string; title: string }[];
  /** It was given already: the mode stays. */
  given?: boolean;
}>();
</script>

<template>
  <div class="pair">
    <span class="label">Mode</span>
    <ElRadio v-model="form.mode" value="test" :disabled="given"> test</ElRadio>
    <ElRadio v-model="form.mode" value="practice" :disabled="given"> practice</ElRadio>
    <label v-if="form.mode === 'practice'"
      >a wrong try takes off
      <ElInputNumber
        :controls="false"
        v-model="form.offPercent"
        class="few"
        :min="0"
        :max="100"
        :step="0.5"
        aria-label="Percent off for each wrong try"
        :aria-invalid="Boolean(problems.offPerTry)"
      />
      %</label
    >
  </div>
  <p v-if="problems.offPerTry" class="wrong">{{ problems.offPerTry }}</p>
  <div class="pair">
    <span class="label">Time limit</span>
    <ElCheckbox v-model="form.limited"><span class="unseen">With a time limit</span></ElCheckbox>
    <ElInputNumber
      :controls="false"
      v-model="form.limitMinutes"
      class="few"
      :min="1"
      :max="1440"
      aria-label="Minutes to work"
      :disabled="!form.limited"
      :aria-invalid="Boolean(problems.limit)"
    />
    minutes
  </div>
  <div v-if="form.mode === 'test'" class="pair">
    <span class="label">Of parts</span>
    <ElRadio v-model="form.partsTimed" value="none"> none</ElRadio>
    <ElRadio v-model="form.partsTimed" value="sections"> each section</ElRadio>
    <ElRadio v-model="form.partsTimed" value="items"> each item</ElRadio>
    <label v-if="form.partsTimed === 'items'"
      ><ElInputNumber
        :controls="false"
        v-model="form.itemMinutes"
        class="few"
        :min="0.1"
        :max="600"
        :step="0.5"
        aria-label="Minutes for each item"
        :aria-invalid="Boolean(problems.stageLimit)"
      />
      minutes</label
    >
  </div>
  <template v-if="form.mode === 'test' && form.partsTimed === 'sections'">
    <div v-for="(entry, n) in sections" :key="entry.id" class="pair">
      <span class="label" />
      <label
        ><ElInputNumber
          :controls="false"
          v-model="form.sectionMinutes[entry.id]"
          class="few"
          :min="0.1"
          :max="600"
          :step="0.5"
          :aria-label="`Minutes for ${entry.title || `section ${n + 1}`}`"
          :aria-invalid="Boolean(problems.stageLimit)"
        />
        minutes for {{ entry.title || `section ${n + 1}` }}</label
      >
    </div>
  </template>
  <p v-if="form.mode === 'test' && form.partsTimed !== 'none'" class="faded small">
    A part’s time runs from when the student sees it; then the next one comes, and there is no way
    back to it.
  </p>
  <p v-if="problems.stageLimit" class="wrong">{{ problems.stageLimit }}</p>
  <div v-if="hasTime(form)" class="pair">
    <span class="label">Told at</span>
    <ElInput
      v-model="form.warns"
      class="few"
      aria-label="Told so many minutes before the end"
      :aria-invalid="Boolean(problems.warnMinutes)"
    />
    minutes before the end
  </div>
  <p v-if="problems.limit ?? problems.warnMinutes" class="wrong">
    {{ problems.limit ?? problems.warnMinutes }}
  </p>
</template>

<style scoped>
.few {
  width: 78px;
}
</style>
