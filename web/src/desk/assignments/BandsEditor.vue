<script setup lang="ts">
/** Letter bands: names and the percent from which each begins, from the best down. */
import type { Band } from '@oaken/core/assignments';
import CommitInput from '../../parts/CommitInput.vue';

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
            :aria-label="`Name of band ${index + 1}`"
            @change="set(index, { name: $event })"
          />
        </td>
        <td>
          from
          <ElInputNumber
            :controls="false"
            class="from"
            :min="0"
            :max="100"
            :step="0.5"
            :model-value="Math.round(entry.from * 10000) / 100"
            :aria-label="`Band ${index + 1} begins at percent`"
            @change="set(index, { from: shareOf($event) })"
          />
          %
        </td>
        <td>
          <button
            v-if="bands.length > 2"
            type="button"
            class="word small"
            :aria-label="`take away band ${entry.name}`"
            @click="bands = bands.filter((_, n) => n !== index)"
          >
            take away
          </button>
        </td>
      </tr>
    </tbody>
  </table>
  <button v-if="bands.length < 12" type="button" class="word small" @click="add">
    One more band
  </button>
  <p class="hint">Compared in whole percent, as students read it: 89.5% is 90%.</p>
  <p v-if="wrong" class="wrong">{{ wrong }}</p>
</template>

<style scoped>
.bands {
  margin: 4px 0 4px 16px;
}
.bands td {
  padding: 2px 8px 2px 0;
}
.name {
  width: 110px;
}
.from {
  width: 84px;
}
</style>
