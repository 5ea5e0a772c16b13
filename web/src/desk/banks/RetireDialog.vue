<script setup lang="ts">
/** Says where items are used before they go out of sight. */
import { count } from '@oaken/core/text';
import { ref, watch } from 'vue';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import { done } from '../shared/undo';
import UsedIn from './UsedIn.vue';

const open = defineModel<boolean>({ required: true });
const props = defineProps<{ items: number[] }>();
const emit = defineEmits<{ changed: [] }>();
/** Nothing is retired before its uses were seen. */
const told = ref(false);
const { wrong, busy, act } = useDoing();

watch(open, () => ([told.value, wrong.value] = [false, '']));
async function retire(): Promise<void> {
  const items = [...props.items];
  await act(async () => {
    const { retired } = await call('retireItems', { body: { items } });
    done(`${count(retired, 'item')} retired.`, async () => {
      await call('restoreItems', { body: { items } });
      emit('changed');
    });
    open.value = false;
    emit('changed');
  });
}
</script>

<template>
  <ElDialog v-model="open" :title="`Retire ${count(items.length, 'item')}`" width="560px">
    <p>
      Retired items are no longer found. No test, assignment or result is touched, and they can be
      brought back at any time.
    </p>
    <UsedIn v-if="open" :items="items" @known="told = true" />
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <template #footer>
      <ElButton @click="open = false">Cancel</ElButton>
      <ElButton type="primary" :loading="busy" :disabled="!told" @click="retire"
        >Retire {{ count(items.length, 'item') }}</ElButton
      >
    </template>
  </ElDialog>
</template>
