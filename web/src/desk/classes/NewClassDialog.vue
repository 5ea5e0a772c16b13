<script setup lang="ts">
import type { ClassFacts } from '@oaken/contract/classes';
import { reactive } from 'vue';
import { call } from '../../client/call';
import { useForm } from '../../client/useDoing';
import { done } from '../shared/undo';
import ClassFactsFields from './ClassFactsFields.vue';
import { whenOpened } from '../../parts/whenOpened';
import { say } from '../../words/teacher';

const open = defineModel<boolean>({ required: true });
const emit = defineEmits<{ made: [id: number] }>();
const blank = (): ClassFacts => ({
  name: '',
  subject: '',
  period: '',
  meetsFrom: null,
  meetsUntil: null,
  term: '',
  grade: 6,
  notes: '',
});
const facts = reactive(blank());
const { wrong, busy, act, errors, forget } = useForm();
let clientKey = '';
whenOpened(open, () => {
  clientKey = crypto.randomUUID();
  forget();
});
async function make(): Promise<void> {
  if (busy.value) return;
  await act(async () => {
    const { id } = await call('makeClass', { body: { clientKey, facts: { ...facts } } });
    done(say('classes.nameCreatedNowImport', { name: facts.name }));
    open.value = false;
    Object.assign(facts, blank());
    emit('made', id);
  });
}
</script>

<template>
  <ElDialog v-model="open" :title="say('classes.aNewClassTitle')" width="620px">
    <form id="new-class" @submit.prevent="make">
      <ClassFactsFields v-model="facts" :wrong="errors" />
    </form>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <template #footer>
      <ElButton @click="open = false">{{ say('common.cancel') }}</ElButton>
      <ElButton type="primary" native-type="submit" form="new-class" :loading="busy">{{
        say('classes.makeClass')
      }}</ElButton>
    </template>
  </ElDialog>
</template>
