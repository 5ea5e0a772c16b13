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
      <ElButton v-if="notice.undo" link class="word" @click="takeBack({ undo: notice.undo })">
        {{ say('common.undo') }}
      </ElButton>
      <ElButton link class="word" :aria-label="say('desk.closeThisNotice')" @click="notice = null"
        >×</ElButton
      >
    </div>
  </div>
</template>

<style scoped>
.strip-place {
  position: fixed;
  inset-inline: 0;
  bottom: 66px;
  width: fit-content;
  margin-inline: auto;
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
  border-inline-start: 6px solid #e28b72;
}
.strip .el-button.is-link.word,
.strip a {
  color: #ffdcae;
  font-weight: 650;
  white-space: nowrap;
}
</style>
