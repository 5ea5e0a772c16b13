<script setup lang="ts">
import type { SeatRow } from '@oaken/contract/attempts';
import type { MessageKey } from '@oaken/words';
import { urgencies, urgencyOf, type Urgency } from '@oaken/core/sitting';
import { minute } from '@oaken/core/timing';
import { computed, defineAsyncComponent, onMounted, onUnmounted, ref } from 'vue';
import { useRouter } from 'vue-router';
import { inWords, Unreachable } from '../client/request';
import { seatCall } from '../client/seatCall';
import { useRefresh } from '../client/useRefresh';
import { useSession } from '../client/session';
import { say } from '../words';
import { undecidedInWords } from './endWords';
import { forgetOtherPads } from './keptPads';
import { listOpened, sendKept } from './keptStore';
import LanguageChoice from './LanguageChoice.vue';
import { limitInWords } from './limitWords';
import { scoreInWords } from './scoreWords';
import { hasRules } from './ruleWords';
import { lengthText, momentInWords } from './timeWords';

/** Rarely used, and not what a student waits for. */
const CalendarFeed = defineAsyncComponent(() => import('../parts/CalendarFeed.vue'));
const session = useSession();
const router = useRouter();
const rows = ref<SeatRow[] | null>(null);
/** What the student's classes are being asked now. */
const rounds = ref<{ id: number; title: string; teacher: string }[]>([]);
const wrong = ref('');
/** Attempts of which this device still keeps something. */
const waiting = ref(0);
/** Without network: work that is open on this device. */
const open = ref<{ id: number; title: string }[]>([]);

async function load(): Promise<void> {
  try {
    // What this device still has from an earlier page goes first, so that the list knows of it.
    waiting.value = await sendKept(session.account?.id ?? 0);
    const answer = await seatCall('listSeat', {});
    session.setClock(answer.now);
    rows.value = answer.assignments;
    rounds.value = answer.rounds;
    wrong.value = '';
    open.value = [];
    const working = answer.assignments.filter(({ state }) => state === 'working');
    await forgetOtherPads(
      session.account?.id ?? 0,
      working.map(({ assignmentId }) => assignmentId),
    );
  } catch (error) {
    wrong.value = inWords(error);
    if (error instanceof Unreachable && !rows.value)
      open.value = (await listOpened(session.account?.id ?? 0)).map(({ assignment, attempt }) => ({
        id: assignment,
        title: attempt.form.title,
      }));
  }
}
onMounted(async () => {
  await load();
  // Formulas are common; while the list is read they can come, so that no question waits for them.
  void import('../parts/formulas').catch(() => {});
});
addEventListener('online', load);
useRefresh(load, 10_000);
onUnmounted(() => removeEventListener('online', load));

const isOpen = ({ state }: SeatRow) => state === 'open' || state === 'working';
const urgencyKeys: Record<Urgency, MessageKey> = {
  late: 'list.dueLate',
  today: 'list.dueToday',
  week: 'list.dueWeek',
  later: 'list.dueLater',
  practice: 'list.practiceTitle',
};
const urgencyFor = (row: SeatRow) =>
  urgencyOf({ ...row, isPractice: row.offPerTry !== null }, session.now(), session.school.zone);
const groups = computed(() => {
  const of = (...states: SeatRow['state'][]) =>
    rows.value?.filter(({ state }) => states.includes(state)) ?? [];
  const toDo = of('working', 'open');
  const soon = urgencies.map((urgency) => ({
    title: say(urgencyKeys[urgency]),
    rows: toDo.filter((row) => urgencyFor(row) === urgency),
  }));
  return [
    ...soon,
    {
      title: say('list.coming'),
      rows: of('coming').sort((a, b) => a.opensAt - b.opensAt),
    },
    {
      title: say('list.toRead'),
      rows: of('handed-in')
        .filter(({ canRead }) => canRead)
        .reverse(),
    },
    {
      title: say('list.handedIn'),
      rows: of('handed-in')
        .filter(({ canRead }) => !canRead)
        .reverse(),
    },
    { title: say('list.missed'), rows: of('missed').reverse() },
  ].filter(({ rows: shown }) => shown.length > 0);
});
const hasNothingToDo = computed(() => !rows.value?.some(isOpen));
const items = (row: SeatRow) => say('list.questions', { n: row.items });
const canTryAgain = (row: SeatRow) =>
  row.state === 'handed-in' && row.handedInAt !== null && row.attemptsLeft !== 0;
