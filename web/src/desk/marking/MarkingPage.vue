<script setup lang="ts">
/**
 * Answers one after the other: an answer, large and alone; points by number key or levels, a
 * comment, and the next one.
 */
import { elementAt } from '@oaken/core/certain';
import { computed, nextTick, onMounted, ref } from 'vue';
import { useRoute } from 'vue-router';
import { useDoing } from '../../client/useDoing';
import EmptyNote from '../../parts/EmptyNote.vue';
import FacingPages from '../shared/FacingPages.vue';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../shared/PageHead.vue';
import RichText from '../../parts/RichText.vue';
import { done, failed } from '../shared/undo';
import { pointsText } from '../shared/words';
import AnchorAnswers from './AnchorAnswers.vue';
import AnswerShown from './AnswerShown.vue';
import MarkForm from './MarkForm.vue';
import { isMarked, markOf, namesOf, useMarking, type Given, type Source } from './useMarking';
import { useHiddenNames } from './useHiddenNames';
import { useMarkingKeys } from './useMarkingKeys';
import { useTypedMark } from './useTypedMark';
import { say } from '../../words/teacher';

/** What is marked, by the page's address. */
function sourceOf(query: Record<string, unknown>): Source {
  if (query.secondMarkingId)
    return { by: 'second', secondMarkingId: Number(query.secondMarkingId) };
  const assignmentId = Number(query.assignmentId);
  if (!query.entryId) return { by: 'student', assignmentId };
  return { by: 'item', assignmentId, entry: String(query.entryId), part: String(query.partId) };
}

const { params, query } = useRoute();
const source = sourceOf(params);
const { work, tasks, load, give } = useMarking(source);
const { wrong, busy, read, act } = useDoing();
const taskIndex = ref(0);
const { hidden, hide } = useHiddenNames();
const area = ref<HTMLElement>();

const here = computed(() => tasks.value[taskIndex.value] ?? null);
const typed = useTypedMark(source, here);
const part = computed(() => here.value?.part ?? null);
const wordCount = computed(() => here.value?.all[0]?.words ?? null);
const mayMark = computed(() => work.value?.mayMark ?? false);
/** A second marker reads anchor answers, and leaves them to whoever runs the assignment. */
const anchorPlace = computed(() =>
  source.by === 'second' || !mayMark.value || !part.value
    ? null
    : {
        assignmentId: source.assignmentId,
        entryId: part.value.entry,
        partId: part.value.part,
      },
);
const marked = computed(() => tasks.value.filter(isMarked).length);
const names = computed(() => (here.value ? namesOf(here.value, hidden.value) : ''));
const where = {
  item: say('marking.marking'),
  student: say('marking.markingStudentByStudent'),
  second: say('marking.secondMarkingWithoutNames'),
}[source.by];

function show(to: number): void {
  taskIndex.value = to;
  typed.show();
  wrong.value = '';
  void nextTick(() => area.value?.focus());
}
/** The next one that has no mark, from here on and then from the start; null when all have. */
function unmarkedAfter(from: number): number | null {
  const order = tasks.value.map((_, n) => (from + 1 + n) % tasks.value.length);
  return order.find((n) => !isMarked(elementAt(tasks.value, n))) ?? null;
}
onMounted(() =>
  read(async () => {
    await load();
    const asked = tasks.value.findIndex(({ all }) =>
      all.some(({ attemptId }) => attemptId === Number(query.attempt)),
    );
    show(asked >= 0 ? asked : (unmarkedAfter(-1) ?? 0));
  }),
);
function nextUnmarked(): void {
  const to = unmarkedAfter(taskIndex.value);
  if (to === null) done(say('marking.everythingMarked'));
  else show(to);
}

const noMark: Given = { points: null, levels: null, comment: '', voice: null };
async function put(given: Given): Promise<boolean> {
  const task = here.value;
  if (!task || busy.value) return false;
  return act(async () => {
    await give(task, given);
    typed.forget(task);
  });
}
async function mark(): Promise<void> {
  const task = here.value;
  if (!task) return;
  const { maxPoints } = task.part;
  const points = typed.numberTyped.value;
  if (!(points >= 0 && points <= maxPoints)) {
    wrong.value = say('marking.pointsNumberFrom', { maxPoints: pointsText(maxPoints) });
    return;
  }
  const before = markOf(task);
  const index = taskIndex.value;
  const levels = typed.levelsStand.value ? typed.levels.value : null;
  const given = { points, levels, comment: typed.comment.value, voice: typed.voice.value };
  if (!(await put(given))) return;
  const to = unmarkedAfter(index);
  const all = to === null ? say('marking.everythingMarkedAfter') : '';
  const students = say('common.studentsCounted', { n: task.all.length });
  done(
    say('marking.pointsMaxPointsStudents', {
      points: pointsText(points),
      maxPoints: pointsText(maxPoints),
      students,
      all,
    }),
    async () => {
      show(index);
      const { points: given, levels: chosen, comment, voice } = before ?? noMark;
      if (await put({ points: given, levels: chosen, comment, voice })) show(index);
      else failed(new Error(wrong.value));
    },
  );
  show(to ?? index);
}
async function takeBack(): Promise<void> {
  if (await put(noMark)) show(taskIndex.value);
}

