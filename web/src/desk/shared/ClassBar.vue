<script setup lang="ts">
/** How far a class is, as one bar: handed in, working, not begun, each as wide as it has students. */
import { computed } from 'vue';
import { say } from '../../words/teacher';

const props = defineProps<{ handedIn: number; working: number; notBegun: number }>();
const pieces = computed(() =>
  (
    [
      ['handed-in', props.handedIn, say('common.handedIn')],
      ['working', props.working, say('common.working')],
      ['not-begun', props.notBegun, say('common.notBegun')],
    ] as const
  ).map(([state, students, words]) => ({ state, students, words })),
);
</script>

<template>
  <div class="classbar">
    <div class="bar" aria-hidden="true">
      <i
        v-for="piece in pieces"
        :key="piece.state"
        :class="piece.state"
        :style="{ flexGrow: piece.students }"
      />
    </div>
    <ul>
      <li v-for="piece in pieces" :key="piece.state">
        <i class="sign" :class="piece.state" aria-hidden="true" /><b>{{ piece.students }}</b>
        {{ piece.words }}
      </li>
    </ul>
  </div>
</template>

<style scoped>
.bar {
  display: flex;
  height: 12px;
  margin: 6px 0 4px;
  border: 1px solid var(--rule-strong);
  background: var(--sheet);
}
.bar i {
  flex: 0 1 0;
}
.handed-in {
  background: var(--oak);
}
.working {
  background: repeating-linear-gradient(135deg, var(--oak-light) 0 4px, var(--wash) 4px 7px);
}
.not-begun {
  background: var(--sheet);
}
ul {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 18px;
  margin: 0;
  padding: 0;
  list-style: none;
}
.sign {
  display: inline-block;
  width: 11px;
  height: 11px;
  margin-inline-end: 6px;
  border: 1px solid var(--rule-strong);
}
</style>
