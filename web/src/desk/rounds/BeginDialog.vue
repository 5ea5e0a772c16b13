<script setup lang="ts">
/** Which class is asked, and how, before a round begins. */
import type { api, BodyOf } from '@oaken/contract';
import { ref } from 'vue';
import { useRouter } from 'vue-router';
import { call } from '../../client/call';
import { useDoing } from '../../client/useDoing';
import { whenOpened } from '../../parts/whenOpened';
import { useMyClasses } from '../shared/useMyClasses';
import { say } from '../../words/teacher';
import PaceChoice from './PaceChoice.vue';

const open = defineModel<boolean>({ required: true });
const props = defineProps<{
  from: BodyOf<typeof api.beginRound>['from'];
  /** A class that is not the one to begin with: it was asked already. */
  but?: number;
}>();
const router = useRouter();
const { classes, readClasses } = useMyClasses();
const chosen = ref<number | null>(null);
const pace = ref<BodyOf<typeof api.beginRound>['pace']>(null);
const { wrong, busy, read, act } = useDoing();
let clientKey = '';

whenOpened(open, async () => {
  clientKey = crypto.randomUUID();
  await read(async () => {
    const mine = await readClasses();
    const first = mine.find(({ id }) => id !== props.but) ?? mine[0];
    chosen.value ??= first?.id ?? null;
  });
});
async function begin(): Promise<void> {
  const classId = chosen.value;
  if (classId === null || busy.value) return;
  await act(async () => {
    const body = { clientKey, classId, from: props.from, pace: pace.value };
    const { id } = await call('beginRound', { body });
    open.value = false;
    await router.push(`/rounds/${id}`);
  });
}
</script>

<template>
  <ElDialog v-model="open" :title="say('rounds.askInClass')" width="480px">
    <p>{{ say('rounds.askInClassHint') }}</p>
    <form id="ask-class" @submit.prevent="begin">
      <fieldset>
        <legend>{{ say('rounds.whichClass') }}</legend>
        <ElRadioGroup v-model="chosen" class="column">
          <ElRadio v-for="schoolClass in classes" :key="schoolClass.id" :value="schoolClass.id"
            ><b>{{ schoolClass.name }}</b> {{ schoolClass.subject }}</ElRadio
          >
        </ElRadioGroup>
      </fieldset>
      <PaceChoice v-model="pace" />
    </form>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <template #footer>
      <ElButton @click="open = false">{{ say('common.cancel') }}</ElButton>
      <ElButton
        type="primary"
        native-type="submit"
        form="ask-class"
        :disabled="chosen === null"
        :loading="busy"
        >{{ say('rounds.begin') }}</ElButton
      >
    </template>
  </ElDialog>
</template>

<style scoped>
fieldset {
  border: 0;
  margin: 0 0 16px;
  padding: 0;
}
.column {
  flex-direction: column;
  align-items: flex-start;
}
</style>
