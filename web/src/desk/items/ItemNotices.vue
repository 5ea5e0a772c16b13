<script setup lang="ts">
/**
 * What a writer should know before writing: text that was not saved, whose item it is, and a source
 * that has changed.
 */
import type { OpenItem } from './useItem';
import { say } from '../../words/teacher';

defineProps<{
  opened: OpenItem | null;
  recovered: boolean;
  mayEdit: boolean;
  /** Where it was copied from, if that has changed since. */
  newerSource: OpenItem['source'];
}>();
const emit = defineEmits<{ startOver: []; copy: []; compare: []; leave: [] }>();
</script>

<template>
  <p v-if="recovered" class="notice" role="status">
    {{ say('items.thisWhatYouHad') }}
    <ElButton link class="word" @click="emit('startOver')">{{
      say('items.goBackSavedWording')
    }}</ElButton>
  </p>
  <p v-if="!mayEdit" class="notice" role="status">
    {{ say('items.thisItemBelongsOthers') }}
    <ElButton link v-if="opened?.item.may === 'use'" class="word" @click="emit('copy')">
      {{ say('items.copyIntoBankYours') }}
    </ElButton>
    {{ say('items.toChange') }}
  </p>
  <div v-if="newerSource" class="notice" role="status">
    {{ say('items.itsSourceInBank', { bank: newerSource.bank }) }}
    <ElButton link class="word" @click="emit('compare')">{{ say('items.compareUpdate') }}</ElButton>
    <ElButton link class="word" @click="emit('leave')">{{ say('items.keepMine') }}</ElButton>
  </div>
</template>

<style scoped>
.notice {
  margin: 0;
  padding: 8px 24px;
  background: var(--secure-wash);
}
</style>
