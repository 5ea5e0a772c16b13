<script setup lang="ts">
/** Weeks as columns of days, windows as ruled bars from opening to closing, each with its own account. */
import { clockInWords, locales, day, wallOf } from '@oaken/core/timing';
import { computed } from 'vue';
import { useSession } from '../../client/session';
import type { Bar } from './bars';
import { say } from '../../words/teacher';

const props = defineProps<{
  bars: Bar[];
  from: number;
  weeks: number;
  /** The one that is being made. */
  extra?: Omit<Bar, 'id' | 'account'> | null;
}>();
const session = useSession();
const zone = computed(() => session.school.zone);
const dateOf = (time: number) => wallOf(time, zone.value).slice(0, 10);

/** Dates as plain days, so that a clock change never shifts a column. */
const asDay = (date: string) => Date.parse(`${date}T00:00Z`) / day;
const firstDay = computed(() => {
  const start = asDay(dateOf(props.from));
  return start - ((start + 3) % 7);
});
const weeks = computed(() => Array.from({ length: props.weeks }, (_, w) => firstDay.value + 7 * w));
const names = [
  say('assignments.mon'),
  say('assignments.tue'),
  say('assignments.wed'),
  say('assignments.thu'),
  say('assignments.fri'),
  say('assignments.sat'),
  say('assignments.sun'),
];
const label = (time: number) =>
  new Date(time * day).toLocaleDateString(locales.en, {
    day: 'numeric',
    month: 'short',
    timeZone: 'UTC',
  });
const today = computed(() => asDay(dateOf(session.now())));

const all = computed(() => [
  ...props.bars.map((bar) => ({ ...bar, mine: false })),
  ...(props.extra ? [{ ...props.extra, id: 0, account: '', mine: true }] : []),
]);

/** The bars of a week with their first and last column, longest first so that rows stay few. */
function inWeek(monday: number) {
  return all.value
    .map((bar) => {
      const first = asDay(dateOf(bar.opensAt));
      const last = bar.closesAt === null ? Infinity : asDay(dateOf(bar.closesAt));
      return { ...bar, first, last };
    })
    .filter(({ first, last }) => last >= monday && first < monday + 7)
    .sort((a, b) => a.first - b.first || b.last - a.last)
    .map((bar) => ({
      ...bar,
      column: `${Math.max(0, bar.first - monday) + 1} / ${Math.min(6, bar.last - monday) + 2}`,
      begins: bar.first >= monday,
      ends: bar.last <= monday + 6,
    }));
}
const hour = (time: number) => clockInWords(time, zone.value);
</script>

<template>
  <div class="calendar">
    <section
      v-for="monday in weeks"
      :key="monday"
      class="week"
      :aria-label="say('assignments.weekLabel', { label: label(monday) })"
    >
      <div class="days">
        <div
          v-for="(name, d) in names"
          :key="name"
          class="dayname"
          :class="{ today: monday + d === today, past: monday + d < today }"
        >
          {{ name }} <span class="faded">{{ label(monday + d) }}</span>
        </div>
      </div>
      <div class="bars">
        <component
          :is="bar.id ? 'RouterLink' : 'div'"
          v-for="(bar, index) in inWeek(monday)"
          :key="index"
          :to="bar.id ? `/assignments/${bar.id}` : undefined"
          class="bar"
          :class="{ mine: bar.mine, begins: bar.begins, ends: bar.ends }"
          :style="{ gridColumn: bar.column }"
          :title="`${bar.title}, ${bar.classes}: ${bar.account}`"
        >
          <span class="line"
            ><b>{{ bar.title }}</b
            ><template v-if="bar.classes"> · {{ bar.classes }}</template></span
          >
          <span class="line small faded">
            <template v-if="bar.begins">{{ hour(bar.opensAt) }} –</template
            ><template v-else>…</template>
            <template v-if="bar.ends && bar.closesAt !== null">
              {{ hour(bar.closesAt) }}</template><template v-else> …</template>
            <template v-if="bar.account">{{ ' ' }}· {{ bar.account }}</template>
          </span>
        </component>
        <p v-if="inWeek(monday).length === 0" class="faded small none">
          {{ say('assignments.nothingInThisWeek') }}
        </p>
      </div>
    </section>
  </div>
</template>

<style scoped>
.days,
.bars {
  display: grid;
  grid-template-columns: repeat(7, minmax(0, 1fr));
}
.dayname {
  border-bottom: 2px solid var(--rule-strong);
  border-inline-start: var(--line);
  padding: 4px 6px;
  font-weight: 600;
  font-size: 0.8rem;
  white-space: nowrap;
}
.dayname span {
  font-weight: 400;
}
.today {
  box-shadow: inset 0 -4px var(--oak);
}
.bars {
  align-items: start;
  gap: 5px 0;
  padding: 6px 0 16px;
  min-height: 60px;
  background-image: repeating-linear-gradient(
    to right,
    var(--rule) 0 1px,
    transparent 1px calc(100% / 7)
  );
}
.bar {
  border: 1px solid var(--rule-strong);
  border-inline-start-width: 1px;
  background: var(--paper);
  color: inherit;
  text-decoration: none;
  padding: 3px 7px;
  margin: 0 3px;
  min-width: 0;
}
.bar.begins {
  border-inline-start: 4px solid var(--oak-light);
}
.bar.ends {
  border-inline-end: 4px solid var(--oak-light);
}
.bar:hover {
  background: var(--wash);
}
.mine {
  background: var(--secure-wash);
  border-color: var(--secure) !important;
}
.line {
  display: block;
  display: -webkit-box;
  -webkit-line-clamp: 2;
  -webkit-box-orient: vertical;
  overflow: hidden;
  font-size: 0.88rem;
  line-height: 1.35;
}
.none {
  grid-column: 1 / -1;
  padding: 6px;
}
</style>
