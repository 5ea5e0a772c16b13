<script setup lang="ts">
/** Letter bands: names and the percent from which each begins, from the best down. */
import type { Band } from '@oaken/core/assignments';
import CommitInput from '../../parts/CommitInput.vue';
import { say } from '../../words/teacher';

const bands = defineModel<Band[]>({ required: true });
defineProps<{ wrong: string | undefined }>();
const set = (index: number, change: Partial<Band>) =>
  (bands.value = bands.value.map((band, n) => (n === index ? { ...band, ...change } : band)));
const shareOf = (percent: number | undefined) => Math.round((percent ?? 0) * 100) / 10_000;
const add = () =>
  (bands.value = [
    ...bands.value.slice(0, -1),
    { name: '', from: Math.max(0, (bands.value.at(-2)?.from ?? 1) - 0.1) },
    ...bands.value.slice(-1),
  ]);
</script>

<template>
  <table class="bands">
    <tbody>
      <tr v-for="(entry, index) in bands" :key="index">
        <td>
          <CommitInput
            class="name"
            :model-value="entry.name"
            maxlength="20"
            :aria-label="say('assignments.nameBandNumber', { number: index + 1 })"
            @change="set(index, { name: $event })"
          />
        </td>
        <td>
          {{ say('assignments.from') }}
          <ElInputNumber
            :controls="false"
            class="from"
            :min="0"
            :max="100"
            :step="0.5"
            :model-value="Math.round(entry.from * 10000) / 100"
            :aria-label="say('assignments.bandNumberBeginsAt', { number: index + 1 })"
            @change="set(index, { from: shareOf($event) })"
          />
          %
        </td>
        <td>
          <ElButton
            link
            v-if="bands.length > 2"
            class="word small"
            :aria-label="say('assignments.removeBandName', { name: entry.name })"
            @click="bands = bands.filter((_, n) => n !== index)"
          >
            {{ say('common.remove') }}
          </ElButton>
        </td>
      </tr>
    </tbody>
  </table>
  <ElButton link v-if="bands.length < 12" class="word small" @click="add">
    {{ say('assignments.addBand') }}
  </ElButton>
  <p class="hint">{{ say('assignments.comparedInWholePercent') }}</p>
  <p v-if="wrong" class="wrong">{{ wrong }}</p>
</template>

<style scoped>
.bands {
  margin-block: 4px;
  margin-inline: 16px 0;
}
.bands td {
  padding-block: 2px;
  padding-inline: 0 8px;
}
.name {
  width: 110px;
}
.from {
  width: 84px;
}
</style>
