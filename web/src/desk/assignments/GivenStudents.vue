<script setup lang="ts">
/** The students who have an assignment: where each stands, and who is picked. */
import { listing } from '@oaken/core/text';
import { computed } from 'vue';
import { useWords } from '../shared/words';
import type { OpenAssignment } from './useChange';
import { toggled } from '../../parts/toggled';

type Student = OpenAssignment['students'][number];
const picked = defineModel<number[]>('picked', { required: true });
const props = defineProps<{ students: readonly Student[]; mayChange: boolean }>();
const emit = defineEmits<{ letIn: [student: Student]; tie: [student: Student] }>();
const words = useWords();

const stateWords: Record<Student['state'], string> = {
  'not-begun': 'not begun',
  working: 'working',
  'handed-in': 'handed in',
  withdrawn: 'has left the class',
};
const more = ({ closesAt, extraMinutes, extraAttempts }: Student) =>
  listing(
    [
      closesAt === null ? '' : `until ${words.time(closesAt)}`,
      extraMinutes ? `${extraMinutes} minutes more` : '',
      extraAttempts ? `${extraAttempts} ${extraAttempts === 1 ? 'attempt' : 'attempts'} more` : '',
    ].filter(Boolean),
  );
const pickable = computed(() =>
  props.students.flatMap(({ state, studentId }) => (state === 'withdrawn' ? [] : [studentId])),
);
const allPicked = computed(
  () => picked.value.length > 0 && picked.value.length === pickable.value.length,
);
</script>

<template>
  <table class="ruled">
    <thead>
      <tr>
        <th>
          <ElCheckbox :model-value="allPicked" @change="picked = allPicked ? [] : [...pickable]"
            ><span class="unseen">Pick all</span></ElCheckbox
          >
        </th>
        <th>Student</th>
        <th>State</th>
        <th>Accommodations</th>
        <th>Of their own</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="student in students" :key="student.studentId">
        <td>
          <ElCheckbox
            v-if="student.state !== 'withdrawn'"
            :model-value="picked.includes(student.studentId)"
            @change="picked = toggled(picked, student.studentId)"
            ><span class="unseen">Pick {{ student.name }}</span></ElCheckbox
          >
        </td>
        <td>
          {{ student.name }}
          <span class="faded small">{{
            student.guest ? 'guest' : `${student.className} no. ${student.rosterNumber}`
          }}</span>
        </td>
        <td class="state">
          {{ stateWords[student.state]
          }}<template v-if="student.attempts > 1">, attempt {{ student.attempts }}</template>
          <template v-if="student.away">
            <span class="away">left the sitting</span>
            <button
              v-if="mayChange"
              class="word"
              :aria-label="`let in again: ${student.name}`"
              @click="emit('letIn', student)"
            >
              let in again
            </button>
          </template>
        </td>
        <td class="small">{{ student.accommodations }}</td>
        <td class="small">
          {{ more(student) }}
          <button
            v-if="student.guest && mayChange"
            class="word"
            :aria-label="`say who it is: ${student.name}`"
            @click="emit('tie', student)"
          >
            say who it is
          </button>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.state {
  white-space: nowrap;
}
.away {
  color: var(--partial-ink);
  font-weight: 600;
}
</style>
