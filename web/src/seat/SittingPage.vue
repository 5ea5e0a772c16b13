<script setup lang="ts">
import type { SittingItem } from '@oaken/core/items';
import { progressOf } from '@oaken/core/sitting';
import { minute } from '@oaken/core/timing';
import { computed, nextTick, provide, reactive, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import ItemView from '../parts/ItemView.vue';
import PassageView from '../parts/PassageView.vue';
import { sendFileKey } from '../parts/upload';
import HandInSheet from './HandInSheet.vue';
import type { OutboxState } from './outbox';
import TimeLeft from './TimeLeft.vue';
import { useAttempt } from './useAttempt';

const router = useRouter();
const assignmentId = Number(useRoute().params.assignmentId);
const {
  attempt,
  entries,
  answers,
  answerTo,
  state,
  ended,
  wrong,
  handingIn,
  answer,
  flag,
  flush,
  timeUp,
  handIn,
  sendFile,
} = useAttempt(assignmentId);

const at = ref(0);
const asking = ref(false);
const crossing = ref(false);
const struck = reactive<Record<string, Record<string, string[]>>>({});
const size = ref(Number(localStorage.getItem('oaken-size')) || 1);
const question = ref<HTMLElement>();
const here = computed(() => entries.value[at.value]);
const passage = computed(() => attempt.value?.form.passages[String(here.value?.item.passage?.revision)] ?? null);
provide(sendFileKey, sendFile);
const hasChoices = computed(
  () => here.value?.item.parts.some(({ kind }) => kind === 'single-choice' || kind === 'multiple-choice') ?? false,
);
const wayList = ref<HTMLElement>();
const placeKey = computed(() => `oaken-place-${attempt.value?.id}`);

// Coming back leads to the question where the student was.
watch(attempt, (now, before) => {
  if (now && !before)
    at.value = Math.min(Number(sessionStorage.getItem(placeKey.value)) || 0, entries.value.length - 1);
});
watch([ended, wrong], () => (asking.value = false));

function strike(part: string, choice: string): void {
  const own = (struck[here.value!.id] ??= {});
  const list = (own[part] ??= []);
  own[part] = list.includes(choice) ? list.filter((id) => id !== choice) : [...list, choice];
}
async function go(to: number): Promise<void> {
  at.value = Math.max(0, Math.min(entries.value.length - 1, to));
  sessionStorage.setItem(placeKey.value, String(at.value));
  flush();
  await nextTick();
  question.value?.focus();
  question.value?.scrollTo({ top: 0 });
  wayList.value?.querySelector('.here')?.scrollIntoView({ block: 'nearest', inline: 'center' });
}
function resize(): void {
  size.value = size.value >= 1.4 ? 1 : Math.round((size.value + 0.2) * 10) / 10;
  localStorage.setItem('oaken-size', String(size.value));
}

const way = computed(() =>
  entries.value.map((entry, n) => ({
    id: entry.id,
    number: n + 1,
    here: n === at.value,
    progress: progressOf(entry.item.parts, answers[entry.id]?.responses ?? {}),
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
const signInAgain = () => router.push({ path: '/sign-in', query: { to: `/sit/${assignmentId}` } });
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
      <button class="word" @click="signInAgain">Sign in again</button>
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
      <div class="work" :class="{ two: passage }">
        <section
          v-if="passage"
          :key="here.item.passage?.revision"
          class="reading"
          tabindex="0"
          :aria-label="`Passage: ${passage.title}`"
        >
          <PassageView :passage="passage" />
        </section>
        <main ref="question" class="question" tabindex="-1" :aria-label="`Question ${at + 1} of ${entries.length}`">
          <div class="column">
            <p v-if="at === 0 && attempt.form.directions" class="directions">{{ attempt.form.directions }}</p>
            <p v-if="here.section.title" class="faded">{{ here.section.title }}</p>
            <div class="top">
              <h2>
                Question {{ at + 1 }}
                <span class="faded"
                  >of {{ entries.length
                  }}{{ here.points === 0 ? '' : ` · ${here.points} ${here.points === 1 ? 'point' : 'points'}` }}</span
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
              @answer="(part, response) => answer(here!.id, part, response)"
              @strike="strike"
            />
            <div class="tools">
              <button class="btn" :aria-pressed="answerTo(here.id).flagged" @click="flag(here.id)">
                {{ answerTo(here.id).flagged ? 'Take flag away' : 'Flag to come back' }}
              </button>
              <button v-if="hasChoices" class="btn" :aria-pressed="crossing" @click="crossing = !crossing">
                {{ crossing ? 'Done crossing out' : 'Cross out choices' }}
              </button>
              <button class="btn" @click="resize">Text size</button>
            </div>
          </div>
        </main>
      </div>
      <nav class="foot" aria-label="Way through the questions">
        <button class="btn" :disabled="at === 0" @click="go(at - 1)">Back</button>
        <ol ref="wayList" class="way">
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
.work {
  flex: 1;
  min-height: 0;
  display: flex;
}
.reading {
  flex: 1;
  overflow: auto;
  padding: 20px 24px 40px;
  background: var(--paper);
  border-right: 3px double var(--rule-strong);
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
@media (max-width: 820px) {
  .work.two {
    flex-direction: column;
  }
  .reading {
    flex: 0 1 42%;
    border-right: 0;
    border-bottom: 3px double var(--rule-strong);
    padding: 12px 16px;
  }
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
