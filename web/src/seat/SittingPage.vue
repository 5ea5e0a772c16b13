<script setup lang="ts">
import type { AttemptAnswer, SavedAnswer, SeatRow } from '@oaken/contract/attempts';
import type { Responses, SittingItem } from '@oaken/core/items';
import { progressOf } from '@oaken/core/sitting';
import { minute } from '@oaken/core/timing';
import { computed, nextTick, onMounted, onUnmounted, reactive, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { inWords, Refused, request } from '../client/request';
import { useSession } from '../client/session';
import ItemView from '../parts/ItemView.vue';
import HandInSheet from './HandInSheet.vue';
import { Outbox, type OutboxState } from './outbox';
import TimeLeft from './TimeLeft.vue';

const session = useSession();
const router = useRouter();
const assignmentId = Number(useRoute().params.assignmentId);

const attempt = ref<AttemptAnswer | null>(null);
const wrong = ref('');
const answers = reactive<Record<string, { responses: Responses; flagged: boolean }>>({});
const struck = reactive<Record<string, Record<string, string[]>>>({});
const crossing = ref(false);
const at = ref(0);
const state = ref<OutboxState>('saved');
const ended = ref<'no' | 'time' | 'handed-in'>('no');
const asking = ref(false);
const handingIn = ref(false);
const size = ref(Number(localStorage.getItem('oaken-size')) || 1);
const question = ref<HTMLElement>();
let outbox: Outbox | null = null;

const entries = computed(
  () =>
    attempt.value?.form.sections.flatMap((section) => section.entries.map((entry) => ({ ...entry, section }))) ?? [],
);
const here = computed(() => entries.value[at.value]);
const hasChoices = computed(() => here.value?.item.parts.some(({ kind }) => kind.endsWith('choice')) ?? false);
const answerTo = (id: string) => (answers[id] ??= { responses: {}, flagged: false });
const placeKey = computed(() => `oaken-place-${attempt.value?.id}`);

function take(answer: SavedAnswer): void {
  answers[answer.entry] = { responses: { ...answer.responses }, flagged: answer.flagged };
}

async function begin(): Promise<void> {
  wrong.value = '';
  try {
    const opened = await request<AttemptAnswer>('POST', `/api/seat/assignments/${assignmentId}/attempt`, undefined);
    session.setClock(opened.now);
    attempt.value = opened;
    outbox?.close();
    const { outbox: box, answers: newest } = await Outbox.open(opened.id, opened.answers, {
      state: (now) => {
        state.value = now;
        if (now === 'over') void finish();
      },
      adopt: take,
      clock: session.setClock,
      stale: () => void begin(),
    });
    outbox = box;
    for (const answer of newest.values()) take(answer);
    at.value = Math.min(Number(sessionStorage.getItem(placeKey.value)) || 0, entries.value.length - 1);
  } catch (error) {
    if (error instanceof Refused && error.status === 409 && attempt.value) await finish();
    else wrong.value = inWords(error);
  }
}
onMounted(begin);
onUnmounted(() => outbox?.close());

function change(id: string): void {
  const { responses, flagged } = answerTo(id);
  outbox?.change(id, responses, flagged);
}
function answer(part: string, response: unknown): void {
  if (!here.value || ended.value !== 'no') return;
  answerTo(here.value.id).responses[part] = response;
  change(here.value.id);
}
function flag(): void {
  if (!here.value) return;
  const own = answerTo(here.value.id);
  own.flagged = !own.flagged;
  change(here.value.id);
}
function strike(part: string, choice: string): void {
  const own = (struck[here.value!.id] ??= {});
  const list = (own[part] ??= []);
  own[part] = list.includes(choice) ? list.filter((id) => id !== choice) : [...list, choice];
}
async function go(to: number): Promise<void> {
  at.value = Math.max(0, Math.min(entries.value.length - 1, to));
  sessionStorage.setItem(placeKey.value, String(at.value));
  void outbox?.flush();
  await nextTick();
  question.value?.focus();
  question.value?.scrollTo({ top: 0 });
}
function resize(): void {
  size.value = size.value >= 1.4 ? 1 : Math.round((size.value + 0.2) * 10) / 10;
  localStorage.setItem('oaken-size', String(size.value));
}

const progress = (id: string) => {
  const entry = entries.value.find((own) => own.id === id)!;
  return progressOf(entry.item.parts, answers[id]?.responses ?? {});
};
const way = computed(() =>
  entries.value.map((entry, n) => ({
    id: entry.id,
    number: n + 1,
    here: n === at.value,
    progress: progress(entry.id),
    flagged: answers[entry.id]?.flagged ?? false,
  })),
);
const wayWords = (own: (typeof way.value)[number]) =>
  `Question ${own.number}, ${own.progress === 'partly' ? 'partly answered' : own.progress}${own.flagged ? ', flagged' : ''}${own.here ? ', here' : ''}`;
const stateWords: Record<OutboxState, string> = {
  saved: 'Saved',
  saving: 'Saving …',
  kept: 'Kept on this device',
  over: 'Time is over',
  'signed-out': 'Signed out: kept on this device',
};

/** The server hands in at the deadline; the page sends what it still has and waits to hear of it. */
async function timeUp(): Promise<void> {
  if (ended.value !== 'no') return;
  ended.value = 'time';
  asking.value = false;
  await outbox?.flush();
  await finish();
}
async function finish(): Promise<void> {
  if (ended.value === 'handed-in') return;
  ended.value = 'time';
  for (let tries = 0; tries < 30; tries++) {
    const list = await request<{ assignments: SeatRow[] }>('GET', '/api/seat').catch(() => null);
    const row = list?.assignments.find((own) => own.assignmentId === assignmentId);
    if (row?.handedInAt != null) {
      ended.value = 'handed-in';
      await outbox?.end();
      return;
    }
    await new Promise((resolve) => setTimeout(resolve, 1_500));
  }
}

async function handIn(): Promise<void> {
  if (!attempt.value || handingIn.value) return;
  handingIn.value = true;
  wrong.value = '';
  try {
    await outbox?.flush();
    await request('POST', `/api/seat/attempts/${attempt.value.id}/hand-in`, {
      answers: outbox?.waiting ?? [],
    });
    ended.value = 'handed-in';
    asking.value = false;
    await outbox?.end();
  } catch (error) {
    wrong.value = `${inWords(error)} It is not handed in yet.`;
    asking.value = false;
  } finally {
    handingIn.value = false;
  }
}
const saveAgain = () => router.push({ path: '/sign-in', query: { to: `/sit/${assignmentId}` } });
</script>

<template>
  <div class="seat" :style="{ fontSize: `${size}rem` }">
    <header class="seathead">
      <h1>{{ attempt?.form.title ?? 'My work' }}</h1>
      <TimeLeft
        v-if="attempt?.deadlineAt && ended === 'no'"
        :deadline-at="attempt.deadlineAt"
        :warn-at="[5 * minute, minute]"
        @up="timeUp"
      />
      <span v-if="attempt" class="state" :class="state" role="status">{{ stateWords[state] }}</span>
    </header>
    <p v-if="wrong" class="wrong note" role="alert">{{ wrong }} <RouterLink to="/">Back to my work</RouterLink></p>
    <p v-if="state === 'signed-out'" class="note" role="alert">
      You were signed out. What you wrote is kept here.
      <button class="word" @click="saveAgain">Sign in again</button>
    </p>

    <main v-if="ended !== 'no'" class="column end">
      <h2>{{ ended === 'handed-in' ? 'Handed in' : 'Time is over' }}</h2>
      <p>
        {{
          ended === 'handed-in'
            ? 'Your answers are with your teacher.'
            : 'Your answers are being handed in. You can wait here; nothing is lost.'
        }}
      </p>
      <RouterLink v-if="ended === 'handed-in'" class="btn main" to="/">Back to my work</RouterLink>
    </main>

    <template v-else-if="attempt && here">
      <main ref="question" class="question" tabindex="-1" :aria-label="`Question ${at + 1} of ${entries.length}`">
        <div class="column">
          <p v-if="at === 0 && attempt.form.directions" class="directions">{{ attempt.form.directions }}</p>
          <p v-if="here.section.title" class="faded">{{ here.section.title }}</p>
          <div class="top">
            <h2>
              Question {{ at + 1 }}
              <span class="faded"
                >of {{ entries.length }} · {{ here.points }} {{ here.points === 1 ? 'point' : 'points' }}</span
              >
            </h2>
          </div>
          <ItemView
            :key="here.id"
            :item="here.item as SittingItem"
            :responses="answerTo(here.id).responses"
            :name="here.id"
            :struck="struck[here.id]"
            :crossing="crossing"
            @answer="answer"
            @strike="strike"
          />
          <div class="tools">
            <button class="btn" :aria-pressed="answerTo(here.id).flagged" @click="flag">
              {{ answerTo(here.id).flagged ? 'Take flag away' : 'Flag to come back' }}
            </button>
            <button v-if="hasChoices" class="btn" :aria-pressed="crossing" @click="crossing = !crossing">
              {{ crossing ? 'Done crossing out' : 'Cross out choices' }}
            </button>
            <button class="btn" @click="resize">Text size</button>
          </div>
        </div>
      </main>
      <nav class="foot" aria-label="Way through the questions">
        <button class="btn" :disabled="at === 0" @click="go(at - 1)">Back</button>
        <ol class="way">
          <li v-for="own in way" :key="own.id">
            <button
              :class="{
                here: own.here,
                done: own.progress === 'answered',
                partly: own.progress === 'partly',
                flagged: own.flagged,
              }"
              :aria-label="wayWords(own)"
              :aria-current="own.here ? 'step' : undefined"
              @click="go(own.number - 1)"
            >
              {{ own.number }}
            </button>
          </li>
        </ol>
        <button v-if="at < entries.length - 1" class="btn main" @click="go(at + 1)">Next</button>
        <button class="btn" :class="{ main: at === entries.length - 1 }" @click="asking = true">Hand in</button>
      </nav>
      <HandInSheet
        v-if="asking"
        :way="way"
        :busy="handingIn"
        @go="
          (n) => {
            asking = false;
            go(n - 1);
          }
        "
        @stay="asking = false"
        @hand-in="handIn"
      />
    </template>
  </div>
