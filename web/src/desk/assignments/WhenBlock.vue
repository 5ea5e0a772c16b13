<script setup lang="ts">
/** When: opening, closing, late work, and from when it and its answers are seen. */
import { atWall } from '@oaken/core/timing';
import { closingOffers, type ClosingOffer, type MeetingClass } from './closingOffers';
import type { WishForm } from './wishForm';
import { computed } from 'vue';
import { useSession } from '../../client/session';
import FoldedSetting from './FoldedSetting.vue';
import SupervisedSetting from './SupervisedSetting.vue';
import DateField from '../../parts/DateField.vue';
import { say } from '../../words/teacher';

const form = defineModel<WishForm>({ required: true });
const props = defineProps<{
  problems: Record<string, string>;
  /** It was given already: it has a time of opening. */
  given?: boolean;
  /** Whom it is for: the ends of their periods are offered. */
  classes: readonly (MeetingClass & { id: number })[];
}>();
const session = useSession();
const place = computed(() => session.school.zone.split('/').at(-1)?.replace('_', ' '));
/** Counted from the opening, so that they stay right when it is moved. */
const offers = computed(() => {
  const opening =
    form.value.opens === 'later' ? atWall(form.value.opensWall, session.school.zone) : null;
  return closingOffers(
    opening?.ok ? opening.at : session.now(),
    session.school.zone,
    props.classes,
  );
});
const offerWords: Record<Exclude<ClosingOffer['id'], 'period'>, string> = {
  after45: say('assignments.closesInPeriod'),
  today: say('assignments.closesToday'),
  tomorrow: say('assignments.closesTomorrow'),
  week: say('assignments.closesInWeek'),
};
const wordsOf = ({ id, of }: ClosingOffer) => {
  if (id !== 'period') return offerWords[id];
  return of === null
    ? say('assignments.closesWithPeriod')
    : say('assignments.closesWithPeriodOf', { name: of });
};
const rare = computed(() => {
  const words = [
    form.value.hidden ? say('assignments.hiddenUntilItsDay') : '',
    form.value.answersLater ? say('assignments.answersFromDayOn') : '',
  ].filter(Boolean);
  return words.join(', ') || say('assignments.visibleRightAwayAnswers');
});
const rareWrong = computed(() => Boolean(props.problems.visibleFrom ?? props.problems.answersFrom));
</script>

<template>
  <section>
    <h2>
      {{ say('assignments.when') }}
      <span class="faded small">{{ say('assignments.timesPlace', { place }) }}</span>
    </h2>
    <div class="pair">
      <span class="label">{{ say('assignments.opens') }}</span>
      <template v-if="!given">
        <ElRadio v-model="form.opens" value="now"> {{ say('assignments.nowInline') }}</ElRadio>
        <ElRadio v-model="form.opens" value="later"> {{ say('assignments.at') }}</ElRadio>
      </template>
      <DateField
        with-time
        v-model="form.opensWall"
        :label="say('assignments.opensAt')"
        :disabled="form.opens === 'now'"
        :invalid="Boolean(problems.opensAt)"
      />
    </div>
    <p v-if="problems.opensAt" class="wrong">{{ problems.opensAt }}</p>
    <div class="pair">
      <span class="label">{{ say('assignments.closes') }}</span>
      <DateField
        with-time
        v-model="form.closesWall"
        :label="say('assignments.closesAt')"
        :disabled="form.never"
        :invalid="Boolean(problems.closesAt)"
      />
      <ElCheckbox v-model="form.never"> {{ say('assignments.never') }}</ElCheckbox>
    </div>
    <p v-if="!form.never" class="offers" role="group" :aria-label="say('assignments.usualClosing')">
      <ElButton
        link
        v-for="offer in offers"
        :key="offer.id + offer.wall"
        class="word small"
        @click="form.closesWall = offer.wall"
      >
        {{ wordsOf(offer) }}
      </ElButton>
    </p>
    <p v-if="problems.closesAt" class="wrong">{{ problems.closesAt }}</p>
    <div class="pair">
      <span class="label">{{ say('assignments.lateWork') }}</span>
      <ElCheckbox v-model="form.lateWork" :disabled="form.never">
        {{ say('assignments.until') }}</ElCheckbox
      >
      <DateField
        with-time
        v-model="form.lateWall"
        :label="say('assignments.lateWorkUntil')"
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
          :aria-label="say('assignments.percentOffEachDay')"
        />
        {{ say('assignments.offDay') }}</label
      >
    </div>
    <p v-if="problems.lateRule" class="wrong">{{ problems.lateRule }}</p>
    <SupervisedSetting v-model="form" :classes="classes" :problem="problems.supervision" />
    <FoldedSetting :wrong="rareWrong" :name="say('assignments.visibilitySetting')" :value="rare">
      <div class="pair rare">
        <ElCheckbox v-model="form.hidden"> {{ say('assignments.nobodySeesBefore') }}</ElCheckbox>
        <DateField
          with-time
          v-model="form.visibleWall"
          :label="say('assignments.seenFrom')"
          :disabled="!form.hidden"
          :invalid="Boolean(problems.visibleFrom)"
        />
      </div>
      <p v-if="problems.visibleFrom" class="wrong">{{ problems.visibleFrom }}</p>
      <div class="pair rare">
        <ElCheckbox v-model="form.answersLater">
          {{ say('assignments.noAnswersBefore') }}</ElCheckbox
        >
        <DateField
          with-time
          v-model="form.answersWall"
          :label="say('assignments.answersFrom')"
          :disabled="!form.answersLater"
          :invalid="Boolean(problems.answersFrom)"
        />
      </div>
      <p v-if="problems.answersFrom" class="wrong">{{ problems.answersFrom }}</p>
      <p class="faded small">{{ say('assignments.answersNeverSeenWhile') }}</p>
    </FoldedSetting>
  </section>
</template>

<style scoped>
.offers {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  margin-block: 2px 6px;
  margin-inline: 94px 0;
}
.few {
  width: 68px;
}
.rare {
  padding-inline-start: 16px;
}
</style>
