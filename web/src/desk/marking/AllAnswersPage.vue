<script setup lang="ts">
/**
 * All answers to one question on one page: points by key for what is selected or has the focus, the
 * same comment for several, each to be opened alone.
 */
import { computed, nextTick, onMounted, ref } from 'vue';
import { useRoute } from 'vue-router';
import { useDoing } from '../../client/useDoing';
import EmptyNote from '../../parts/EmptyNote.vue';
import FootingLine from '../../parts/FootingLine.vue';
import RichText from '../../parts/RichText.vue';
import SelectField from '../../parts/SelectField.vue';
import PageHead from '../shared/PageHead.vue';
import { done, failed } from '../shared/undo';
import { pointsText } from '../shared/words';
import AnswerCard from './AnswerCard.vue';
import MarkSelected from './MarkSelected.vue';
import { useCards } from './useCards';
import { isMarked, markOf, taskKey, useMarking, type Change, type Task } from './useMarking';
import { useHiddenNames } from './useHiddenNames';
import { useMarkingKeys } from './useMarkingKeys';
import { say } from '../../words/teacher';

const { params, query } = useRoute();
const assignmentId = Number(params.assignmentId);
const [entry, partId] = [String(params.entryId), String(params.partId)];
const alone = `/marking/${assignmentId}/${entry}/${partId}`;
const { work, tasks, load, giveAll } = useMarking({
  by: 'item',
  assignmentId,
  entry,
  part: partId,
});
const { wrong, busy, read, act } = useDoing();
const { hidden, hide } = useHiddenNames();
const order = ref<'handed-in' | 'points'>('handed-in');
const onlyUnmarked = ref(false);
/** Those that had no points when they were last asked for: a card does not leave while it is marked. */
const kept = ref<ReadonlySet<string> | null>(null);

const pointsOf = (task: Task) => markOf(task)?.points ?? -1;
const shown = computed(() => {
  const some = tasks.value.filter((task) => kept.value?.has(taskKey(task)) ?? true);
  return order.value === 'points' ? [...some].sort((a, b) => pointsOf(b) - pointsOf(a)) : some;
});
const cards = useCards(shown);
const part = computed(() => work.value?.parts[0] ?? null);
const mayMark = computed(() => work.value?.mayMark ?? false);
const severalClasses = computed(
  () => new Set(work.value?.answers.map(({ student }) => student?.className)).size > 1,
);
const marked = computed(() => tasks.value.filter(isMarked).length);

function filter(only: boolean): void {
  onlyUnmarked.value = only;
  const unmarked = tasks.value.filter((task) => !isMarked(task));
  kept.value = only ? new Set(unmarked.map(taskKey)) : null;
}
onMounted(() =>
  read(async () => {
    await load();
    await nextTick();
    if (query.attempt) cards.focusAttempt(Number(query.attempt));
    else cards.focusUnmarked();
  }),
);

/** As it was before: those that had the same mark together. */
async function restore(before: { task: Task; mark: ReturnType<typeof markOf> }[]): Promise<void> {
  const keyOf = ({ mark }: { mark: ReturnType<typeof markOf> }) =>
    JSON.stringify([mark?.points ?? null, mark?.levels ?? null, mark?.comment ?? '']);
  for (const key of new Set(before.map(keyOf))) {
    const group = before.filter((held) => keyOf(held) === key);
    const keys = new Set(group.map(({ task }) => taskKey(task)));
    const mark = group[0]?.mark;
    const now = tasks.value.filter((task) => keys.has(taskKey(task)));
    await giveAll(now, {
      points: mark?.points ?? null,
      levels: mark?.levels ?? null,
      comment: mark?.comment ?? '',
    });
  }
}
/** @returns whether it was stored */
async function give(to: Task[], change: Change): Promise<boolean> {
  if (to.length === 0 || busy.value) return false;
  const before = to.map((task) => ({ task, mark: markOf(task) }));
  const stored = await act(() => giveAll(to, change));
  if (!stored) return false;
  const students = say('common.studentsCounted', {
    n: to.reduce((sum, { all }) => sum + all.length, 0),
  });
  done(
    change.points === undefined
      ? say('marking.commentForStudents', { students })
      : say('marking.pointsMaxPointsStudents', {
          points: pointsText(change.points ?? 0),
          maxPoints: pointsText(part.value?.maxPoints ?? 0),
          students,
          all: '',
        }),
    () => restore(before).catch(failed),
  );
  return true;
}
/** What was selected meanwhile stays selected. */
async function giveSelected(change: Change): Promise<boolean> {
  const some = cards.selected.value;
  const stored = await give(some, change);
  if (stored) for (const task of some) cards.select(task, false);
  return stored;
}
async function giveFocused(change: Change): Promise<void> {
  if (!(await give(cards.meant.value, change))) return;
  await nextTick();
  if (!cards.focusUnmarked()) done(say('marking.everythingMarked'));
}
function points(typed: string): boolean {
  if (!mayMark.value || Number(typed) > (part.value?.maxPoints ?? -1)) return false;
  const change = { points: Number(typed) };
  if (cards.selected.value.length > 0) void giveSelected(change);
  else if (cards.meant.value.length > 0) void giveFocused(change);
  else return false;
  return true;
}
useMarkingKeys({
  points,
  mark: () => undefined,
  next: () => {
    if (!cards.focusUnmarked()) done(say('marking.everythingMarked'));
  },
});
const countOf = (some: Task[]) => some.reduce((sum, { all }) => sum + all.length, 0);
</script>

