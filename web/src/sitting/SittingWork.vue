<script setup lang="ts">
/**
 * The work of a sitting: passage and question, the tools, the way through, and handing in. The same
 * in the seat and for a teacher who looks through.
 */
import type { SittingEntry, SittingForm } from '@oaken/core/forms';
import type { AttemptAnswer } from '@oaken/contract/attempts';
import type { Responses, SittingItem, StudentTool } from '@oaken/core/items';
import { computed, defineAsyncComponent, nextTick, reactive, ref, watch } from 'vue';
import { canCrossOut } from '../kinds/answers';
import ItemView from '../kinds/ItemView.vue';
import PassageView from '../parts/PassageView.vue';
import LeaveSheet from './LeaveSheet.vue';
import LineGuide from './LineGuide.vue';
import QuestionHead from './QuestionHead.vue';
import QuestionTools from './QuestionTools.vue';
import { useLeaving } from './useLeaving';
import OpenTools from './OpenTools.vue';
import { useSittingKeys } from './useSittingKeys';
import { useTools } from './useTools';
import { useWay } from './useWay';
import WayThrough from './WayThrough.vue';
import { countDone } from '@oaken/core/sitting';
import { toggled } from '../parts/toggled';
import { lengthInWords, minute } from '@oaken/core/timing';
import { language, say } from '../words';
import './seat.css';

/** Loaded when it is first asked for. */
const KeysSheet = defineAsyncComponent(() => import('./KeysSheet.vue'));
const index = defineModel<number>('at', { required: true });
/** Whether the sheet that asks before handing in is open. */
const asking = defineModel<boolean>('asking', { required: true });
const props = defineProps<{
  form: SittingForm;
  answers: Readonly<Record<string, { responses: Responses; flagged: boolean }>>;
  busy: boolean;
  /** Offers to read the question aloud, where the browser has a voice. */
  aloud?: boolean;
  /** One question after the other: what was not reached yet cannot be jumped to. */
  stepwise?: boolean;
  /** Where the stages of the sitting stand; none where all questions are open together. */
  course?: AttemptAnswer['course'];
  /** Covers all but a few lines. */
  guide?: boolean;
  /** Questions that are settled: they can be read, and take no more answers. */
  settled?: ReadonlySet<string>;
  /** What may be used with every question. */
  tools?: readonly StudentTool[];
}>();
defineSlots<{
  /** What stands under the question that is open. */
  help?(slot: { entry: SittingEntry }): unknown;
}>();
const emit = defineEmits<{
  answer: [entry: string, part: string, response: unknown];
  flag: [entry: string];
  display: [];
  left: [];
  next: [];
  handIn: [];
}>();

type Here = SittingEntry & { section: SittingForm['sections'][number] };
const entries = computed(() =>
  props.form.sections.flatMap((section) =>
    section.entries.map((entry): Here => ({ ...entry, section })),
  ),
);
const none = { responses: {}, flagged: false };
const answerOf = (id: string) => props.answers[id] ?? none;
const here = computed(() => entries.value[index.value]);
const opensSection = computed(
  () =>
    here.value?.section.entries[0]?.id === here.value?.id &&
    Boolean(here.value?.section.directions || here.value?.section.minutes),
);
const passage = computed(
  () => props.form.passages[String(here.value?.item.passage?.revision)] ?? null,
);
const crossing = ref(false);
const struck = reactive<Record<string, Record<string, string[]>>>({});
const question = ref<HTMLElement>();
const hasChoices = computed(
  () => here.value?.item.parts.some(({ kind }) => canCrossOut(kind)) ?? false,
);

const shownItem = () => question.value?.querySelector<HTMLElement>('.item') ?? null;

function strike(part: string, choice: string): void {
  if (!here.value) return;
  const struckHere = (struck[here.value.id] ??= {});
  const list = (struckHere[part] ??= []);
  struckHere[part] = toggled(list, choice);
}
async function go(to: number): Promise<void> {
  index.value = Math.max(0, Math.min(entries.value.length - 1, to));
  emit('left');
  await nextTick();
  question.value?.focus();
  question.value?.scrollTo({ top: 0 });
}

const { before, total, openSteps, way, beginStage } = useWay({
  entries,
  answerOf,
  index,
  stepwise: () => props.stepwise === true,
  course: () => props.course,
});

const done = computed(() => countDone(way.value.map(({ progress }) => progress)));

