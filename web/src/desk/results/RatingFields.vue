<script setup lang="ts">
/** A teacher's own rating of a student in each standard, for staff only. */
import type { StudentWork } from '@oaken/contract/results';
import { call } from '../../client/call';
import { failed } from '../shared/undo';

const props = defineProps<{
  work: Pick<StudentWork, 'ratings' | 'mayChange'>;
  place: { assignmentId: number; studentId: number };
}>();
/** Nothing was kept: what stands in the fields is not so. */
const emit = defineEmits<{ refused: [] }>();

async function rate(standard: string, event: Event): Promise<void> {
  const { value } = event.target as HTMLSelectElement;
  try {
    await call('rate', {
      params: props.place,
      body: { standard, rating: value === '' ? null : Number(value) },
    });
  } catch (error) {
    failed(error);
    emit('refused');
  }
}
</script>

<template>
  <h3>My ratings <span class="faded small">1 to 4, for staff only</span></h3>
  <label v-for="line in work.ratings" :key="line.standard" class="rating">
    <span
      >{{ line.statement || line.standard }}
      <span class="faded small">{{ line.standard }}</span></span
    >
    <select
      class="plain-input"
      :value="line.rating ?? ''"
      :disabled="!work.mayChange"
      @change="rate(line.standard, $event)"
    >
      <option value="">—</option>
      <option v-for="n in 4" :key="n" :value="n">{{ n }}</option>
    </select>
  </label>
</template>

<style scoped>
h3 {
  margin: 18px 0 6px;
}
.rating {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  padding: 4px 0;
}
.rating .plain-input {
  width: auto;
  min-height: 28px;
  padding: 2px 6px;
}
</style>
