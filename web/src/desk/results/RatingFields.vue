<script setup lang="ts">
/** A teacher's own rating of a student in each standard, for staff only. */
import type { StudentWork } from '@oaken/contract/results';
import { call } from '../../client/call';
import { useGrowing } from '../../parts/useGrowing';
import { failed } from '../shared/undo';
import SelectField from '../../parts/SelectField.vue';
import { say } from '../../words/teacher';

const props = defineProps<{
  work: Pick<StudentWork, 'ratings' | 'mayChange'>;
  place: { assignmentId: number; studentId: number };
}>();
/** Nothing was kept: what stands in the fields is not so. */
const emit = defineEmits<{ refused: [] }>();

const drawn = useGrowing(() => props.work.ratings.length, 2);

async function rate(standard: string, rating: number | null): Promise<void> {
  try {
    await call('rate', {
      params: { assignmentId: props.place.assignmentId },
      body: { standard, ratings: [{ studentId: props.place.studentId, rating }] },
    });
  } catch (error) {
    failed(error);
    emit('refused');
  }
}
</script>

<template>
  <h3>
    {{ say('results.myRatings') }}
    <span class="faded small">{{ say('results.n14StaffOnly') }}</span>
  </h3>
  <label v-for="line in work.ratings.slice(0, drawn)" :key="line.standard" class="rating">
    <span
      >{{ line.statement || line.standard }}
      <span class="faded small">{{ line.standard }}</span></span
    >
    <SelectField
      :model-value="line.rating ?? null"
      :disabled="!work.mayChange"
      @update:model-value="rate(line.standard, $event)"
      ><ElOption :value="null" label="—" /><ElOption
        v-for="n in 4"
        :key="n"
        :value="n"
        :label="String(n)"
    /></SelectField>
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
</style>
