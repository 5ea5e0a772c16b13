<script setup lang="ts">
/** Items of a test, copied into a test of mine, a new one, or a bank. */
import { ref } from 'vue';
import { call } from '../../client/call';
import { useDoing } from '../../client/useDoing';
import { whenOpened } from '../../parts/whenOpened';
import { say } from '../../words/teacher';
import { useLibrary } from '../library/library';
import PlaceList from '../library/PlaceList.vue';
import TestChoice from '../library/TestChoice.vue';
import { done } from '../shared/undo';

const open = defineModel<boolean>({ required: true });
const props = defineProps<{ testId: number; entries: readonly string[] }>();
const emit = defineEmits<{ copied: [] }>();

const library = useLibrary();
const kind = ref<'test' | 'new' | 'bank'>('test');
const chosenTest = ref<number | null>(null);
const title = ref('');
const place = ref<{ bank: number | null; folder: number | null }>({ bank: null, folder: null });
const { wrong, busy, act } = useDoing();
let clientKey = '';

whenOpened(open, () => {
  clientKey = crypto.randomUUID();
  [chosenTest.value, title.value, wrong.value] = [null, '', ''];
  place.value = { bank: library.mayChange[0]?.id ?? null, folder: null };
});

const copy = (
  to: { kind: 'test'; test: number } | { kind: 'bank'; bank: number; folder: number | null },
) =>
  call('copyEntries', {
    params: { testId: props.testId },
    body: { clientKey, entries: [...props.entries], to },
  });

async function intoTest(test: number): Promise<void> {
  const { entries, already } = await copy({ kind: 'test', test });
  const text = say('tests.itemsCopiedIntoTest', { n: entries.length });
  const takeBack = () =>
    call('changeTest', {
      params: { testId: test },
      body: { changes: entries.map((entry) => ({ do: 'remove' as const, entry })) },
    });
  done(
    already > 0 ? `${text} ${say('tests.alreadyInThatTest', { n: already })}` : text,
    entries.length > 0 ? takeBack : undefined,
    { to: `/tests/${test}`, text: say('tests.openTest') },
  );
}

async function intoBank(bank: number, folder: number | null): Promise<void> {
  const { items } = await copy({ kind: 'bank', bank, folder });
  const where = folder === null ? library.bankName(bank) : library.folderName(folder);
  done(
    say('banks.copiesInWhere', { n: items.length, where }),
    () => call('retireItems', { body: { items } }),
    { to: `/banks?bank=${bank}`, text: say('tests.openBank') },
  );
}

async function finish(): Promise<void> {
  await act(async () => {
    const { bank, folder } = place.value;
    if (kind.value === 'bank') {
      if (bank !== null) await intoBank(bank, folder);
    } else if (kind.value === 'new') {
      const made = await call('makeTest', {
        body: { clientKey, title: title.value, kind: 'quiz', itemIds: [] },
      });
      await intoTest(made.id);
    } else if (chosenTest.value !== null) await intoTest(chosenTest.value);
    open.value = false;
    emit('copied');
  });
}
const isComplete = () =>
  ({
    test: chosenTest.value !== null,
    new: title.value.trim() !== '',
    bank: place.value.bank !== null,
  })[kind.value];
</script>

<template>
  <ElDialog
    v-model="open"
    :title="say('tests.copyItems', { n: entries.length })"
    width="520px"
    append-to-body
  >
    <p class="faded">{{ say('tests.copiesAreYours') }}</p>
    <ElRadioGroup v-model="kind" class="kinds" :aria-label="say('tests.copyTo')">
      <ElRadio value="test">{{ say('tests.aTestOfMine') }}</ElRadio>
      <ElRadio value="new">{{ say('tests.aNewTest') }}</ElRadio>
      <ElRadio value="bank">{{ say('tests.aBank') }}</ElRadio>
    </ElRadioGroup>
    <template v-if="open">
      <TestChoice
        v-if="kind === 'test'"
        v-model="chosenTest"
        :label="say('tests.aTestOfMine')"
        :but="testId"
      />
      <ElInput
        v-else-if="kind === 'new'"
        v-model="title"
        maxlength="200"
        :placeholder="say('common.title')"
        :aria-label="say('tests.titleOfNewTest')"
      />
      <PlaceList v-else v-model="place" />
    </template>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <template #footer>
      <ElButton @click="open = false">{{ say('common.cancel') }}</ElButton>
      <ElButton type="primary" :loading="busy" :disabled="!isComplete()" @click="finish">{{
        say('common.copy')
      }}</ElButton>
    </template>
  </ElDialog>
</template>

<style scoped>
.kinds {
  margin-bottom: 12px;
}
</style>
