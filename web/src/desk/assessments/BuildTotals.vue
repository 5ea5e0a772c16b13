<script setup lang="ts">
/** What a test adds up to. */
import type { Pinned } from '@oaken/contract/assessments';
import { allEntries, countItems, type Outline, type PointsOf } from '@oaken/core/assessments';
import { computed } from 'vue';
import { minutesOf, percent, pointsText } from '../shared/words';
import { usualSeconds } from './planned';
import { say } from '../../words/teacher';

const props = defineProps<{
  outline: Outline;
  revisions: ReadonlyMap<number, Pinned>;
  points: PointsOf;
}>();

const meanOf = (values: readonly number[]) =>
  values.length === 0 ? null : values.reduce((sum, value) => sum + value, 0) / values.length;

const pinned = computed(() =>
  allEntries(props.outline).flatMap(({ revisionId }) => props.revisions.get(revisionId) ?? []),
);
const items = computed(() => countItems(props.outline));
/** A draw gives some of what stands there, or what is not here yet: it is taken to need as long as the others. */
const minutes = computed(() => {
  const seconds = meanOf(pinned.value.map((item) => item.seconds ?? usualSeconds)) ?? usualSeconds;
  return minutesOf(seconds * items.value);
});
const facilities = computed(() => pinned.value.flatMap(({ facility }) => facility?.value ?? []));
const standards = computed(
  () => new Set(pinned.value.flatMap((item) => item.standards.map(({ id }) => id))).size,
);
</script>

<template>
  <span
    ><b>{{ say('common.itemsCounted', { n: items }) }}</b></span
  >
  <span
    ><b>{{ pointsText(points.total) }}</b> {{ say('tests.points') }}</span
  >
  <span
    >{{ say('tests.about') }} <b>{{ minutes }}</b> {{ say('tests.min') }}</span
  >
  <span
    v-if="facilities.length"
    :title="say('tests.fromFacilitiesItemsWith', { facilities: facilities.length })"
    >{{ say('tests.averageScore') }} <b>{{ percent(meanOf(facilities)) }}</b></span
  >
  <span
    ><b>{{ say('tests.standards', { n: standards }) }}</b></span
  >
</template>
