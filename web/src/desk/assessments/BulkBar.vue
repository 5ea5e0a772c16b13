<script setup lang="ts">
/**
 * What can be done to the selected items of a test at once: points, another section or place, out of
 * the test, asked in class, copied elsewhere.
 */
import type { Section } from '@oaken/core/assessments';
import { ref } from 'vue';
import SelectField from '../../parts/SelectField.vue';
import { say } from '../../words/teacher';

const props = defineProps<{
  selected: number;
  sections: readonly Section[];
  /** How many items the test has. */
  places: number;
  mayChange: boolean;
}>();
const emit = defineEmits<{
  points: [points: number];
  section: [id: string];
  place: [place: number];
  remove: [];
  prepare: [];
  copy: [];
  clear: [];
}>();
const points = ref('');
const place = ref('');
const wrong = ref('');

const numberIn = (text: string) =>
  text.trim() === '' ? Number.NaN : Number(text.replace(',', '.'));
function givePoints(): void {
  const number = numberIn(points.value);
  wrong.value = '';
  if (!Number.isFinite(number)) wrong.value = say('tests.pointsMustBeNumber');
  else if (number < 0) wrong.value = say('tests.pointsCannotBeBelow');
  else if (number > 1000) wrong.value = say('tests.atMost1000Points');
  else emit('points', number);
}
function goToPlace(): void {
  const number = numberIn(place.value);
  const exists = Number.isInteger(number) && number >= 1 && number <= props.places;
  wrong.value = exists ? '' : say('tests.placeOutOf', { places: props.places });
  if (exists) emit('place', number);
}
</script>

<template>
  <div class="bulk" role="group" :aria-label="say('tests.selectedItems')">
    <b role="status">{{ say('tests.selectedInTest', { n: selected }) }}</b>
    <template v-if="mayChange">
      <form @submit.prevent="givePoints">
        <ElInput
          v-model="points"
          size="small"
          class="few"
          inputmode="decimal"
          :aria-label="say('tests.pointsForSelected')"
        />
        <ElButton size="small" native-type="submit">{{ say('tests.setPoints') }}</ElButton>
      </form>
      <SelectField
        v-if="sections.length > 1"
        size="small"
        :model-value="null"
        :aria-label="say('tests.moveToSection')"
        @update:model-value="(id: string | null) => id && emit('section', id)"
        ><ElOption :value="null" disabled :label="say('tests.moveToSection')" /><ElOption
          v-for="(section, index) in sections"
          :key="section.id"
          :value="section.id"
          :label="section.title || say('tests.sectionNumberTitle', { number: index + 1 })"
      /></SelectField>
      <form @submit.prevent="goToPlace">
        <ElInput
          v-model="place"
          size="small"
          class="few"
          inputmode="numeric"
          :aria-label="say('tests.place')"
        />
        <ElButton size="small" native-type="submit">{{ say('tests.moveToPlace') }}</ElButton>
      </form>
      <ElButton size="small" @click="emit('remove')">{{ say('tests.remove') }}</ElButton>
    </template>
    <ElButton size="small" @click="emit('copy')">{{ say('tests.copyToDots') }}</ElButton>
    <ElButton size="small" @click="emit('prepare')">{{ say('rounds.prepareFor') }}</ElButton>
    <ElButton link class="word" @click="emit('clear')">
      {{ say('tests.clearSelection') }}
    </ElButton>
    <span v-if="wrong" class="wrong" role="alert">{{ wrong }}</span>
  </div>
</template>

<style scoped>
.bulk {
  position: sticky;
  top: 0;
  z-index: 4;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
  margin: 4px 0 0;
  padding: 5px 10px;
  border: var(--line);
  border-inline-start: 3px solid var(--oak);
  background: var(--paper);
  font-size: 0.9rem;
}
form {
  display: flex;
  gap: 4px;
}
.few {
  width: 56px;
}
</style>
