<script setup lang="ts">
/** The work of a sitting: passage and question, the tools, the way through, and handing in. The same in the seat and for a teacher who looks through. */
import type { SittingEntry, SittingForm } from '@oaken/core/forms';
import type { Responses, SittingItem } from '@oaken/core/items';
import { progressOf } from '@oaken/core/sitting';
import { computed, nextTick, onUnmounted, reactive, ref, watch } from 'vue';
import ItemView from '../ItemView.vue';
import PassageView from '../PassageView.vue';
import HandInSheet from './HandInSheet.vue';
import './seat.css';

const at = defineModel<number>('at', { required: true });
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
  /** Questions that are settled: they can be read, and take no more answers. */
  settled?: ReadonlySet<string>;
}>();
defineSlots<{
  /** What stands under the question that is open. */
  help?(own: { entry: SittingEntry }): unknown;
}>();
const emit = defineEmits<{
  answer: [entry: string, part: string, response: unknown];
  flag: [entry: string];
  resize: [];
  left: [];
  handIn: [];
}>();

type Here = SittingEntry & { section: SittingForm['sections'][number] };
const entries = computed(() => props.form.sections.flatMap((section) => section.entries.map((entry): Here => ({ ...entry, section })))); // prettier-ignore
const none = { responses: {}, flagged: false };
const answerOf = (id: string) => props.answers[id] ?? none;
const here = computed(() => entries.value[at.value]);
const opensSection = computed(() => here.value?.section.entries[0]?.id === here.value?.id && Boolean(here.value?.section.directions || here.value?.section.minutes)); // prettier-ignore
const passage = computed(() => props.form.passages[String(here.value?.item.passage?.revision)] ?? null);
const crossing = ref(false);
const struck = reactive<Record<string, Record<string, string[]>>>({});
const question = ref<HTMLElement>();
const wayList = ref<HTMLElement>();
const hasChoices = computed(
  () => here.value?.item.parts.some(({ kind }) => kind === 'single-choice' || kind === 'multiple-choice') ?? false,
);

const reading = ref(false);
const voiceless = ref(false);
/** Reads what stands on the page, as it stands there. */
function readAloud(): void {
  const { speechSynthesis: voice } = window;
  if (reading.value) return voice.cancel();
  voiceless.value = !voice || voice.getVoices().length === 0;
  if (voiceless.value) return;
  const text = question.value?.querySelector<HTMLElement>('.item')?.innerText ?? '';
  const words = new SpeechSynthesisUtterance(text);
  words.lang = document.documentElement.lang;
  words.onend = words.onerror = () => (reading.value = false);
  reading.value = true;
  voice.speak(words);
}
const silence = () => window.speechSynthesis?.cancel();
watch(at, silence);
onUnmounted(silence);

function strike(part: string, choice: string): void {
  const own = (struck[here.value!.id] ??= {});
  const list = (own[part] ??= []);
  own[part] = list.includes(choice) ? list.filter((id) => id !== choice) : [...list, choice];
}
async function go(to: number): Promise<void> {
  at.value = Math.max(0, Math.min(entries.value.length - 1, to));
  emit('left');
  await nextTick();
  question.value?.focus();
  question.value?.scrollTo({ top: 0 });
  wayList.value?.querySelector('.here')?.scrollIntoView({ block: 'nearest', inline: 'center' });
}

/** How far the student has come: by where they were, and by what they answered. */
const furthest = ref(0);
watch(
  at,
  (now) =>
    (furthest.value = Math.max(
      furthest.value,
      now,
      entries.value.findLastIndex(({ id }) => Object.keys(answerOf(id).responses).length > 0),
    )),
  { immediate: true },
);
const way = computed(() =>
  entries.value.map((entry, n) => ({
    id: entry.id,
    number: n + 1,
    here: n === at.value,
    ahead: props.stepwise === true && n > furthest.value + 1,
    progress: progressOf(entry.item.parts, answerOf(entry.id).responses),
    flagged: answerOf(entry.id).flagged,
  })),
);
const wayWords = (own: (typeof way.value)[number]) =>
  `Question ${own.number}, ${own.progress === 'partly' ? 'partly answered' : own.progress}${own.flagged ? ', flagged' : ''}${own.here ? ', here' : ''}`;
</script>

<template>
  <template v-if="here">
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
      <section ref="question" class="question" tabindex="-1" :aria-label="`Question ${at + 1} of ${entries.length}`">
        <div class="column">
          <p v-if="at === 0 && form.directions" class="directions">{{ form.directions }}</p>
          <p v-if="here.section.title" class="faded">{{ here.section.title }}</p>
          <p v-if="opensSection" class="directions">
            {{ here.section.directions }}
            <template v-if="here.section.minutes">
              {{ here.section.minutes === 1 ? '1 minute is' : `${here.section.minutes} minutes are` }} meant for this
              section.</template
            >
          </p>
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
            :responses="answerOf(here.id).responses"
            :name="here.id"
            :disabled="settled?.has(here.id)"
            :struck="struck[here.id]"
            :crossing="crossing"
            @answer="(part, response) => emit('answer', here!.id, part, response)"
            @strike="strike"
          />
          <slot name="help" :entry="here" />
          <div class="tools">
            <button class="btn" :aria-pressed="answerOf(here.id).flagged" @click="emit('flag', here.id)">
              {{ answerOf(here.id).flagged ? 'Take flag away' : 'Flag to come back' }}
            </button>
            <button v-if="hasChoices" class="btn" :aria-pressed="crossing" @click="crossing = !crossing">
              {{ crossing ? 'Done crossing out' : 'Cross out choices' }}
            </button>
            <button class="btn" @click="emit('resize')">Text size</button>
            <button v-if="aloud" class="btn" :aria-pressed="reading" @click="readAloud">
              {{ reading ? 'Stop reading' : 'Read aloud' }}
            </button>
            <p v-if="voiceless" class="faded">This browser has no voice to read with.</p>
          </div>
        </div>
      </section>
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
            :disabled="own.ahead"
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
      :busy="busy"
      @go="
        (n) => {
          asking = false;
          go(n - 1);
        }
      "
      @stay="asking = false"
      @hand-in="emit('handIn')"
    />
  </template>
</template>

<style scoped>
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
