<script setup lang="ts">
/** Draft or ready: ready only when the test could be sat; what stands in the way is listed, each with the way to it. */
import type { Hindrance } from '@oaken/core/assessments';
import { ref } from 'vue';
import { say } from '../../words/teacher';

defineProps<{ ready: boolean; inTheWay: readonly Hindrance[]; mayChange: boolean }>();
const emit = defineEmits<{ ready: [ready: boolean]; show: [at: Hindrance['at']] }>();
const open = ref(false);
</script>

<template>
  <span class="ready">
    <span class="state" role="status">{{
      ready && inTheWay.length === 0 ? say('tests.ready') : say('tests.draft')
    }}</span>
    <template v-if="mayChange">
      <ElButton
        link
        v-if="inTheWay.length"
        class="word"
        :aria-expanded="open"
        @click="open = !open"
      >
        {{ say('tests.problemsFix', { n: inTheWay.length }) }}
      </ElButton>
      <ElButton link v-else-if="ready" class="word" @click="emit('ready', false)">
        {{ say('tests.backDraft') }}
      </ElButton>
      <ElButton link v-else class="word" @click="emit('ready', true)">
        {{ say('tests.markAsReady') }}
      </ElButton>
    </template>
    <div
      v-if="open && inTheWay.length"
      class="list"
      role="group"
      :aria-label="say('tests.problemsFixTitle')"
    >
      <p v-for="problem in inTheWay" :key="problem.words">
        {{ problem.words }}
        <ElButton link class="word" @click="(emit('show', problem.at), (open = false))">
          {{ say('tests.goThere') }}
        </ElButton>
      </p>
    </div>
  </span>
</template>

<style scoped>
.ready {
  position: relative;
  white-space: nowrap;
}
.state {
  font-weight: 650;
}
.list {
  position: absolute;
  inset-inline-end: 0;
  bottom: 34px;
  z-index: 5;
  width: max-content;
  max-width: 430px;
  white-space: normal;
  padding: 10px 14px;
  background: var(--sheet);
  border: 1px solid var(--rule-strong);
  border-top: 3px double var(--rule-strong);
}
.list p {
  margin: 0 0 4px;
}
</style>
