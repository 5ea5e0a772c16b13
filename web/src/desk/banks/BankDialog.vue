<script setup lang="ts">
/** A bank's name, who may read it, and the colleagues that it is shared with. */
import type { AnswerOf, api } from '@oaken/contract';
import { reaches, rights, type Bank } from '@oaken/contract/banks';
import { computed, ref } from 'vue';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import { done } from '../shared/undo';
import { useLibrary } from '../library/library';
import { whenOpened } from '../../parts/whenOpened';
import SelectField from '../../parts/SelectField.vue';
import { say } from '../../words/teacher';

const open = defineModel<boolean>({ required: true });
/** Null makes a new one. */
const props = defineProps<{ bank: Bank | null }>();
const library = useLibrary();
const name = ref('');
const reach = ref<Bank['reach']>('mine');
const shares = ref<AnswerOf<typeof api.readShares>['shares']>([]);
const colleagues = ref<AnswerOf<typeof api.readShares>['colleagues']>([]);
const { wrong, busy, read, act } = useDoing();

whenOpened(open, async () => {
  [name.value, reach.value, wrong.value] = [
    props.bank?.name ?? '',
    props.bank?.reach ?? 'mine',
    '',
  ];
  [shares.value, colleagues.value] = [[], []];
  const { bank } = props;
  if (!bank) return;
  await read(async () => {
    const sharing = await call('readShares', { params: { bankId: bank.id } });
    [shares.value, colleagues.value] = [sharing.shares, sharing.colleagues];
  });
});
const others = computed(() =>
  colleagues.value.filter(
    ({ accountId }) => !shares.value.some((share) => share.accountId === accountId),
  ),
);
function add(chosen: number | null): void {
  const colleague = colleagues.value.find(({ accountId }) => accountId === chosen);
  if (colleague) shares.value.push({ ...colleague, may: 'use' });
}
async function save(): Promise<void> {
  await act(async () => {
    if (props.bank) {
      const params = { bankId: props.bank.id };
      await call('describeBank', { params, body: { name: name.value, reach: reach.value } });
      await call('shareBank', {
        params,
        body: { shares: shares.value.map(({ accountId, may }) => ({ accountId, may })) },
      });
    } else await call('makeBank', { body: { name: name.value, reach: reach.value } });
    await library.loadBanks();
    done(
      props.bank
        ? say('banks.nameSaved', { name: name.value })
        : say('banks.nameCreated', { name: name.value }),
    );
    open.value = false;
  });
}
const reachWords = {
  mine: say('banks.onlyMePeopleI'),
  school: say('banks.allTeachersAtMy'),
  everybody: say('banks.everybodyCanUse'),
};
const rightWords = {
  read: say('banks.rightRead'),
  use: say('banks.useCopy'),
  edit: say('banks.rightEdit'),
};
</script>

<template>
  <ElDialog
    v-model="open"
    :title="bank ? say('banks.theBankName', { name: bank.name }) : say('banks.aNewBank')"
    width="560px"
  >
    <label class="field"
      ><span class="label">{{ say('common.name') }}</span
      ><ElInput v-model="name" maxlength="120"
    /></label>
    <fieldset class="reach">
      <legend>{{ say('banks.whoCanUse') }}</legend>
      <ElRadio v-for="entry in reaches" :key="entry" v-model="reach" :value="entry">
        {{ reachWords[entry] }}</ElRadio
      >
    </fieldset>
    <template v-if="bank">
      <h3>{{ say('banks.sharedWith') }}</h3>
      <p v-if="shares.length === 0" class="faded">{{ say('banks.noColleaguesNamedYet') }}</p>
      <table v-else class="ruled">
        <tbody>
          <tr v-for="(share, index) in shares" :key="share.accountId">
            <td>{{ share.name }}</td>
            <td>
              {{ say('banks.can') }}
              <SelectField
                v-model="share.may"
                class="right"
                :aria-label="say('banks.whatNameCanDo', { name: share.name })"
                ><ElOption v-for="may in rights" :key="may" :value="may" :label="rightWords[may]"
              /></SelectField>
            </td>
            <td class="figures">
              <ElButton link class="word" @click="shares.splice(index, 1)">
                {{ say('common.remove') }}
              </ElButton>
            </td>
          </tr>
        </tbody>
      </table>
      <SelectField
        v-if="others.length"
        class="colleague"
        :aria-label="say('banks.shareWithColleague')"
        :model-value="null"
        @update:model-value="add"
        ><ElOption :value="null" :label="say('banks.shareWithColleagueOpening')" /><ElOption
          v-for="other in others"
          :key="other.accountId"
          :value="other.accountId"
          :label="other.name"
      /></SelectField>
    </template>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <template #footer>
      <ElButton @click="open = false">{{ say('common.cancel') }}</ElButton>
      <ElButton type="primary" :loading="busy" :disabled="name.trim() === ''" @click="save">{{
        bank ? say('common.save') : say('banks.makeBank')
      }}</ElButton>
    </template>
  </ElDialog>
</template>

<style scoped>
.reach {
  border: 0;
  margin: 0 0 14px;
  padding: 0;
}
.reach legend {
  font-weight: 600;
}
.reach :deep(.el-radio) {
  display: flex;
}
.right {
  width: auto;
}
.colleague {
  margin-top: 8px;
}
</style>
