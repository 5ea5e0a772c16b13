<script setup lang="ts">
/** One question across all students: an answer, large and alone; points by number key, a comment, and the next one. */
import type { AnswerOf, api } from '@oaken/contract';
import type { SittingItem } from '@oaken/core/items';
import { count, listing } from '@oaken/core/text';
import { computed, nextTick, onMounted, onUnmounted, ref } from 'vue';
import { useRoute } from 'vue-router';
import { call } from '../../client/call';
import { inWords } from '../../client/request';
import EmptyNote from '../../parts/EmptyNote.vue';
import FacingPages from '../../parts/FacingPages.vue';
import FootingLine from '../../parts/FootingLine.vue';
import ItemView from '../../parts/ItemView.vue';
import PageHead from '../../parts/PageHead.vue';
import RichText from '../../parts/RichText.vue';
import { done, failed } from '../undo';
import { pointsText, useWords } from '../words';

type Own = AnswerOf<typeof api.readMarking>;
type Answer = Own['answers'][number];
const words = useWords();
const route = useRoute();
const place = { assignmentId: Number(route.params.assignmentId), entryId: String(route.params.entryId), partId: String(route.params.partId) }; // prettier-ignore
const own = ref<Own | null>(null);
const at = ref(0);
const points = ref('');
const comment = ref('');
const hidden = ref(localStorage.getItem('oaken-marking-names') === 'hidden');
const wrong = ref('');
const busy = ref(false);
const area = ref<HTMLElement>();

const here = computed<Answer | null>(() => own.value?.answers[at.value] ?? null);
const markOf = (answer: Answer) => answer.students[0]?.mark ?? null;
const isMarked = (answer: Answer) => answer.students.every(({ mark }) => mark !== null && mark.points !== null);
const marked = computed(() => own.value?.answers.filter(isMarked).length ?? 0);
const item = computed<SittingItem | null>(() => own.value && { stem: '', parts: [own.value.part] });
const names = computed(() => {
  const all = here.value?.students ?? [];
  if (hidden.value) return all.length === 1 ? 'One student' : count(all.length, 'student');
  return listing(all.map(({ name, className }) => `${name}${className ? ` (${className})` : ''}`));
});

async function load(): Promise<void> {
  try {
    own.value = await call('readMarking', { params: place });
    wrong.value = '';
  } catch (error) {
    wrong.value = inWords(error);
  }
}
function show(to: number): void {
  at.value = to;
  const mark = here.value && markOf(here.value);
  points.value = mark?.points == null ? '' : String(mark.points);
  comment.value = mark?.comment ?? '';
  wrong.value = '';
  void nextTick(() => area.value?.focus());
}
onMounted(async () => {
  await load();
  show(Math.max(0, own.value?.answers.findIndex((answer) => !isMarked(answer)) ?? 0));
});

/** The next one that has no mark, from here on and then from the start; null when all have. */
function unmarkedAfter(from: number): number | null {
  const all = own.value?.answers ?? [];
  const order = [...all.keys()].map((_, n) => (from + 1 + n) % all.length);
  return order.find((n) => !isMarked(all[n]!)) ?? null;
}
function nextUnmarked(): void {
  const to = unmarkedAfter(at.value);
  if (to === null) done('Everything is marked.');
  else show(to);
}

/** @param given null takes the mark back */
async function give(given: number | null, said: string): Promise<boolean> {
  const answer = here.value;
  if (!answer || busy.value) return false;
  busy.value = true;
  wrong.value = '';
  try {
    const attempts = answer.students.map(({ attemptId, mark }) => ({ attemptId, version: mark?.version ?? 0 }));
    await call('giveMarks', { params: place, body: { attempts, points: given, comment: said } });
    await load();
    return true;
  } catch (error) {
    wrong.value = inWords(error);
    return false;
  } finally {
    busy.value = false;
  }
}
async function mark(): Promise<void> {
  const answer = here.value;
  const value = Number(points.value.replace(',', '.'));
  if (!answer || !own.value) return;
  if (points.value.trim() === '' || !(value >= 0 && value <= own.value.most)) {
    wrong.value = `Points are a number from 0 to ${pointsText(own.value.most)}.`;
    return;
  }
  const before = markOf(answer);
  const index = at.value;
  if (!(await give(value, comment.value))) return;
  const to = unmarkedAfter(index);
  const all = to === null ? ' Everything is marked.' : '';
  done(
    `${pointsText(value)} of ${pointsText(own.value.most)} for ${count(answer.students.length, 'student')}.${all}`,
    async () => {
      show(index);
      if (await give(before?.points ?? null, before?.comment ?? '')) show(index);
      else failed(new Error(wrong.value));
    },
  );
  show(to ?? index);
}

