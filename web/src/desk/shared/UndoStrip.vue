<script setup lang="ts">
import { notice, takeBack } from './undo';
import { say } from '../../words/teacher';
</script>

<template>
  <div class="strip-place" aria-live="polite">
    <div v-if="notice" class="strip" :class="notice.kind">
      <span>{{ notice.text }}</span>
      <RouterLink v-if="notice.link" :to="notice.link.to" @click="notice = null">{{
        notice.link.text
      }}</RouterLink>
      <button v-if="notice.undo" @click="takeBack({ undo: notice.undo })">
        {{ say('common.undo') }}
      </button>
      <button :aria-label="say('desk.closeThisNotice')" @click="notice = null">×</button>
    </div>
  </div>
</template>

<style scoped>
.strip-place {
  position: fixed;
  left: 50%;
  bottom: 66px;
  transform: translateX(-50%);
  z-index: 3000;
}
.strip {
  display: flex;
  gap: 16px;
  align-items: center;
  background: var(--oak-deep);
  color: #fff8ee;
  border: 1px solid var(--oak-light);
  border-radius: var(--corner);
  padding: 9px 16px;
  max-width: min(720px, 90vw);
}
.failed {
  border-left: 6px solid #e28b72;
}
.strip button,
.strip a {
  background: none;
  border: 0;
  color: #ffdcae;
  font-weight: 650;
  cursor: pointer;
  text-decoration: underline;
  white-space: nowrap;
}
</style>
