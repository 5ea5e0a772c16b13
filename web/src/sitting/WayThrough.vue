<script setup lang="ts">
/** The way through the questions: what is answered and flagged, back and on, and handing in. */
import type { Progress } from '@oaken/core/sitting';
import type { MessageKey } from '@oaken/words';
import { computed, nextTick, ref, watch } from 'vue';
import { say } from '../words';

export interface Step {
  id: string;
  number: number;
  progress: Progress;
  flagged: boolean;
  here: boolean;
  /** Not to be gone to: not reached yet, or left for good. */
  shut: 'ahead' | 'left' | null;
}

const props = defineProps<{
  way: Step[];
  first: boolean;
  /** The next button: to another question, to what comes after this part, or none. */
  next: string | null;
  /** Handing in is offered, and is what comes next. */
  last: boolean;
  handIn: boolean;
}>();
const emit = defineEmits<{ go: [number: number]; back: []; next: []; handIn: [] }>();

const list = ref<HTMLElement>();
watch(
  () => props.way.find(({ here }) => here)?.number,
  async () => {
    await nextTick();
    list.value?.querySelector('.here')?.scrollIntoView({ block: 'nearest', inline: 'center' });
  },
);
/** The one number that Tab stops at: where the student is, until the arrow keys lead elsewhere. */
const walkedTo = ref<number | null>(null);
const stop = computed(() => walkedTo.value ?? props.way.find(({ here }) => here)?.number);
watch(
  () => props.way.find(({ here }) => here)?.number,
  () => (walkedTo.value = null),
);
async function walk(event: KeyboardEvent): Promise<void> {
  const open = props.way.filter(({ shut }) => shut === null).map(({ number }) => number);
  const place = open.indexOf(stop.value ?? -1);
  const places: Record<string, number> = {
    ArrowRight: place + 1,
    ArrowLeft: place - 1,
    Home: 0,
    End: open.length - 1,
  };
  const to = open[places[event.key] ?? -1];
  if (to === undefined) return;
  event.preventDefault();
  walkedTo.value = to;
  await nextTick();
  list.value?.querySelector<HTMLElement>(`[data-number="${to}"]`)?.focus();
}
const progressKeys: Record<Progress, MessageKey> = {
  answered: 'sitting.answered',
  partly: 'sitting.partly',
  unanswered: 'sitting.unanswered',
  'to read': 'sitting.toRead',
};
function inWords({ number, shut, progress, flagged, here }: Step): string {
  return [
    say('sitting.question', { number }),
    say(shut === 'ahead' ? 'sitting.ahead' : progressKeys[progress]),
    shut === 'left' ? say('sitting.leftForGood') : '',
    flagged ? say('sitting.flagged') : '',
    here ? say('sitting.here') : '',
  ]
    .filter(Boolean)
    .join(', ');
}
</script>

<template>
  <nav class="foot" :aria-label="say('sitting.way')">
    <button class="btn" :disabled="first" @click="emit('back')">{{ say('sitting.back') }}</button>
    <ol ref="list" class="way" @keydown="walk">
      <li v-for="step in way" :key="step.id">
        <button
          :class="{
            here: step.here,
            done: step.progress === 'answered',
            partly: step.progress === 'partly',
            flagged: step.flagged,
            left: step.shut === 'left',
          }"
          :disabled="step.shut !== null"
          :aria-label="inWords(step)"
          :tabindex="step.number === stop ? 0 : -1"
          :data-number="step.number"
          :aria-current="step.here ? 'step' : undefined"
          @click="emit('go', step.number)"
        >
          {{ step.number }}
        </button>
      </li>
    </ol>
    <button v-if="next" class="btn main" @click="emit('next')">{{ next }}</button>
    <button v-if="handIn" class="btn" :class="{ main: last }" @click="emit('handIn')">
      {{ say('sitting.handIn') }}
    </button>
  </nav>
</template>

<style scoped>
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
  max-height: 98px;
  overflow: auto;
}
.way button {
  position: relative;
  min-width: 44px;
  height: 44px;
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
  inset-inline-end: 0;
  border: 6px solid transparent;
  border-top-color: var(--low);
  border-inline-end-color: var(--low);
}
.way .left {
  border-bottom-color: var(--rule-strong);
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