/** Points by number key, Enter to give them, N for the next unmarked; not while something is typed. */
function key(event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey || event.altKey || !own.value) return;
  const typing = event.target instanceof HTMLElement && event.target.matches('input, textarea, select');
  if (typing && !(event.key === 'Enter' && event.target instanceof HTMLInputElement)) return;
  if (/^\d$/.test(event.key) && Number(event.key) <= own.value.most) points.value = event.key;
  else if (
    event.key === 'Enter' &&
    !(event.target instanceof HTMLButtonElement || event.target instanceof HTMLAnchorElement)
  )
    void mark(); // prettier-ignore
  else if (event.key === 'n') nextUnmarked();
  else return;
  event.preventDefault();
}
onMounted(() => addEventListener('keydown', key));
onUnmounted(() => removeEventListener('keydown', key));
function hide(): void {
  hidden.value = !hidden.value;
  localStorage.setItem('oaken-marking-names', hidden.value ? 'hidden' : 'shown');
}
</script>

<template>
  <PageHead :title="own?.title ?? 'Marking'" where="Marking">
    <RouterLink to="/marking">All that waits</RouterLink>
    <el-button v-if="own" @click="hide">{{ hidden ? 'Show names' : 'Hide names' }}</el-button>
  </PageHead>
  <p v-if="wrong && !own" class="wrong inset" role="alert">{{ wrong }}</p>
  <EmptyNote v-if="own && own.answers.length === 0" title="Nobody has answered this yet."
    >Answers stand here once they are handed in.</EmptyNote
  >
  <FacingPages v-else-if="own && here" name="marking" left="Answer" right="Mark" :start="58">
    <template #left>
      <div ref="area" class="inset answer" tabindex="-1">
        <details>
          <summary><b>The question</b></summary>
          <RichText :html="own.stem" />
          <RichText v-if="own.part.prompt" :html="own.part.prompt" />
        </details>
        <p class="who">
          <b>{{ names }}</b>
          <template v-if="here.students.length > 1">: the same answer, marked once for all of them</template>
        </p>
        <div v-if="typeof here.response === 'string'" class="text">{{ here.response }}</div>
        <ItemView
          v-else-if="item"
          :key="at"
          :item="item"
          :responses="{ [own.part.id]: here.response }"
          name="marking"
          disabled
        />
        <!-- prettier-ignore -->
        <p v-if="here.words !== null" class="faded">{{ count(here.words, 'word') }}</p>
      </div>
    </template>
    <template #right>
      <form class="inset" @submit.prevent="mark">
        <section v-if="own.guide">
          <h2>What to look for</h2>
          <RichText :html="own.guide" />
        </section>
        <label class="field">
          <span class="label"
            >Points <span class="faded">of {{ pointsText(own.most) }}; a number key will do</span></span
          >
          <input
            v-model="points"
            class="plain-input few"
            inputmode="decimal"
            autocomplete="off"
            :disabled="!own.mayMark"
          />
        </label>
        <label class="field">
          <span class="label">Comment <span class="faded">for the student</span></span>
          <textarea v-model="comment" class="plain-input" rows="4" maxlength="2000" :disabled="!own.mayMark" />
        </label>
        <ul v-if="own.comments.length" class="kept" aria-label="Comments given before">
          <li v-for="one in own.comments" :key="one">
            <button type="button" class="word" :disabled="!own.mayMark" @click="comment = one">{{ one }}</button>
          </li>
        </ul>
        <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
        <el-button v-if="own.mayMark" type="primary" native-type="submit" :loading="busy">Mark it</el-button>
        <el-button
          v-if="own.mayMark && isMarked(here)"
          :disabled="busy"
          @click="give(null, '').then((ok) => ok && show(at))"
          >Take the mark back</el-button
        >
        <!-- prettier-ignore -->
        <p v-if="markOf(here)" class="faded small">
          {{ markOf(here)!.points === null ? 'Taken back' : 'Marked' }} by {{ markOf(here)!.by }},
          {{ words.time(markOf(here)!.at) }}.
        </p>
      </form>
    </template>
  </FacingPages>
  <FootingLine v-if="own && own.answers.length" label="How far">
    <span
      >answer <b>{{ at + 1 }}</b> of {{ own.answers.length }}</span
    ><span
      ><b>{{ marked }}</b> marked</span
    >
    <template #actions>
      <el-button :disabled="at === 0" @click="show(at - 1)">Back</el-button>
      <el-button :disabled="at === own.answers.length - 1" @click="show(at + 1)">On</el-button>
      <el-button @click="nextUnmarked">Next unmarked (N)</el-button>
    </template>
  </FootingLine>
</template>

<style scoped>
.inset {
  padding: 16px 24px;
}
.answer {
  outline: none;
}
.who {
  margin: 14px 0;
}
.text {
  white-space: pre-wrap;
  font-size: 1.15rem;
  line-height: 1.6;
  border-left: 4px solid var(--rule-strong);
  padding-left: 16px;
}
section {
  margin-bottom: 16px;
}
.few {
  width: 110px;
}
.kept {
  margin: 0 0 12px;
  padding-left: 18px;
}
</style>
