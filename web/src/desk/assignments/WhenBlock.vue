<script setup lang="ts">
/** When: opening, closing, late work, and from when it and its answers are seen. */
import type { WishForm } from './wishForm';
import { computed } from 'vue';
import { useSession } from '../../client/session';
import FoldedSetting from './FoldedSetting.vue';
import DateField from '../../parts/DateField.vue';

const form = defineModel<WishForm>({ required: true });
const props = defineProps<{
  problems: Record<string, string>;
  /** It was given already: it has a time of opening. */
  given?: boolean;
}>();
const session = useSession();
const place = computed(() => session.school.zone.split('/').at(-1)?.replace('_', ' '));
const rare = computed(() => {
  const words = [
    form.value.hidden ? 'hidden until its day' : '',
    form.value.answersLater ? 'answers from a day on' : '',
  ].filter(Boolean);
  return words.join(', ') || 'seen at once, answers by the release rules';
});
const rareWrong = computed(() => Boolean(props.problems.visibleFrom ?? props.problems.answersFrom));
</script>

<template>
  <section>
    <h2>
      When <span class="faded small">times of {{ place }}</span>
    </h2>
    <div class="pair">
      <span class="label">Opens</span>
      <template v-if="!given">
        <ElRadio v-model="form.opens" value="now"> now</ElRadio>
        <ElRadio v-model="form.opens" value="later"> at</ElRadio>
      </template>
      <DateField
        with-time
        v-model="form.opensWall"
        label="Opens at"
        :disabled="form.opens === 'now'"
        :invalid="Boolean(problems.opensAt)"
      />
    </div>
    <p v-if="problems.opensAt" class="wrong">{{ problems.opensAt }}</p>
    <div class="pair">
      <span class="label">Closes</span>
      <DateField
        with-time
        v-model="form.closesWall"
        label="Closes at"
        :disabled="form.never"
        :invalid="Boolean(problems.closesAt)"
      />
      <ElCheckbox v-model="form.never"> never</ElCheckbox>
    </div>
    <p v-if="problems.closesAt" class="wrong">{{ problems.closesAt }}</p>
    <div class="pair">
      <span class="label">Late work</span>
      <ElCheckbox v-model="form.lateWork" :disabled="form.never"> until</ElCheckbox>
      <DateField
        with-time
        v-model="form.lateWall"
        label="Late work until"
        :disabled="!form.lateWork || form.never"
        :invalid="Boolean(problems.lateRule)"
      />
      <label v-if="form.lateWork && !form.never" class="off"
        ><ElInputNumber
          :controls="false"
          v-model="form.lateOff"
          class="few"
          :min="0"
          :max="100"
          :step="5"
          aria-label="Percent off for each day late"
        />
        % off a day</label
      >
    </div>
    <p v-if="problems.lateRule" class="wrong">{{ problems.lateRule }}</p>
    <FoldedSetting :wrong="rareWrong" name="What they see" :value="rare">
      <div class="pair rare">
        <ElCheckbox v-model="form.hidden"> nobody sees it before</ElCheckbox>
        <DateField
          with-time
          v-model="form.visibleWall"
          label="Seen from"
          :disabled="!form.hidden"
          :invalid="Boolean(problems.visibleFrom)"
        />
      </div>
      <p v-if="problems.visibleFrom" class="wrong">{{ problems.visibleFrom }}</p>
      <div class="pair rare">
        <ElCheckbox v-model="form.answersLater"> no answers before</ElCheckbox>
        <DateField
          with-time
          v-model="form.answersWall"
          label="Answers from"
          :disabled="!form.answersLater"
          :invalid="Boolean(problems.answersFrom)"
        />
      </div>
      <p v-if="problems.answersFrom" class="wrong">{{ problems.answersFrom }}</p>
      <p class="faded small">Answers are never seen while a student can still give one.</p>
    </FoldedSetting>
  </section>
</template>

<style scoped>
.few {
  width: 68px;
}
.rare {
  padding-left: 16px;
}
</style>
