<script setup lang="ts">
import { listing } from '@oaken/core/text';
import { clockInWords, dateInWords, locales, day, wallOf } from '@oaken/core/timing';
import { computed, onMounted, ref } from 'vue';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import { useRefresh } from '../../client/useRefresh';
import { useSession } from '../../client/session';
import EmptyNote from '../../parts/EmptyNote.vue';
import FacingPages from '../shared/FacingPages.vue';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../shared/PageHead.vue';
import { useWords } from '../shared/words';
import ClassBar from '../shared/ClassBar.vue';
import LoadingLines from '../shared/LoadingLines.vue';
import ComingNext from '../curriculum/ComingNext.vue';
import FirstVisit from './FirstVisit.vue';
import { say } from '../../words/teacher';

const session = useSession();
const words = useWords();
type Today = Awaited<ReturnType<typeof call<'readToday'>>>;
const today = ref<Today | null>(null);
const { wrong, read } = useDoing();

async function load(): Promise<void> {
  await read(async () => {
    today.value = await call('readToday', {});
  });
}
onMounted(load);
useRefresh(load, 30_000);
// What was not looked at yet comes within seconds.
useRefresh(() => (today.value?.footing.unread ? load() : undefined), 3_000);

const zone = computed(() => session.school.zone);
const dateOf = (time: number) => wallOf(time, zone.value).slice(0, 10);
const hourOf = (time: number) => clockInWords(time, zone.value);
const title = computed(() =>
  new Intl.DateTimeFormat(locales.en, {
    weekday: 'long',
    day: 'numeric',
    month: 'long',
    timeZone: zone.value,
  }).format(session.now()),
);

interface Line {
  at: number;
  time: string;
  verb: string;
  id: number;
  title: string;
  classes: string;
  account: string;
}

const lines = computed<Line[]>(() =>
  (today.value?.windows ?? [])
    .flatMap((window) => {
      const shared = {
        id: window.id,
        title: window.title,
        classes: listing(window.classes.map(({ name }) => name)),
        account: say('today.handedInGivenHanded', {
          handedIn: window.handedIn,
          given: window.given,
          value: window.working ? say('today.workingWorking', { working: window.working }) : '',
        }),
      };
      const events: Line[] = [
        { ...shared, at: window.opensAt, time: hourOf(window.opensAt), verb: say('today.opens') },
      ];
      if (window.closesAt !== null)
        events.push({
          ...shared,
          at: window.closesAt,
          time: hourOf(window.closesAt),
          verb: say('today.closes'),
        });
      return events;
    })
    .sort((a, b) => a.at - b.at),
);
const now = computed(() => today.value?.now ?? session.now());
const openNow = computed(() =>
  (today.value?.windows ?? []).filter(
    (window) =>
      window.opensAt <= now.value && (window.closesAt === null || window.closesAt > now.value),
  ),
);
const todays = computed(() => lines.value.filter(({ at }) => dateOf(at) === dateOf(now.value)));
const later = computed(() => {
  const days = new Map<string, Line[]>();
  for (const line of lines.value) {
    if (
      line.at <= now.value ||
      dateOf(line.at) === dateOf(now.value) ||
      line.at > now.value + 8 * day
    )
      continue;
    const key = dateInWords(line.at, zone.value);
    days.set(key, [...(days.get(key) ?? []), line]);
  }
  return [...days];
});
/** The page of the results that says more. */
const pages = { complete: 'overview', flagged: 'items', 'not-begun': 'students' };
function addressOf({ what, assignmentId, secondMarkingId }: Today['waiting'][number]): string {
  if (what === 'to-mark') return '/marking';
  if (what === 'to-look-at') return `/assignments/${assignmentId}/paper/look`;
  if (what === 'second-marking') return `/marking/second/${secondMarkingId}`;
  return `/results/${assignmentId}/${pages[what]}`;
}
const headings = {
  complete: say('today.resultsComplete'),
  flagged: say('today.checkKey'),
  'not-begun': say('today.notBegun'),
  'to-mark': say('today.toMark'),
  'to-look-at': say('paper.lookAtThese'),
  'second-marking': say('desk.secondMarking'),
};
</script>

