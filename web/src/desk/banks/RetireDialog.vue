<script setup lang="ts">
/** Says where items are used before they go out of sight. */
import { ref, watch } from 'vue';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import { done } from '../shared/undo';
import UsedIn from './UsedIn.vue';
import { say } from '../../words/teacher';

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
    done(say('banks.itemsRetired', { n: retired }), async () => {
      await call('restoreItems', { body: { items } });
      emit('changed');
    });
    open.value = false;
    emit('changed');
  });
}
</script>

<template>
  <ElDialog v-model="open" :title="say('banks.retireItems', { n: items.length })" width="560px">
    <p>
      {{ say('banks.retiredItemsNoLonger') }}
    </p>
    <UsedIn v-if="open" :items="items" @known="told = true" />
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <template #footer>
      <ElButton @click="open = false">{{ say('common.cancel') }}</ElButton>
      <ElButton type="primary" :loading="busy" :disabled="!told" @click="retire">{{
        say('banks.retireItems', { n: items.length })
      }}</ElButton>
    </template>
  </ElDialog>
</template>
