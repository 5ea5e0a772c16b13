<script setup lang="ts">
/** What the chosen students have already, week by week, with the assignment that is being made among it. */
import type { AnswerOf, api } from '@oaken/contract';
import { clashesOf } from '@oaken/core/assignments';
import { listing } from '@oaken/core/text';
import { day, wallOf } from '@oaken/core/timing';
import { computed } from 'vue';
import { useSession } from '../../client/session';
import WindowCalendar from './WindowCalendar.vue';
import { say } from '../../words/teacher';

const props = defineProps<{
  /** Null while the server is asked. */
  recipients: AnswerOf<typeof api.readRecipients> | null;
  title: string;
  /** The window that is wished for; null while it cannot be read. */
  wished: { opensAt: number; closesAt: number | null } | null;
}>();
const session = useSession();
const { zone } = session.school;

const bars = computed(() => {
  const { has = [], students = 0 } = props.recipients ?? {};
  return has.map((assignment) => ({
    id: assignment.mine ? assignment.assignmentId : 0,
    title: assignment.title,
    classes: assignment.mine ? '' : assignment.teacher,
    opensAt: assignment.opensAt,
    closesAt: assignment.closesAt,
    account:
      assignment.students === students
        ? say('assignments.allThem')
        : say('assignments.studentsThem', { students: assignment.students }),
  }));
});
const thisOne = computed(
  () =>
    props.wished && { title: props.title, classes: say('assignments.thisOne'), ...props.wished },
);
const from = computed(() => props.wished?.opensAt ?? session.now());
const closesAt = computed(() => props.wished?.closesAt ?? null);
const weeks = computed(() =>
  closesAt.value !== null && closesAt.value - from.value > 10 * day ? 3 : 2,
);
const clashes = computed(() => clashesOf(props.recipients?.has ?? [], closesAt.value, zone));
const closingDay = computed(() =>
  closesAt.value === null ? '' : wallOf(closesAt.value, zone).slice(0, 10),
);
</script>

<template>
  <p v-if="clashes.length" class="warn">
    {{
      say('assignments.onDayClosingClosing', { closingDay, slice: listing(clashes.slice(0, 3)) })
    }}
  </p>
  <WindowCalendar :bars="bars" :from="from" :weeks="weeks" :extra="thisOne" />
</template>

<style scoped>
.warn {
  border-inline-start: 4px solid var(--partial);
  padding-inline-start: 10px;
}
</style>