const at = (key: MessageKey, moment: number) => say(key, { time: momentInWords(moment) });
const handedInKey = {
  student: 'list.handedInAt',
  teacher: 'list.handedInAt',
  server: 'list.ranOut',
  paper: 'list.onPaper',
} as const;
function handedInWords(row: SeatRow, moment: number): string {
  const how = at(handedInKey[row.handedInBy ?? 'student'], moment);
  if (!canTryAgain(row)) return how;
  const left =
    row.attemptsLeft === null
      ? say('list.tryAgain')
      : say('list.attemptsLeft', { n: row.attemptsLeft });
  return `${how} · ${left}`;
}
function openWords(row: SeatRow): string {
  if (row.closesAt === null) return say('list.neverCloses');
  return row.closesAt <= session.now() && row.lateUntil !== null
    ? at('list.late', row.lateUntil)
    : at('list.closes', row.closesAt);
}
function facts(row: SeatRow): string {
  if (row.state === 'coming')
    return `${at('list.opens', row.opensAt)} · ${items(row)} · ${limitInWords(row)}`;
  if (row.state === 'handed-in')
    return row.handedInAt === null ? say('list.timeOver') : handedInWords(row, row.handedInAt);
  if (row.state === 'missed') return row.closesAt === null ? '' : at('list.closed', row.closesAt);
  if (row.state === 'working' && row.deadlineAt !== null) return at('list.ends', row.deadlineAt);
  return `${openWords(row)} · ${items(row)} · ${limitInWords(row)}`;
}
/** Where work to do stands; what is handed in or to come says so by its group. */
function stateWords(row: SeatRow): string {
  if (row.gate !== null) return say(row.gate === 'elsewhere' ? 'list.elsewhere' : 'list.notLetIn');
  if (row.state === 'open') return say('list.stateOpen');
  if (row.state !== 'working') return '';
  const { asked, answered } = row.done ?? { asked: 0, answered: 0 };
  const far = say('list.stateDone', { answered, asked, left: asked - answered });
  return `${say('list.stateWorking')} · ${far}`;
}
/** What is read or typed first stands on a page of its own. */
const way = (row: SeatRow) =>
  row.state !== 'working' &&
  (row.asksWord || row.instructions || hasRules(row.sitting) || row.attemptsMade > 0)
    ? `/begin/${row.assignmentId}`
    : `/sit/${row.assignmentId}`;
/** Pressing Begin starts the clock, with no page in between that would say so. */
const startsAtOnce = (row: SeatRow) =>
  row.state === 'open' && row.limitMinutes !== null && !row.timed && way(row).startsWith('/sit/');
async function leave(): Promise<void> {
  await session.signOut().catch(() => {});
  await router.push('/sign-in');
}
</script>

<template>
  <header class="seathead">
    <h1>{{ session.name || say('list.title') }}</h1>
    <button class="word" @click="leave">{{ say('list.signOut') }}</button>
  </header>
  <main class="column">
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <section v-if="open.length">
      <h2>{{ say('list.openHere') }}</h2>
      <ul>
        <li v-for="entry in open" :key="entry.id">
          <p class="title">{{ entry.title }}</p>
          <RouterLink class="btn main" :to="`/sit/${entry.id}`">{{
            say('list.continue')
          }}</RouterLink>
        </li>
      </ul>
    </section>
    <section v-if="rounds.length">
      <h2>{{ say('round.isAsked') }}</h2>
      <ul>
        <li v-for="round in rounds" :key="round.id">
          <div>
            <p class="title">{{ round.title }}</p>
            <p class="faded small">{{ round.teacher }}</p>
          </div>
          <RouterLink class="btn main" :to="`/round/${round.id}`">{{
            say('round.comeIn')
          }}</RouterLink>
        </li>
      </ul>
    </section>
    <p v-if="waiting" class="kept" role="status">
      {{ say('list.kept') }}
    </p>
    <p v-if="!rows && !wrong" class="faded">{{ say('list.loading') }}</p>
    <p v-if="rows && hasNothingToDo">{{ say('list.nothingNow') }}</p>
    <template v-for="group in rows ? groups : []" :key="group.title">
      <section>
        <h2>{{ group.title }}</h2>
        <ul>
          <li v-for="row in group.rows" :key="row.assignmentId">
            <div>
              <p class="title">{{ row.title }}</p>
              <p v-if="stateWords(row)" class="state">{{ stateWords(row) }}</p>
              <p class="faded">
                {{ say(row.offPerTry === null ? 'list.test' : 'list.practice') }} · {{ facts(row) }}
              </p>
              <p v-if="startsAtOnce(row)">
                {{
                  say('begin.timeStarts', { time: lengthText((row.limitMinutes ?? 0) * minute) })
                }}
              </p>
              <p v-if="row.undecided">{{ undecidedInWords(row.undecided) }}</p>
              <p class="faded small">{{ row.teacher }}</p>
            </div>
            <RouterLink v-if="isOpen(row) && row.gate === null" class="btn main" :to="way(row)">{{
              say(row.state === 'working' ? 'list.continue' : 'list.begin')
            }}</RouterLink>
            <span v-else-if="!isOpen(row)" class="outcome">
              <RouterLink
                v-if="row.canRead && row.score"
                class="btn"
                :to="`/report/${row.assignmentId}`"
                >{{ scoreInWords(row.score) }}</RouterLink
              >
              <span v-else-if="row.state === 'handed-in'" class="faded small">{{
                say('list.notReleased')
              }}</span>
              <RouterLink v-if="canTryAgain(row)" class="btn" :to="way(row)">{{
                row.otherNumbers ? say('list.againOtherNumbers') : say('list.again')
              }}</RouterLink>
            </span>
          </li>
        </ul>
      </section>
    </template>
    <CalendarFeed v-if="rows?.length" />
    <LanguageChoice />
  </main>
</template>

<style scoped>
.kept {
  background: var(--low-wash);
  padding: 8px 12px;
  border-radius: var(--corner);
}
section {
  margin-bottom: 26px;
}
h2 {
  border-bottom: 2px solid var(--rule-strong);
  padding-bottom: 4px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 16px;
  padding: 12px 0;
  border-bottom: var(--line);
}
li p {
  margin: 0;
}
.state {
  font-weight: 600;
}
.title {
  font-family: var(--serif);
  font-weight: 600;
  font-size: 1.08rem;
}
li > .btn,
.outcome {
  flex: none;
}
.outcome {
  display: flex;
  flex-direction: column;
  gap: 6px;
  align-items: end;
}
</style>