const { leaving, nextWords, handInWords, leaveWords, leave, goOn } = useLeaving({
  entries,
  index,
  openSteps,
  course: () => props.course,
  goOn: () => emit('next'),
});
const keysShown = ref(false);
useSittingKeys({
  next: () => {
    if (nextWords.value) onward();
  },
  back: () => {
    if (index.value > 0) void go(index.value - 1);
  },
  flag: () => {
    if (here.value && canComeBack.value) emit('flag', here.value.id);
  },
  help: () => (keysShown.value = true),
});
/** To the next question, or out of this part. */
function onward(): void {
  if (index.value < entries.value.length - 1) void go(index.value + 1);
  else leave();
}
const tools = useTools(
  () => [props.tools, here.value?.item.tools],
  () => here.value?.id ?? '',
);
const canComeBack = computed(() => !props.course || entries.value.length > 1);
function stayAt(number: number): void {
  [asking.value, leaving.value] = [false, false];
  void go(number - 1 - before.value);
}
/** The next stage begins at its first question, with the page's focus there. */
watch(
  () => props.course?.stage,
  (now, earlier) => {
    leaving.value = false;
    if (now === undefined || earlier === undefined) return;
    beginStage();
    void go(0);
  },
);
</script>

<template>
  <template v-if="here">
    <button class="keys" @click="keysShown = true">{{ say('seatKeys.title') }}</button>
    <div class="work" :class="{ two: passage }">
      <section
        v-if="passage"
        :key="here.item.passage?.revision"
        class="reading"
        tabindex="0"
        :aria-label="say('sitting.passage', { title: passage.title })"
      >
        <PassageView :passage="passage" />
      </section>
      <section
        ref="question"
        class="question"
        tabindex="-1"
        :aria-label="say('sitting.questionOf', { number: before + index + 1, total })"
      >
        <div class="column">
          <p v-if="before + index === 0 && form.directions" class="directions">
            {{ form.directions }}
          </p>
          <p v-if="here.section.title" class="faded">{{ here.section.title }}</p>
          <p v-if="opensSection" class="directions">
            {{ here.section.directions }}
            <template v-if="here.section.minutes && !course?.clock">
              {{
                say('sitting.sectionMinutes', {
                  time: lengthInWords(here.section.minutes * minute, language),
                })
              }}
            </template>
          </p>
          <p v-if="course?.next && entries.length === 1" class="faded small">
            {{ say('sitting.noComingBack') }}
          </p>
          <QuestionHead
            :number="before + index + 1"
            :total="total"
            :points="here.points"
            :done="done"
          />
          <ItemView
            :key="here.id"
            :item="here.item as SittingItem"
            :responses="answerOf(here.id).responses"
            :name="here.id"
            :disabled="settled?.has(here.id)"
            :struck="struck[here.id]"
            :crossing="crossing"
            @answer="(part, response) => here && emit('answer', here.id, part, response)"
            @strike="strike"
          />
          <slot name="help" :entry="here" />
          <QuestionTools
            v-model:crossing="crossing"
            :entry="here.id"
            :flagged="answerOf(here.id).flagged"
            :can-come-back="canComeBack"
            :has-choices="hasChoices"
            :aloud="aloud ?? false"
            :element="shownItem"
            :tools="tools.offered.value"
            @tool="tools.toggle"
            @flag="emit('flag', here.id)"
            @display="emit('display')"
          />
        </div>
      </section>
      <LineGuide v-if="guide" />
      <OpenTools :entry="here.id" :tools="tools" />
    </div>
    <WayThrough
      :way="way"
      :first="index === 0"
      :next="nextWords"
      :last="index === entries.length - 1"
      :hand-in="!course?.next"
      @go="(number) => go(number - 1 - before)"
      @back="go(index - 1)"
      @next="onward"
      @hand-in="asking = true"
    />
    <KeysSheet v-if="keysShown" @close="keysShown = false" />
    <LeaveSheet
      v-if="asking"
      v-bind="handInWords"
      :way="openSteps"
      :busy="busy"
      @go="stayAt"
      @stay="asking = false"
      @leave="emit('handIn')"
    />
    <LeaveSheet
      v-if="leaving"
      v-bind="leaveWords"
      :way="openSteps"
      :busy="false"
      @go="stayAt"
      @stay="leaving = false"
      @leave="goOn"
    />
  </template>
</template>

<style scoped>
/* For whoever comes by the Tab key. */
.keys {
  min-width: 60px;
  min-height: 44px;
}
.keys:not(:focus-visible) {
  position: absolute;
  opacity: 0;
  pointer-events: none;
}
.work {
  position: relative;
  flex: 1;
  min-height: 0;
  display: flex;
}
.reading {
  flex: 1;
  overflow: auto;
  padding: 20px 24px 40px;
  background: var(--paper);
  border-inline-end: 3px double var(--rule-strong);
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
@media (max-width: 820px) {
  .work.two {
    flex-direction: column;
  }
  .reading {
    flex: 0 1 42%;
    border-inline-end: 0;
    border-bottom: 3px double var(--rule-strong);
    padding: 12px 16px;
  }
}
</style>
