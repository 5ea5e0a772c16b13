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
import { say } from '../../words/teacher';

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
    done(say('tests.sharingChanged'));
    open.value = false;
  });
}
const reachWords = {
  mine: say('tests.onlyMePeopleNamed'),
  school: say('tests.allTeachersAtMy'),
  everybody: say('tests.everybodyCanPreviewCopy'),
};
const rightWords = { read: say('tests.previewCopy'), edit: say('tests.editWithMe') };
</script>

<template>
  <ElDialog v-model="open" :title="say('tests.sharingTitle', { title })" width="560px">
    <template v-if="sharing">
      <fieldset>
        <legend>{{ say('tests.whoCanSee') }}</legend>
        <ElRadio v-for="entry in reaches" :key="entry" v-model="sharing.reach" :value="entry">
          {{ reachWords[entry] }}</ElRadio
        >
      </fieldset>
      <p v-if="!ready && sharing.reach !== 'mine'" class="faded">
        {{ say('tests.itDraftTheySee') }}
      </p>
      <h3>{{ say('tests.colleagues') }}</h3>
      <p v-if="sharing.shares.length === 0" class="faded">
        {{ say('tests.noColleaguesNamedYet') }}
      </p>
      <table v-else class="ruled">
        <tbody>
          <tr v-for="(share, index) in sharing.shares" :key="share.accountId">
            <td>{{ share.name }}</td>
            <td>
              {{ say('tests.can') }}
              <SelectField
                v-model="share.may"
                class="right"
                :aria-label="say('tests.whatNameCanDo', { name: share.name })"
                ><ElOption
                  v-for="(words, may) in rightWords"
                  :key="may"
                  :value="may"
                  :label="words"
              /></SelectField>
            </td>
            <td class="figures">
              <ElButton link class="word" @click="sharing?.shares.splice(index, 1)">
                {{ say('common.remove') }}
              </ElButton>
            </td>
          </tr>
        </tbody>
      </table>
      <SelectField
        v-if="others.length"
        :aria-label="say('tests.shareWithColleague')"
        :model-value="null"
        @update:model-value="add"
        ><ElOption :value="null" :label="say('tests.shareWithColleagueOpening')" /><ElOption
          v-for="other in others"
          :key="other.accountId"
          :value="other.accountId"
          :label="other.name"
      /></SelectField>
    </template>
    <p v-else-if="!wrong" class="faded">{{ say('tests.reading') }}</p>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <template #footer>
      <ElButton @click="open = false">{{ say('common.cancel') }}</ElButton>
      <ElButton type="primary" :loading="busy" :disabled="!sharing" @click="save">{{
        say('common.save')
      }}</ElButton>
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