<template>
  <PageHead :title="work?.title ?? say('marking.marking')" :where="say('marking.allAnswers')">
    <RouterLink to="/marking">{{ say('marking.markingList') }}</RouterLink>
    <RouterLink :to="alone">{{ say('marking.oneByOne') }}</RouterLink>
    <ElButton v-if="work" @click="hide">{{
      hidden ? say('marking.showNames') : say('common.hideNames')
    }}</ElButton>
  </PageHead>
  <p v-if="wrong && !work" class="wrong inset" role="alert">{{ wrong }}</p>
  <EmptyNote v-if="work && tasks.length === 0" :title="say('marking.nobodyHasAnsweredThis')">{{
    say('marking.answersAppearHereOnce')
  }}</EmptyNote>
  <div v-else-if="work && part" class="page">
    <details class="question">
      <summary>
        <b>{{ say('marking.theQuestion') }}</b>
      </summary>
      <RichText :html="part.stem" />
      <RichText v-if="part.shown.prompt" :html="part.shown.prompt" />
      <RichText v-if="part.guide" :html="part.guide" />
    </details>
    <div class="choosing">
      <SelectField v-model="order" :aria-label="say('marking.order')"
        ><ElOption value="handed-in" :label="say('marking.asHandedIn')" /><ElOption
          value="points"
          :label="say('marking.byPoints')"
      /></SelectField>
      <ElCheckbox :model-value="onlyUnmarked" @change="filter(Boolean($event))">{{
        say('marking.onlyUnmarked')
      }}</ElCheckbox>
      <ElButton v-if="mayMark" link class="word" @click="cards.selectUnmarked">{{
        say('marking.selectUnmarked')
      }}</ElButton>
      <span v-if="mayMark" class="faded small">{{ say('marking.keysOfCards') }}</span>
    </div>
    <div class="cards" @keydown="cards.move">
      <AnswerCard
        v-for="task in shown"
        :key="taskKey(task)"
        :ref="(card) => cards.register(task, card)"
        :task="task"
        :hidden="hidden"
        :classes="severalClasses"
        :may-mark="mayMark"
        :alone="`${alone}?attempt=${task.all[0]?.attemptId}`"
        :selected="cards.isSelected(task)"
        @update:selected="cards.select(task, $event)"
        @focused="cards.focusedOn(task)"
      />
    </div>
    <p v-if="shown.length === 0" class="faded">{{ say('marking.everythingMarked') }}</p>
  </div>
  <FootingLine v-if="tasks.length && part" :label="say('marking.howFar')">
    <span
      ><b>{{ marked }}</b> {{ say('marking.ofTasks', { tasks: tasks.length }) }}
      {{ say('marking.markedInline') }}</span
    >
    <span v-if="cards.selected.value.length">{{
      say('marking.selected', { n: countOf(cards.selected.value) })
    }}</span>
    <template v-if="mayMark" #actions>
      <MarkSelected
        :count="countOf(cards.selected.value)"
        :part="part"
        :busy="busy"
        :wrong="wrong"
        @give="giveSelected"
        @clear="cards.clear"
      />
    </template>
  </FootingLine>
</template>

<style scoped>
.inset {
  padding: 16px 24px;
}
.page {
  flex: 1;
  min-height: 0;
  overflow: auto;
  padding: 14px 24px 24px;
}
.question {
  margin-bottom: 10px;
}
.choosing {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
  align-items: center;
  margin-bottom: 12px;
}
.choosing :deep(.el-select) {
  width: 190px;
}
.cards {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(260px, 1fr));
  gap: 12px;
}
/* A phone has no such keys. */
@media (max-width: 600px) {
  .choosing .small {
    display: none;
  }
}
</style>
