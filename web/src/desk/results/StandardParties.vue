<script setup lang="ts">
/**
 * Below a standard: classes and groups, then the students with the weakest first, since that is
 * where teaching goes on. Over all assignments each student has a line over time.
 */
import type { AnswerOf, api } from '@oaken/contract';
import type { Gathering, StandardResult } from '@oaken/contract/results';
import { computed, ref, watch } from 'vue';
import { call } from '../../client/call';
import SelectField from '../../parts/SelectField.vue';
import { failed } from '../shared/undo';
import { percent } from '../shared/words';
import { basedOn } from './basedOn';
import ShareLine from './ShareLine.vue';
import StudentOverTime from './StudentOverTime.vue';
import { say } from '../../words/teacher';

const props = defineProps<{
  standard: StandardResult;
  assignmentId: number;
  by: Gathering;
  over: 'this' | 'all';
  mayRate: boolean;
}>();
const emit = defineEmits<{ rate: [studentIds: number[], rating: number | null] }>();

const parties = computed(() => {
  const { classes, groups } = props.standard;
  return [...(classes.length > 1 ? classes : []), ...groups].flatMap(({ id, name, earned }) =>
    earned ? [{ key: `${id} ${name}`, name, earned }] : [],
  );
});
const students = computed(() =>
  [...props.standard.students].sort((a, b) => (a.earned?.share ?? 2) - (b.earned?.share ?? 2)),
);

const overTime = ref<AnswerOf<typeof api.readStudentsOverTime>['students']>([]);
const timesOf = (studentId: number) =>
  overTime.value.find(({ id }) => id === studentId)?.times ?? [];
watch(
  () => [props.standard.code, props.over, props.by] as const,
  async ([code, over, by]) => {
    overTime.value = [];
    if (over !== 'all') return;
    const params = { assignmentId: props.assignmentId };
    try {
      const answer = await call('readStudentsOverTime', { params, query: { code, by } });
      if (props.standard.code === code) overTime.value = answer.students;
    } catch (error) {
      failed(error);
    }
  },
  { immediate: true },
);
</script>

<template>
  <tr v-for="{ key, name, earned } in parties" :key="key" class="below">
    <td>{{ name }}</td>
    <td class="line"><ShareLine :earned="earned" /></td>
    <td class="figures">{{ percent(earned.share) }}</td>
    <td class="faded small">{{ basedOn(earned) }}</td>
    <td v-if="over === 'all'" />
  </tr>
  <tr v-for="student in students" :key="student.id" class="below">
    <td>
      <RouterLink :to="`/results/${assignmentId}/students/${student.id}`">{{
        student.name
      }}</RouterLink>
      {{ ' ' }}<span class="faded small">{{ student.class }}</span>
    </td>
    <td class="line"><ShareLine v-if="student.earned" :earned="student.earned" /></td>
    <td class="figures">{{ percent(student.earned?.share) }}</td>
    <td>
      <span class="faded small">{{
        student.earned ? basedOn(student.earned) : say('results.nothingScored')
      }}</span>
      <label v-if="by === 'standard'" class="rating"
        >{{ say('results.rating') }}
        <SelectField
          :model-value="student.rating ?? null"
          :disabled="!mayRate"
          :aria-label="say('results.ratingNameOnCode', { name: student.name, code: standard.code })"
          @update:model-value="emit('rate', [student.id], $event)"
          ><ElOption :value="null" label="—" /><ElOption
            v-for="n in 4"
            :key="n"
            :value="n"
            :label="String(n)" /></SelectField
      ></label>
    </td>
    <td v-if="over === 'all'">
      <StudentOverTime :times="timesOf(student.id)" />
    </td>
  </tr>
</template>

<style scoped>
.below td:first-child {
  padding-inline-start: 34px;
}
.below td {
  background: var(--paper);
}
.line {
  width: 240px;
}
.rating {
  margin-inline-start: 14px;
}
</style>
