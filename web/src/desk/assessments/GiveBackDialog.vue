<script setup lang="ts">
/** Before an item's wording in a test becomes the bank's: what the bank has now, and where that is used. */
import type { ItemRow } from '@oaken/contract/banks';
import type { Pinned } from '@oaken/contract/assessments';
import { ref } from 'vue';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import UsedIn from '../banks/UsedIn.vue';
import CompareTexts from '../compare/CompareTexts.vue';
import { linesOfItem } from '../compare/wordDiff';
import { whenOpened } from '../../parts/whenOpened';
import { say } from '../../words/teacher';

const open = defineModel<boolean>({ required: true });
const props = defineProps<{ pinned: Pinned; busy: boolean }>();
const emit = defineEmits<{ give: [] }>();
const bank = ref<ItemRow | null>(null);
const { wrong, read } = useDoing();
whenOpened(open, async () => {
  [bank.value, wrong.value] = [null, ''];
  await read(async () => {
    bank.value = (await call('readItem', { params: { itemId: props.pinned.itemId } })).item;
  });
});
</script>

<template>
  <ElDialog v-model="open" :title="say('tests.saveName', { name: pinned.bank.name })" width="760px">
    <p>
      {{ say('tests.theWordingKeyThis') }}
    </p>
    <UsedIn :items="[pinned.itemId]" />
    <CompareTexts
      v-if="bank"
      :before="linesOfItem(bank.content)"
      :after="linesOfItem(pinned.content)"
      :before-name="say('tests.inBankNow')"
      :after-name="say('tests.thisTest')"
    />
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <template #footer>
      <ElButton @click="open = false">{{ say('common.cancel') }}</ElButton>
      <ElButton type="primary" :loading="busy" :disabled="!bank" @click="emit('give')">{{
        say('tests.saveBank')
      }}</ElButton>
    </template>
  </ElDialog>
</template>
