<script setup lang="ts">
/** The students who have an assignment: where each stands, and who is picked. */
import { listing } from '@oaken/core/text';
import { computed } from 'vue';
import { useWords } from '../shared/words';
import type { OpenAssignment } from './useChange';
import { toggled } from '../../parts/toggled';
import { say } from '../../words/teacher';

type Student = OpenAssignment['students'][number];
const picked = defineModel<number[]>('picked', { required: true });
const props = defineProps<{ students: readonly Student[]; mayChange: boolean }>();
const emit = defineEmits<{ letIn: [student: Student]; tie: [student: Student] }>();
const words = useWords();

const stateWords: Record<Student['state'], string> = {
  'not-begun': say('common.notBegun'),
  working: say('assignments.stateWorking'),
  'handed-in': say('common.handedIn'),
  withdrawn: say('assignments.hasLeftClass'),
};
const more = ({ closesAt, extraMinutes, extraAttempts }: Student) =>
  listing(
    [
      closesAt === null ? '' : say('assignments.untilClosesAt', { closesAt: words.time(closesAt) }),
      extraMinutes ? say('assignments.extraMinutesMoreMinutes', { extraMinutes }) : '',
      extraAttempts ? say('assignments.moreAttempts', { n: extraAttempts }) : '',
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
            ><span class="unseen">{{ say('common.selectAll') }}</span></ElCheckbox
          >
        </th>
        <th>{{ say('common.student') }}</th>
        <th>{{ say('assignments.state') }}</th>
        <th>{{ say('assignments.accommodations') }}</th>
        <th>{{ say('assignments.exceptions') }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="student in students" :key="student.studentId">
        <td>
          <ElCheckbox
            v-if="student.state !== 'withdrawn'"
            :model-value="picked.includes(student.studentId)"
            @change="picked = toggled(picked, student.studentId)"
            ><span class="unseen">{{
              say('assignments.selectName', { name: student.name })
            }}</span></ElCheckbox
          >
        </td>
        <td>
          {{ student.name }}
          <span class="faded small">{{
            student.guest
              ? say('assignments.guest')
              : say('assignments.classNameNoRoster', {
                  className: student.className,
                  rosterNumber: student.rosterNumber,
                })
          }}</span>
        </td>
        <td class="state">
          {{ stateWords[student.state]
          }}<template v-if="student.attempts > 1">{{
            say('assignments.attemptAttempts', { attempts: student.attempts })
          }}</template>
          <template v-if="student.away">
            <span class="away">{{ say('assignments.leftSitting') }}</span>
            <ElButton
              link
              v-if="mayChange"
              class="word"
              :aria-label="say('assignments.readmitName', { name: student.name })"
              @click="emit('letIn', student)"
            >
              {{ say('assignments.readmit') }}
            </ElButton>
          </template>
        </td>
        <td class="small">{{ student.accommodations }}</td>
        <td class="small">
          {{ more(student) }}
          <ElButton
            link
            v-if="student.guest && mayChange"
            class="word"
            :aria-label="say('assignments.linkNameStudent', { name: student.name })"
            @click="emit('tie', student)"
          >
            {{ say('assignments.linkStudent') }}
          </ElButton>
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
