<script setup lang="ts">
/** Notes to a test under construction: things to look at, never in the way. */
import { elementAt } from '@oaken/core/certain';
import type { Note } from '@oaken/core/notes';
import { computed } from 'vue';
import { say } from '../../words/teacher';

const props = defineProps<{
  notes: readonly Note[];
  forecasts: readonly string[];
  mayChange: boolean;
}>();
const open = defineModel<boolean>('open', { required: true });
/** What stands in the one line: the first thing to look at, otherwise what to expect. */
const first = computed(
  () => props.notes[0]?.words ?? props.forecasts[0] ?? say('tests.noNotesOnThis'),
);
const emit = defineEmits<{
  show: [entry: string];
  apart: [entries: string[], apart: boolean];
  blueprint: [];
}>();
const pairs: Note['about'][] = ['near', 'cue'];
</script>

<template>
  <aside class="notes" :class="{ open }" :aria-label="say('tests.notesInMargin')">
    <p class="fold">
      <ElButton link class="word" :aria-expanded="open" @click="open = !open">
        {{ notes.length === 0 ? say('tests.noNotes') : say('tests.notes', { n: notes.length }) }}
      </ElButton>
      <span v-if="!open" class="first" :title="first">{{ first }}</span>
    </p>
    <div v-if="open" class="all" tabindex="0" role="group" :aria-label="say('tests.notesInMargin')">
      <p v-for="words in forecasts" :key="words" class="forecast">{{ words }}</p>
      <p v-if="notes.length === 0 && forecasts.length === 0" class="faded">
        {{ say('tests.noNotesOnThis') }}
      </p>
      <ul v-if="notes.length">
        <li v-for="note in notes" :key="note.words">
          {{ note.words }}
          <ElButton
            link
            v-if="note.entries.length"
            class="word"
            @click="emit('show', elementAt(note.entries, 0))"
          >
            {{ say('tests.showInline') }}
          </ElButton>
          <ElButton link v-if="note.about === 'blueprint'" class="word" @click="emit('blueprint')">
            {{ say('tests.blueprintInline') }}
          </ElButton>
          <template v-if="mayChange && note.entries.length === 2">
            <ElButton
              link
              v-if="pairs.includes(note.about)"
              class="word"
              @click="emit('apart', note.entries, true)"
            >
              {{ say('tests.dontUseTogether') }}
            </ElButton>
            <ElButton
              link
              v-if="note.about === 'enemies'"
              class="word"
              @click="emit('apart', note.entries, false)"
            >
              {{ say('tests.allowTogether') }}
            </ElButton>
          </template>
        </li>
      </ul>
    </div>
  </aside>
</template>

<style scoped>
.notes {
  position: sticky;
  bottom: 0;
  z-index: 3;
  flex: none;
  padding: 5px 22px;
  border-top: 2px solid var(--rule-strong);
  border-inline-start: 4px solid var(--partial);
  background: var(--paper);
  font-size: 0.92rem;
  margin-top: auto;
}
.fold {
  display: flex;
  gap: 10px;
  align-items: baseline;
}
.first {
  overflow: hidden;
  white-space: nowrap;
  text-overflow: ellipsis;
}
.all {
  max-height: 190px;
  overflow: auto;
}
.notes p,
.notes ul {
  margin: 0 0 4px;
}
.notes ul {
  padding-inline-start: 18px;
}
.forecast {
  font-weight: 600;
}
</style>
