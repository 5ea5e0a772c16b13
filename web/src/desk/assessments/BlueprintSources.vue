<script setup lang="ts">
/** Where the items of a blueprint may come from, and those that are kept out. */
import type { Blueprint } from '@oaken/core/assembly';
import { count } from '@oaken/core/text';
import { computed } from 'vue';
import GradeRow from '../../parts/GradeRow.vue';
import { useLibrary } from '../library/library';

const props = defineProps<{ blueprint: Blueprint; mayChange: boolean }>();
const emit = defineEmits<{ set: [changed: Partial<Blueprint>] }>();
const library = useLibrary();

const usable = computed(() => library.banks.filter(({ may }) => may !== 'read'));
const summary = computed(() => {
  const { banks, grades } = props.blueprint;
  const from = banks.map((id) => library.bankName(id)).join(', ') || 'all that I may use';
  return grades.length ? `${from}; grade ${grades.join(', ')}` : from;
});
function toggleBank(id: number): void {
  const { banks } = props.blueprint;
  const without = banks.filter((bank) => bank !== id);
  const chosen = banks.includes(id) ? without : [...banks, id].sort((a, b) => a - b);
  emit('set', { banks: chosen });
}
</script>

<template>
  <details>
    <summary>
      <b>From</b>{{ ' ' }}
      <span class="faded">{{ summary }}</span>
    </summary>
    <ElCheckbox
      v-for="bank in usable"
      :key="bank.id"
      class="tick"
      :model-value="blueprint.banks.includes(bank.id)"
      :disabled="!mayChange"
      @change="toggleBank(bank.id)"
    >
      {{ bank.name }} <span class="faded">{{ count(bank.items, 'item') }}</span></ElCheckbox
    >
    <GradeRow
      :model-value="blueprint.grades"
      :grades="library.grades"
      label="Only items for these grades"
      each="Items for grade"
      :disabled="!mayChange"
      @update:model-value="emit('set', { grades: $event })"
      >Only for grade</GradeRow
    >
  </details>
  <details v-if="blueprint.without.length">
    <summary>
      <b>Kept out</b> <span class="faded">{{ count(blueprint.without.length, 'item') }}</span>
    </summary>
    <button v-if="mayChange" class="word" @click="emit('set', { without: [] })">
      Let them in again
    </button>
  </details>
</template>

<style scoped>
details {
  border-top: var(--line);
  padding: 7px 0;
}
.tick {
  display: block;
  padding: 3px 0;
}
</style>
