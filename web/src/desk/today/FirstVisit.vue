<script setup lang="ts">
/** Offers the tour to whoever has not seen it; "Not now" is an answer. */
import { computed } from 'vue';
import { useSession } from '../../client/session';
import { say } from '../../words/teacher';
import { tourOpen, tourSeen } from '../help/tour';

const session = useSession();
const accountId = computed(() => session.account?.id ?? 0);
const isNew = computed(() => !tourSeen.value.includes(accountId.value));
function answer(wanted: boolean): void {
  tourSeen.value = [...tourSeen.value, accountId.value];
  tourOpen.value = wanted;
}
</script>

<template>
  <p v-if="isNew" class="offer">
    {{ say('help.newHere') }}
    <ElButton link class="word" @click="answer(true)">{{ say('help.takeTour') }}</ElButton>
    <ElButton link class="word" @click="answer(false)">{{ say('help.notNow') }}</ElButton>
  </p>
</template>

<style scoped>
.offer {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  margin: 0;
  padding: 6px 24px;
  border-bottom: var(--line);
  background: var(--secure-wash);
}
</style>
