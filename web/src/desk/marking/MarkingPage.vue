<script setup lang="ts">
/** Answers one after the other: an answer, large and alone; points by number key or levels, a comment, and the next one. */
import { elementAt, present } from '@oaken/core/certain';
import { levelPoints, type Levels } from '@oaken/core/items';
import { count, listing } from '@oaken/core/text';
import { computed, nextTick, onMounted, onUnmounted, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { useDoing } from '../../client/useDoing';
import { inWords } from '../../client/request';
import EmptyNote from '../../parts/EmptyNote.vue';
import FacingPages from '../../parts/FacingPages.vue';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../../parts/PageHead.vue';
import RichText from '../../parts/RichText.vue';
import { useKeptForm } from '../shared/keptForm';
import { done, failed } from '../shared/undo';
import { pointsText, useWords } from '../shared/words';
import AnswerShown from './AnswerShown.vue';
import GuideLevels from './GuideLevels.vue';
import { isMarked, markOf, useMarking, type Given, type Source, type Task } from './useMarking';

/** What is marked, by the page's address. */
function sourceOf(query: Record<string, unknown>): Source {
  if (query.readingId) return { by: 'second', readingId: Number(query.readingId) };
  const assignmentId = Number(query.assignmentId);
  if (!query.entryId) return { by: 'student', assignmentId };
  return { by: 'item', assignmentId, entry: String(query.entryId), part: String(query.partId) };
}

const words = useWords();
const { params } = useRoute();
const source = sourceOf(params);
const { work, tasks, load, give } = useMarking(source);

const taskIndex = ref(0);
const points = ref('');
const levels = ref<Levels>({});
const comment = ref('');
const hidden = ref(localStorage.getItem('oaken-marking-names') === 'hidden');
const { wrong, read } = useDoing();
const busy = ref(false);
const area = ref<HTMLElement>();

const here = computed(() => tasks.value[taskIndex.value] ?? null);
const part = computed(() => here.value?.part ?? null);
const mayMark = computed(() => work.value?.mayMark ?? false);
const marked = computed(() => tasks.value.filter(isMarked).length);
const names = computed(() => {
  const all = here.value?.all ?? [];
  const students = all.flatMap(({ student }) => student ?? []);
  if (hidden.value || students.length < all.length)
    return all.length === 1 ? 'One student' : count(all.length, 'student');
  return listing(
    students.map(({ name, className }) => `${name}${className ? ` (${className})` : ''}`),
  );
});
const where = {
  item: 'Marking',
  student: 'Marking, student by student',
  second: 'Second reading: without names and without the first marks',
}[source.by];

/** What was typed for an answer and not given yet, by the answer. */
interface Typed {
  points: string;
  levels: Levels;
  comment: string;
}
const kept = useKeptForm<Record<string, Typed>>(
  `marking-${source.by === 'second' ? source.readingId : source.assignmentId}`,
);
const keyOf = ({ part: asked, all }: Task) =>
  `${asked.entry}/${asked.part}/${all.map(({ attemptId }) => attemptId).join('-')}`;
/** Whether what stands in the fields was typed earlier and never given. */
const recovered = ref(false);

/** What the server has of an answer. */
function givenOf(task: Task): Typed {
  const mark = markOf(task);
  return {
    points: mark?.points == null ? '' : String(mark.points),
    levels: mark?.levels ?? {},
    comment: mark?.comment ?? '',
  };
}
const typed = (): Typed => ({ points: points.value, levels: levels.value, comment: comment.value });
const isSame = (a: Typed, b: Typed) => JSON.stringify(a) === JSON.stringify(b);
function keepOthers(others: Record<string, Typed>): void {
  if (Object.keys(others).length > 0) kept.write(others);
  else kept.forget();
}
watch([points, levels, comment], () => {
  if (!here.value) return;
  const { [keyOf(here.value)]: _, ...others } = kept.read() ?? {};
  if (!isSame(typed(), givenOf(here.value)))
    kept.write({ ...others, [keyOf(here.value)]: typed() });
  else keepOthers(others);
});

function show(to: number): void {
  taskIndex.value = to;
  if (here.value) {
    const given = givenOf(here.value);
    const earlier = kept.read()?.[keyOf(here.value)];
    recovered.value = earlier !== undefined && !isSame(earlier, given);
    ({ points: points.value, levels: levels.value, comment: comment.value } = earlier ?? given);
  }
  wrong.value = '';
  void nextTick(() => area.value?.focus());
}
onMounted(async () => {
  await read(async () => {
    await load();
    show(
      Math.max(
        0,
        tasks.value.findIndex((task) => !isMarked(task)),
      ),
    );
  });
});

/** The next one that has no mark, from here on and then from the start; null when all have. */
function unmarkedAfter(from: number): number | null {
  const order = tasks.value.map((_, n) => (from + 1 + n) % tasks.value.length);
  return order.find((n) => !isMarked(elementAt(tasks.value, n))) ?? null;
}
function nextUnmarked(): void {
  const to = unmarkedAfter(taskIndex.value);
  if (to === null) done('Everything is marked.');
  else show(to);
}

/** Levels set the points; points typed by hand stand without them. */
function choose(chosen: Levels): void {
  levels.value = chosen;
  const sum = levelPoints(present(part.value, 'part').criteria, chosen);
  if (sum !== null) points.value = String(sum);
}
const levelsStand = computed(() => {
  const sum = part.value?.criteria.length ? levelPoints(part.value.criteria, levels.value) : null;
  return sum !== null && sum === Number(points.value.replace(',', '.'));
});

async function put(given: Given): Promise<boolean> {
  const task = here.value;
  if (!task || busy.value) return false;
  busy.value = true;
  wrong.value = '';
  try {
    await give(task, given);
    const { [keyOf(task)]: _, ...others } = kept.read() ?? {};
    keepOthers(others);
    return true;
  } catch (error) {
    wrong.value = inWords(error);
    return false;
  } finally {
    busy.value = false;
  }
}
async function mark(): Promise<void> {
  const task = here.value;
  if (!task) return;
  const { maxPoints } = task.part;
  const value = Number(points.value.replace(',', '.'));
  if (points.value.trim() === '' || !(value >= 0 && value <= maxPoints)) {
    wrong.value = `Points are a number from 0 to ${pointsText(maxPoints)}.`;
    return;
  }
  const before = markOf(task);
  const index = taskIndex.value;
  if (
    !(await put({
      points: value,
      levels: levelsStand.value ? levels.value : null,
      comment: comment.value,
    }))
  )
    return;
  const to = unmarkedAfter(index);
  const all = to === null ? ' Everything is marked.' : '';
  done(
    `${pointsText(value)} of ${pointsText(maxPoints)} for ${count(task.all.length, 'student')}.${all}`,
    async () => {
      show(index);
      const back = {
        points: before?.points ?? null,
        levels: before?.levels ?? null,
        comment: before?.comment ?? '',
      };
      if (await put(back)) show(index);
      else failed(new Error(wrong.value));
    },
  );
  show(to ?? index);
}
async function takeBack(): Promise<void> {
  if (await put({ points: null, levels: null, comment: '' })) show(taskIndex.value);
}

/** Points by number key, Enter to give them, N for the next unmarked; not while something is typed. */
function key(event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey || event.altKey || !part.value) return;
  const target = event.target instanceof HTMLElement ? event.target : null;
  const typing = target?.matches('input:not([type=radio]), textarea, select') ?? false;
  if (typing && !(event.key === 'Enter' && target instanceof HTMLInputElement)) return;
  if (/^\d$/.test(event.key) && Number(event.key) <= part.value.maxPoints) points.value = event.key;
  else if (
    event.key === 'Enter' &&
    !(target instanceof HTMLButtonElement || target instanceof HTMLAnchorElement)
  )
    void mark();
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
  <PageHead :title="work?.title ?? 'Marking'" :where="where">
    <RouterLink to="/marking">All that waits</RouterLink>
    <template v-if="work && source.by === 'item'">
      <RouterLink :to="`/marking/${source.assignmentId}/students`">Student by student</RouterLink>
      <RouterLink :to="`/marking/${source.assignmentId}/${source.entry}/${source.part}/second`"
        >Second reader</RouterLink
      >
    </template>
    <el-button v-if="work && source.by !== 'second'" @click="hide">{{
      hidden ? 'Show names' : 'Hide names'
    }}</el-button>
  </PageHead>
  <p v-if="wrong && !work" class="wrong inset" role="alert">{{ wrong }}</p>
  <EmptyNote v-if="work && tasks.length === 0" title="Nobody has answered this yet."
    >Answers stand here once they are handed in.</EmptyNote
  >
  <FacingPages v-else-if="here && part" name="marking" left="Answer" right="Mark" :start="58">
    <template #left>
      <div ref="area" class="inset answer" tabindex="-1">
        <details>
          <summary>
            <b>{{ source.by === 'student' ? `Question ${part.number}` : 'The question' }}</b>
          </summary>
          <RichText :html="part.stem" />
          <RichText v-if="part.shown.prompt" :html="part.shown.prompt" />
        </details>
        <p class="who">
          <b>{{ names }}</b>
          <template v-if="here.all.length > 1"
            >: the same answer, marked once for all of them</template
          >
        </p>
        <AnswerShown :key="taskIndex" :task="here" />
        <p v-if="elementAt(here.all, 0).words !== null" class="faded">
          {{ count(present(elementAt(here.all, 0).words, 'words'), 'word') }}
        </p>
      </div>
    </template>
    <template #right>
      <form class="inset" @submit.prevent="mark">
        <section v-if="part.guide">
          <h2>What to look for</h2>
          <RichText :html="part.guide" />
        </section>
        <GuideLevels
          v-if="part.criteria.length"
          :model-value="levels"
          :criteria="part.criteria"
          :disabled="!mayMark"
          @update:model-value="choose"
        />
        <label class="field">
          <span class="label"
            >Points
            <span class="faded"
              >of {{ pointsText(part.maxPoints) }};
              {{ part.criteria.length ? 'the sum of the levels' : 'a number key will do' }}</span
            ></span
          >
          <input
            v-model="points"
            class="plain-input few"
            inputmode="decimal"
            autocomplete="off"
            :disabled="!mayMark"
          />
        </label>
        <label class="field">
          <span class="label"
            >Comment
            <span class="faded">{{
              source.by === 'second' ? 'for the first marker' : 'for the student'
            }}</span></span
          >
          <textarea
            v-model="comment"
            class="plain-input"
            rows="4"
            maxlength="2000"
            :disabled="!mayMark"
          />
        </label>
        <ul v-if="part.comments.length" class="kept" aria-label="Comments given before">
          <li v-for="option in part.comments" :key="option">
            <button type="button" class="word" :disabled="!mayMark" @click="comment = option">
              {{ option }}
            </button>
          </li>
        </ul>
        <p v-if="recovered" class="faded small">You had typed this before and not given it yet.</p>
        <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
        <el-button v-if="mayMark" type="primary" native-type="submit" :loading="busy"
          >Mark it</el-button
        >
        <el-button v-if="mayMark && isMarked(here)" :disabled="busy" @click="takeBack"
          >Take the mark back</el-button
        >
        <p v-if="markOf(here)" class="faded small">
          {{ present(markOf(here), 'mark of').points === null ? 'Taken back' : 'Marked' }} by
          {{ present(markOf(here), 'mark of').by }},
          {{ words.time(present(markOf(here), 'mark of').at) }}.
        </p>
      </form>
    </template>
  </FacingPages>
  <FootingLine v-if="tasks.length" label="How far">
    <span
      >answer <b>{{ taskIndex + 1 }}</b> of {{ tasks.length }}</span
    ><span
      ><b>{{ marked }}</b> marked</span
    >
    <template #actions>
      <el-button :disabled="taskIndex === 0" @click="show(taskIndex - 1)">Back</el-button>
      <el-button :disabled="taskIndex === tasks.length - 1" @click="show(taskIndex + 1)"
        >On</el-button
      >
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
