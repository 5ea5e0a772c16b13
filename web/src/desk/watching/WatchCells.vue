<script setup lang="ts">
/** One student's boxes, question by question; drawn anew only when something of the student has changed. */
import { elementAt, present } from '@oaken/core/certain';
import type { Watched, WatchedStudent } from '@oaken/contract/watching';
import { wholePercent } from '@oaken/core/text';
import TallyBox from '../../parts/TallyBox.vue';
import { say } from '../../words/teacher';

const props = defineProps<{
  entry: WatchedStudent;
  /** As the page says it, which may hide it. */
  name: string;
  columns: Watched['columns'];
  /** Boxes fill with the share of the points; otherwise they say only what is answered. */
  marks: boolean;
}>();

const progressWords = {
  unanswered: say('watching.notAnswered'),
  partly: say('watching.partlyAnswered'),
  answered: say('watching.answered'),
  'to read': say('watching.onlyRead'),
};
function cellWords(index: number): string {
  const { progress, share, flagged } = present(props.entry.cells[index], 'cell');
  const mark = props.marks && share !== null ? `, ${wholePercent(share)}%` : '';
  return say('watching.nameItemNumberProgress', {
    nameOf: props.name,
    number: index + 1,
    progressWords: progressWords[progress],
    mark,
    value: flagged ? say('watching.flagged') : '',
  });
}
function isHere(index: number): boolean {
  const { at, on } = props.entry;
  const { entry } = elementAt(props.columns, index);
  return at !== null && (entry === at || (entry === '' && on === index + 1));
}
</script>

<template>
  <td
    v-for="(cell, position) in entry.cells"
    :key="position"
    class="cell"
    :class="{ here: isHere(position) }"
  >
    <template v-if="cell && entry.attempt > 0">
      <TallyBox
        v-if="marks && (cell.share !== null || cell.needsMarking)"
        :share="cell.share ?? 0"
        :needs-marking="cell.needsMarking"
        :label="cellWords(position)"
      />
      <span
        v-else
        class="box"
        :class="[cell.progress, { flagged: cell.flagged }]"
        role="img"
        :aria-label="cellWords(position)"
        :title="cellWords(position)"
      />
    </template>
  </td>
</template>

<style scoped>
.box {
  position: relative;
  display: inline-block;
  width: 26px;
  height: 22px;
  border: 1px solid var(--rule-strong);
  border-radius: 2px;
  vertical-align: middle;
  background: var(--sheet);
}
.box.answered {
  background: var(--faded);
  border-color: var(--faded);
}
.box.partly {
  background: linear-gradient(to top, var(--faded) 50%, var(--sheet) 50%);
}
.box.flagged::after {
  content: '';
  position: absolute;
  top: 0;
  inset-inline-end: 0;
  border: 5px solid transparent;
  border-top-color: var(--low);
  border-inline-end-color: var(--low);
}
.here > * {
  outline: 2px solid var(--ink);
  outline-offset: 1px;
}
</style>
