<script setup lang="ts">
/** What a class may see of a sitting on the projector: counts and time, and no name. */
import { say } from '../../words/teacher';

defineProps<{
  counts: { working: number; handedIn: number; notBegun: number };
  /** The time that is left, in words. */
  time: string;
}>();
</script>

<template>
  <section class="projector" :aria-label="say('watching.countsTime')">
    <p>
      <b>{{ counts.working }}</b> {{ say('common.working') }}
    </p>
    <p>
      <b>{{ counts.handedIn }}</b> {{ say('common.handedIn') }}
    </p>
    <p>
      <b>{{ counts.notBegun }}</b> {{ say('common.notBegun') }}
    </p>
    <p class="time">{{ time }}</p>
  </section>
</template>

<style scoped>
.projector {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 2vw;
  padding: 6vh 4vw;
  font-family: var(--serif);
  font-size: 2.2rem;
  text-align: center;
}
.projector b {
  display: block;
  font-size: 7rem;
  line-height: 1;
}
.projector .time {
  grid-column: 1 / -1;
  font-size: 3rem;
  border-top: 3px double var(--rule-strong);
  padding-top: 5vh;
}
</style>