</template>

<style scoped>
.seat {
  height: 100dvh;
  display: flex;
  flex-direction: column;
}
.seathead h1 {
  flex: 1;
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.state {
  color: var(--faded);
  font-size: 0.9rem;
  min-width: 76px;
  text-align: right;
}
.kept,
.signed-out {
  color: var(--partial-ink);
  font-weight: 650;
}
.note {
  padding: 8px 20px;
  background: var(--low-wash);
  margin: 0;
}
.question {
  flex: 1;
  overflow: auto;
  background: var(--sheet);
  outline: none;
}
.directions {
  font-style: italic;
  border-bottom: var(--line);
  padding-bottom: 10px;
}
.top h2 {
  margin-bottom: 14px;
}
.top h2 span {
  font-weight: 400;
  font-family: var(--text);
  font-size: 0.85em;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 22px;
  border-top: var(--line);
  padding-top: 14px;
}
.tools .btn {
  font-weight: 400;
  min-height: 40px;
  padding: 4px 14px;
}
.tools .btn[aria-pressed='true'] {
  background: var(--wash);
  border-color: var(--oak);
}
.foot {
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 8px 20px;
  border-top: 3px double var(--rule-strong);
  background: var(--paper);
}
.way {
  flex: 1;
  display: flex;
  flex-wrap: wrap;
  justify-content: center;
  gap: 2px;
  list-style: none;
  margin: 0;
  padding: 0;
  max-height: 82px;
  overflow: auto;
}
.way button {
  position: relative;
  min-width: 34px;
  height: 36px;
  border: 1.5px solid transparent;
  background: none;
  cursor: pointer;
  border-radius: 2px;
  color: var(--faded);
}
.way .done {
  color: var(--ink);
  box-shadow: inset 0 -4px var(--secure);
}
.way .partly {
  color: var(--ink);
  box-shadow: inset 0 -2px var(--partial);
}
.way .here {
  border-color: var(--ink);
  color: var(--ink);
  font-weight: 700;
}
.way .flagged::after {
  content: '';
  position: absolute;
  top: 0;
  right: 0;
  border: 6px solid transparent;
  border-top-color: var(--low);
  border-right-color: var(--low);
}
.end {
  padding-top: 12vh;
}
@media (max-width: 600px) {
  .seathead {
    flex-wrap: wrap;
    gap: 0 12px;
    padding: 8px 14px;
  }
  .seathead h1 {
    flex-basis: 100%;
  }
  .foot {
    flex-wrap: wrap;
    padding: 8px 12px;
    justify-content: space-between;
  }
  .way {
    order: -1;
    flex-basis: 100%;
    flex-wrap: nowrap;
    justify-content: flex-start;
  }
  .foot .btn {
    flex: 1;
    justify-content: center;
  }
}
</style>
