<script setup lang="ts">
/** Who may find a test on the shelf, and which colleagues build it too. */
import type { AnswerOf, api } from '@oaken/contract';
import { reaches } from '@oaken/contract/banks';
import { computed, ref } from 'vue';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import { done } from '../shared/undo';
import { whenOpened } from '../../parts/whenOpened';
import SelectField from '../../parts/SelectField.vue';

type Sharing = AnswerOf<typeof api.readTestSharing>;
const open = defineModel<boolean>({ required: true });
const props = defineProps<{ testId: number; title: string; ready: boolean }>();
const emit = defineEmits<{ changed: [] }>();
const sharing = ref<Sharing | null>(null);
const { wrong, busy, read, act } = useDoing();

whenOpened(open, async () => {
  [sharing.value, wrong.value] = [null, ''];
  await read(async () => {
    sharing.value = await call('readTestSharing', { params: { testId: props.testId } });
  });
});
const others = computed(() => {
  const { colleagues, shares } = sharing.value ?? { colleagues: [], shares: [] };
  return colleagues.filter(
    ({ accountId }) => !shares.some((share) => share.accountId === accountId),
  );
});
function add(chosen: number | null): void {
  const colleague = others.value.find(({ accountId }) => accountId === chosen);
  if (colleague) sharing.value?.shares.push({ ...colleague, may: 'edit' });
}
async function save(): Promise<void> {
  if (!sharing.value) return;
  const { reach, shares } = sharing.value;
  await act(async () => {
    await call('shareTest', {
      params: { testId: props.testId },
      body: { reach, shares: shares.map(({ accountId, may }) => ({ accountId, may })) },
    });
    emit('changed');
    done('Sharing is changed.');
    open.value = false;
  });
}
const reachWords = {
  mine: 'only me, and whom I name below',
  school: 'every teacher of my school may look at it and copy it',
  everybody: 'everybody may look at it and copy it',
};
const rightWords = { read: 'look and copy', edit: 'change it with me' };
</script>

<template>
  <ElDialog v-model="open" :title="`Sharing “${title}”`" width="560px">
    <template v-if="sharing">
      <fieldset>
        <legend>On the shelf for</legend>
        <ElRadio v-for="entry in reaches" :key="entry" v-model="sharing.reach" :value="entry">
          {{ reachWords[entry] }}</ElRadio
        >
      </fieldset>
      <p v-if="!ready && sharing.reach !== 'mine'" class="faded">
        It is a draft: it stands on their shelf once you call it ready.
      </p>
      <h3>Colleagues</h3>
      <p v-if="sharing.shares.length === 0" class="faded">Nobody by name yet.</p>
      <table v-else class="ruled">
        <tbody>
          <tr v-for="(share, index) in sharing.shares" :key="share.accountId">
            <td>{{ share.name }}</td>
            <td>
              may
              <SelectField
                v-model="share.may"
                class="right"
                :aria-label="`What ${share.name} may do`"
                ><ElOption
                  v-for="(words, may) in rightWords"
                  :key="may"
                  :value="may"
                  :label="words"
              /></SelectField>
            </td>
            <td class="figures">
              <button class="word" @click="sharing?.shares.splice(index, 1)">take away</button>
            </td>
          </tr>
        </tbody>
      </table>
      <SelectField
        v-if="others.length"
        aria-label="Share with a colleague"
        :model-value="null"
        @update:model-value="add"
        ><ElOption :value="null" label="Share with a colleague …" /><ElOption
          v-for="other in others"
          :key="other.accountId"
          :value="other.accountId"
          :label="other.name"
      /></SelectField>
    </template>
    <p v-else-if="!wrong" class="faded">Reading …</p>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <template #footer>
      <ElButton @click="open = false">Cancel</ElButton>
      <ElButton type="primary" :loading="busy" :disabled="!sharing" @click="save">Save</ElButton>
    </template>
  </ElDialog>
</template>

<style scoped>
fieldset {
  border: 0;
  margin: 0 0 12px;
  padding: 0;
}
legend {
  font-weight: 600;
}
fieldset :deep(.el-radio) {
  display: flex;
}
.right {
  width: auto;
}
</style>
