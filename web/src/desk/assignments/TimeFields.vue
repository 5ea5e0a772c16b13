<script setup lang="ts">
/** Test or practice, and how long: the whole, each section or each item, and when students are told. */
import { hasTime, type WishForm } from './wishForm';
import { say } from '../../words/teacher';

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
    <span class="label">{{ say('assignments.mode') }}</span>
    <ElRadio v-model="form.mode" value="test" :disabled="given">
      {{ say('assignments.test') }}</ElRadio
    >
    <ElRadio v-model="form.mode" value="practice" :disabled="given">
      {{ say('assignments.practice') }}</ElRadio
    >
    <label v-if="form.mode === 'practice'"
      >{{ say('assignments.aWrongTryTakes') }}
      <ElInputNumber
        :controls="false"
        v-model="form.offPercent"
        class="few"
        :min="0"
        :max="100"
        :step="0.5"
        :aria-label="say('assignments.percentOffEachWrong')"
        :aria-invalid="Boolean(problems.offPerTry)"
      />
      %</label
    >
  </div>
  <p v-if="problems.offPerTry" class="wrong">{{ problems.offPerTry }}</p>
  <div class="pair">
    <span class="label">{{ say('assignments.timeLimit') }}</span>
    <ElCheckbox v-model="form.limited"
      ><span class="unseen">{{ say('assignments.withTimeLimit') }}</span></ElCheckbox
    >
    <ElInputNumber
      :controls="false"
      v-model="form.limitMinutes"
      class="few"
      :min="1"
      :max="1440"
      :aria-label="say('assignments.minutesWork')"
      :disabled="!form.limited"
      :aria-invalid="Boolean(problems.limit)"
    />
    {{ say('assignments.minutes') }}
  </div>
  <div v-if="form.mode === 'test'" class="pair">
    <span class="label">{{ say('assignments.timeLimitsBySection') }}</span>
    <ElRadio v-model="form.partsTimed" value="none"> {{ say('assignments.none') }}</ElRadio>
    <ElRadio v-model="form.partsTimed" value="sections">
      {{ say('assignments.eachSection') }}</ElRadio
    >
    <ElRadio v-model="form.partsTimed" value="items"> {{ say('assignments.eachItem') }}</ElRadio>
    <label v-if="form.partsTimed === 'items'"
      ><ElInputNumber
        :controls="false"
        v-model="form.itemMinutes"
        class="few"
        :min="0.1"
        :max="600"
        :step="0.5"
        :aria-label="say('assignments.minutesEachItem')"
        :aria-invalid="Boolean(problems.stageLimit)"
      />
      {{ say('assignments.minutes') }}</label
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
          :aria-label="
            say('assignments.minutesTitle', {
              title: entry.title || say('assignments.sectionNumber', { number: n + 1 }),
            })
          "
          :aria-invalid="Boolean(problems.stageLimit)"
        />
        {{
          say('assignments.minutesTitleWith', {
            title: entry.title || say('assignments.sectionNumber', { number: n + 1 }),
          })
        }}</label
      >
    </div>
  </template>
  <p v-if="form.mode === 'test' && form.partsTimed !== 'none'" class="faded small">
    {{ say('assignments.theTimeSectionOr') }}
  </p>
  <p v-if="problems.stageLimit" class="wrong">{{ problems.stageLimit }}</p>
  <div v-if="hasTime(form)" class="pair">
    <span class="label">{{ say('assignments.timeWarnings') }}</span>
    <ElInput
      v-model="form.warns"
      class="few"
      :aria-label="say('assignments.timeWarningsMinutesBefore')"
      :aria-invalid="Boolean(problems.warnMinutes)"
    />
    {{ say('assignments.minutesBeforeEnd') }}
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