<template>
  <PageHead
    :title="title"
    :where="say('today.goodDayGivenName', { givenName: session.account?.givenName })"
  >
    <RouterLink to="/banks"
      ><ElButton type="primary">{{ say('today.findQuestions') }}</ElButton></RouterLink
    >
  </PageHead>
  <FirstVisit />
  <p v-if="wrong" class="wrong inset" role="alert">{{ wrong }}</p>
  <FacingPages name="today" :left="say('today.theDay')" :right="say('today.waitingMe')" :start="52">
    <template #left>
      <div class="inset">
        <LoadingLines v-if="!today && !wrong" />
        <h2>{{ say('today.openNow') }}</h2>
        <p v-if="today && openNow.length === 0" class="faded">
          {{ say('today.noAssignmentOpenAssign') }}
          <RouterLink to="/tests">{{ say('common.tests') }}</RouterLink>.
        </p>
        <ul class="lines">
          <li v-for="assignment in openNow" :key="assignment.id">
            <RouterLink :to="`/watch/${assignment.id}`" class="title">{{
              assignment.title
            }}</RouterLink>
            <span class="faded"> · {{ listing(assignment.classes.map(({ name }) => name)) }}</span>
            <ClassBar
              :handed-in="assignment.handedIn"
              :working="assignment.working"
              :not-begun="assignment.notBegun"
            />
            <span class="faded">{{ words.closing(assignment.closesAt) }}</span>
          </li>
        </ul>
        <h2 class="gap">{{ say('today.todayByClock') }}</h2>
        <p v-if="today && todays.length === 0" class="faded">
          {{ say('today.nothingOpensOrCloses') }}
        </p>
        <table v-else class="ruled">
          <tbody>
            <tr v-for="line in todays" :key="line.verb + line.id">
              <td class="figures hour">{{ line.time }}</td>
              <td>
                <RouterLink :to="`/results/${line.id}`">{{ line.title }}</RouterLink>
                {{ line.verb }}
                <div class="faded small">{{ line.classes }} · {{ line.account }}</div>
              </td>
            </tr>
          </tbody>
        </table>
        <ComingNext class="gap" />
        <h2 class="gap">{{ say('today.theNextSevenDays') }}</h2>
        <p v-if="today && later.length === 0" class="faded">
          {{ say('today.nothingOpensOrClosesIn') }}
        </p>
        <template v-for="[name, events] in later" :key="name">
          <h3 class="day">{{ name }}</h3>
          <table class="ruled">
            <tbody>
              <tr v-for="line in events" :key="line.verb + line.id">
                <td class="figures hour">{{ line.time }}</td>
                <td>
                  {{ line.title }} {{ line.verb }} <span class="faded">· {{ line.classes }}</span>
                </td>
              </tr>
            </tbody>
          </table>
        </template>
      </div>
    </template>
    <template #right>
      <div class="inset">
        <h2>{{ say('today.waitingMe') }}</h2>
        <LoadingLines v-if="!today && !wrong" />
        <EmptyNote v-if="today && today.waiting.length === 0" :title="say('today.nothingDo')">
          {{ say('today.resultsAppearHereWhen') }}
        </EmptyNote>
        <ul class="lines">
          <li
            v-for="matter in today?.waiting"
            :key="`${matter.what} ${matter.assignmentId} ${matter.secondMarkingId}`"
            class="waiting"
            :class="matter.what"
          >
            <RouterLink :to="addressOf(matter)" class="row">
              <span class="what">{{ headings[matter.what] }}</span>
              <span class="title">{{ matter.title }}</span>
              <span class="faded">{{ matter.classes }} · {{ matter.detail }}</span>
            </RouterLink>
          </li>
        </ul>
      </div>
    </template>
  </FacingPages>
  <FootingLine :label="say('today.todaysTotals')">
    <template v-if="today">
      <span
        ><b>{{ say('today.assignments', { n: today.footing.open }) }}</b>
        {{ say('common.open') }}</span
      >
      <span
        ><b>{{ say('common.studentsCounted', { n: today.footing.working }) }}</b>
        {{ say('today.workingNow') }}</span
      >
      <span
        ><b>{{ say('today.results', { n: today.footing.complete }) }}</b>
        {{ say('today.completeInLastThree') }}</span
      >
      <span v-if="today.footing.unread > 0">{{
        say('today.stillChecked', { n: today.footing.unread })
      }}</span>
    </template>
  </FootingLine>
</template>

<style scoped>
.inset {
  padding: 16px 24px;
}
.gap {
  margin-top: 26px;
}
.lines {
  list-style: none;
  margin: 6px 0 0;
  padding: 0;
}
.lines > li {
  border-bottom: var(--line);
  padding: 10px 0;
}
.title {
  font-family: var(--serif);
  font-weight: 600;
}
.account {
  display: flex;
  gap: 4px 18px;
  flex-wrap: wrap;
}
.hour {
  width: 74px;
}
.day {
  margin: 14px 0 2px;
  font-size: 0.95rem;
  color: var(--faded);
}
.waiting {
  padding: 0 !important;
}
.row {
  display: grid;
  grid-template-columns: 132px 1fr;
  gap: 0 14px;
  padding: 10px 8px;
  color: inherit;
  text-decoration: none;
}
.row:hover {
  background: var(--wash);
}
.row .what {
  grid-row: span 2;
  color: var(--faded);
  font-size: 0.9rem;
  padding-top: 2px;
}
.flagged .what {
  color: var(--low);
  font-weight: 650;
}
</style>
