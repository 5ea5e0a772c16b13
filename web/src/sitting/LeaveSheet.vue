<script setup lang="ts">
/** Before handing in, or leaving a part for good: what is unanswered or flagged, each a way back to it. */
import type { Progress } from '@oaken/core/sitting';
import { computed, onMounted, ref } from 'vue';
import { say } from '../words';

const props = defineProps<{
  way: { id: string; number: number; progress: Progress; flagged: boolean }[];
  busy: boolean;
  title: string;
  /** What cannot be undone. */
  end: string;
  verb: string;
  doing: string;
}>();
const emit = defineEmits<{ go: [number: number]; stay: []; leave: [] }>();
const sheet = ref<HTMLDialogElement>();
onMounted(() => sheet.value?.showModal());
/** Of the one question that is open there is no list to make. */
const single = computed(() => props.way.length === 1);
const lists = computed(() => {
  const open = props.way.filter(
    ({ progress }) => progress === 'unanswered' || progress === 'partly',
  );
  const flagged = props.way.filter((step) => step.flagged);
  return [
    {
      title: say('sitting.openQuestions', { n: open.length }),
      questions: open,
    },
    { title: say('sitting.flaggedQuestions'), questions: flagged },
  ].filter(({ questions }) => questions.length > 0);
});
</script>

<template>
  <dialog
    ref="sheet"
    class="ask-sheet"
    aria-labelledby="leave-title"
    @cancel.prevent="emit('stay')"
  >
    <h2 id="leave-title">{{ title }}</h2>
    <p v-if="single && lists.length">{{ say('sitting.thisOpen') }}</p>
    <p v-else-if="!single && lists.length === 0">{{ say('sitting.allDone') }}</p>
    <div v-for="list in single ? [] : lists" :key="list.title">
      <p>{{ list.title }}</p>
      <button
        v-for="entry in list.questions"
        :key="entry.id"
        class="number"
        :aria-label="say('sitting.goTo', { n: entry.number })"
        @click="emit('go', entry.number)"
      >
        {{ entry.number }}
      </button>
    </div>
    <p class="faded">{{ end }}</p>
    <div class="buttons">
      <button class="btn" @click="emit('stay')">{{ say('sitting.stay') }}</button>
      <button class="btn main" :disabled="busy" @click="emit('leave')">
        {{ busy ? doing : verb }}
      </button>
    </div>
  </dialog>
</template>

<style scoped>
.ask-sheet {
  width: min(460px, calc(100vw - 32px));
}
h2 {
  margin-bottom: 10px;
}
.number {
  min-width: 44px;
  height: 44px;
  margin-block: 0 8px;
  margin-inline: 0 6px;
  border: 1px solid var(--rule-strong);
  border-radius: var(--corner);
  background: var(--paper);
  cursor: pointer;
}
.buttons {
  display: flex;
  gap: 10px;
  justify-content: flex-end;
  margin-top: 14px;
}
</style>
