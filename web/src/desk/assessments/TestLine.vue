<script setup lang="ts">
/** A test on the shelf as a ruled row. */
import type { TestRow } from '@oaken/contract/assessments';
import { count } from '@oaken/core/text';
import { computed } from 'vue';
import { mediumWords } from '../banks/filterWords';
import { pointsText, useWords } from '../shared/words';

const props = defineProps<{ test: TestRow }>();
const emit = defineEmits<{ copy: []; bin: []; place: [] }>();
const words = useWords();
const whose = computed(() => {
  const { mine, owner, reach, may } = props.test;
  if (mine)
    return reach === 'mine'
      ? 'mine'
      : `mine, on the shelf for ${reach === 'school' ? 'my school' : 'everybody'}`;
  return may === 'edit' ? `built with ${owner}` : `by ${owner}`;
});
const standards = computed(() => {
  const codes = props.test.standards;
  return codes.length > 5
    ? `${codes.slice(0, 4).join(', ')} and ${codes.length - 4} more`
    : codes.join(', ');
});
</script>

<template>
  <div
    class="row"
    draggable="true"
    @dragstart="$event.dataTransfer?.setData('application/x-oaken-test', String(test.id))"
  >
    <div class="body">
      <p class="title">
        <RouterLink :to="`/tests/${test.id}`">{{ test.title }}</RouterLink>
        <span v-if="!test.ready" class="draft">draft</span>
      </p>
      <p class="facts">
        <span>{{ test.kind }}</span>
        <span v-if="test.subject">{{ test.subject }}</span>
        <span v-if="test.grades.length">grade {{ test.grades.join(', ') }}</span>
        <span>{{ count(test.items, 'item') }}, {{ pointsText(test.points) }} pt</span>
        <span>{{ test.machine ? 'marked by machine' : 'some marked by hand' }}</span>
        <span v-if="test.media.length"
          >with {{ test.media.map((own) => mediumWords[own]).join(', ') }}</span
        >
        <span>{{ whose }}</span>
        <span v-if="test.given"
          >given {{ test.given === 1 ? 'once' : `${test.given} times`
          }}<template v-if="test.classes.length">: {{ test.classes.join(', ') }}</template></span
        >
      </p>
      <p v-if="standards" class="facts">{{ standards }}</p>
    </div>
    <span class="when faded small">{{ words.time(test.changedAt) }}</span>
    <span class="acts">
      <RouterLink :to="`/tests/${test.id}/look`" :aria-label="`Look through ${test.title}`"
        >Look through</RouterLink
      >
      <button class="word" :aria-label="`Copy ${test.title}`" @click="emit('copy')">Copy</button>
      <RouterLink
        v-if="test.may === 'edit'"
        :to="`/tests/${test.id}/assign`"
        :aria-label="`Assign ${test.title}`"
        >Assign</RouterLink
      >
      <button class="word" :aria-label="`Put ${test.title} into a folder`" @click="emit('place')">
        Folder
      </button>
      <button
        v-if="test.mine"
        class="word"
        :aria-label="`Put ${test.title} into the bin`"
        @click="emit('bin')"
      >
        Bin
      </button>
    </span>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 2px 14px;
  padding: 9px 6px;
  border-bottom: var(--line);
  overflow-wrap: anywhere;
}
.row:hover {
  background: var(--wash);
}
.body {
  grid-row: span 2;
}
.title {
  margin: 0;
  font-family: var(--serif);
  font-weight: 600;
}
.title a {
  color: var(--ink);
  text-decoration-color: var(--rule-strong);
  text-underline-offset: 3px;
}
.draft {
  margin-left: 8px;
  font: 600 0.82rem var(--text);
  color: var(--partial-ink);
}
.facts {
  margin: 1px 0 0;
  display: flex;
  flex-wrap: wrap;
  gap: 0 14px;
  font-size: 0.86rem;
  color: var(--faded);
}
.when {
  text-align: right;
}
.acts {
  display: flex;
  gap: 10px;
  align-items: baseline;
  justify-content: flex-end;
  font-size: 0.9rem;
}
</style>
