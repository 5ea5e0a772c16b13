<script setup lang="ts">
/** The last steps that can still be taken back, for as long as this window is open. */
import { History } from '@lucide/vue';
import { ref } from 'vue';
import { steps, takeBack } from './undo';
import { say } from '../../words/teacher';

const open = ref(false);
</script>

<template>
  <ElPopover
    :persistent="false"
    v-if="steps.length > 0"
    v-model:visible="open"
    placement="right-end"
    trigger="click"
    :width="380"
  >
    <template #reference>
      <button class="place" :title="say('desk.whatCanBeUndone')">
        <History :size="18" :stroke-width="1.7" aria-hidden="true" />
        {{ say('desk.lastSteps') }}
      </button>
    </template>
    <ul v-if="open" class="steps" :aria-label="say('desk.lastSteps')">
      <li v-for="(step, index) in steps" :key="index">
        <span>{{ step.text }}</span>
        <ElButton size="small" @click="takeBack(step)">{{ say('common.undo') }}</ElButton>
      </li>
    </ul>
  </ElPopover>
</template>

<style scoped>
.steps {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  padding: 6px 0;
}
li + li {
  border-top: var(--line);
}
</style>