useMarkingKeys({
  points(number) {
    if (!part.value || Number(number) > part.value.maxPoints) return false;
    typed.points.value = number;
    return true;
  },
  mark: () => void mark(),
  next: nextUnmarked,
});
</script>

<template>
  <PageHead :title="work?.title ?? say('marking.marking')" :where="where">
    <RouterLink to="/marking">{{ say('marking.markingList') }}</RouterLink>
    <template v-if="work && source.by === 'item'">
      <RouterLink
        :to="`/marking/${source.assignmentId}/${source.entry}/${source.part}/all?attempt=${here?.all[0]?.attemptId ?? ''}`"
        >{{ say('marking.allAnswers') }}</RouterLink
      >
      <RouterLink :to="`/marking/${source.assignmentId}/students`">{{
        say('marking.studentByStudentTitle')
      }}</RouterLink>
      <RouterLink :to="`/marking/${source.assignmentId}/${source.entry}/${source.part}/second`">{{
        say('marking.secondMarker')
      }}</RouterLink>
    </template>
    <ElButton v-if="work && source.by !== 'second'" @click="hide">{{
      hidden ? say('marking.showNames') : say('common.hideNames')
    }}</ElButton>
  </PageHead>
  <p v-if="wrong && !work" class="wrong inset" role="alert">{{ wrong }}</p>
  <EmptyNote v-if="work && tasks.length === 0" :title="say('marking.nobodyHasAnsweredThis')">{{
    say('marking.answersAppearHereOnce')
  }}</EmptyNote>
  <FacingPages
    v-else-if="here && part"
    name="marking"
    :left="say('marking.answer')"
    :right="say('marking.mark')"
    :start="58"
  >
    <template #left>
      <div ref="area" class="inset answer" tabindex="-1">
        <details>
          <summary>
            <b>{{
              source.by === 'student'
                ? say('marking.questionNumber', { number: part.number })
                : say('marking.theQuestion')
            }}</b>
          </summary>
          <RichText :html="part.stem" />
          <RichText v-if="part.shown.prompt" :html="part.shown.prompt" />
        </details>
        <p class="who">
          <b>{{ names }}</b>
          <template v-if="here.all.length > 1">{{ say('marking.theSameAnswerMarked') }}</template>
        </p>
        <p v-if="here.all[0]?.variant" class="faded">
          {{ say('marking.variantOf', { variant: here.all[0].variant }) }}
        </p>
        <AnswerShown :key="taskIndex" :answer="here" />
        <p v-if="wordCount !== null" class="faded">{{ say('marking.words', { n: wordCount }) }}</p>
      </div>
    </template>
    <template #right>
      <MarkForm
        :task="here"
        :typed="typed"
        :may-mark="mayMark"
        :for-whom="
          source.by === 'second' ? say('marking.forFirstMarker') : say('marking.forStudent')
        "
        :spoken="source.by !== 'second'"
        :busy="busy"
        :wrong="wrong"
        @mark="mark"
        @take-back="takeBack"
      />
      <AnchorAnswers :part="part" :task="here" :place="anchorPlace" @changed="load" />
    </template>
  </FacingPages>
  <FootingLine v-if="tasks.length" :label="say('marking.howFar')">
    <span
      >{{ say('marking.answerInline') }} <b>{{ taskIndex + 1 }}</b>
      {{ say('marking.ofTasks', { tasks: tasks.length }) }}</span
    ><span
      ><b>{{ marked }}</b> {{ say('marking.markedInline') }}</span
    >
    <template #actions>
      <ElButton :disabled="taskIndex === 0" @click="show(taskIndex - 1)">{{
        say('marking.back')
      }}</ElButton>
      <ElButton :disabled="taskIndex === tasks.length - 1" @click="show(taskIndex + 1)">{{
        say('marking.next')
      }}</ElButton>
      <ElButton @click="nextUnmarked">{{ say('marking.nextUnmarkedN') }}</ElButton>
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
</style>
