<script setup lang="ts">
/** Makes a new test, of picked items, blank or by a blueprint; or puts picked items into one that exists. */
import { testKinds, type TestKind } from '@oaken/core/assessments';
import { reactive, ref } from 'vue';
import { useRouter } from 'vue-router';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import { whenOpened } from '../../parts/whenOpened';
import TestChoice from '../library/TestChoice.vue';
import { say } from '../../words/teacher';
import TopicQuestions, { type TopicItems } from './TopicQuestions.vue';

const open = defineModel<boolean>({ required: true });
const props = defineProps<{ itemIds: number[] }>();
const router = useRouter();
const form = reactive({ title: '', kind: 'quiz' as TestKind });
const way = ref<'blank' | 'blueprint' | 'topic'>('blank');
const topic = ref<TopicItems | null>(null);
const { wrong, busy, act } = useDoing();
let key = '';

whenOpened(open, () => {
  key = crypto.randomUUID();
  wrong.value = '';
});
function putInto(id: number | null): void {
  if (id === null) return;
  open.value = false;
  void router.push({ path: `/tests/${id}`, query: { put: props.itemIds.join(',') } });
}

const chosenIds = () =>
  way.value === 'topic' && props.itemIds.length === 0
    ? (topic.value?.items ?? []).map(({ id }) => id)
    : props.itemIds;

async function make(): Promise<void> {
  if (busy.value) return;
  await act(async () => {
    const { id } = await call('makeTest', {
      body: { clientKey: key, ...form, itemIds: chosenIds() },
    });
    open.value = false;
    await router.push(
      `/tests/${id}${way.value === 'blueprint' && props.itemIds.length === 0 ? '/blueprint' : ''}`,
    );
  });
}
const names: Record<TestKind, string> = {
  quiz: say('tests.quiz'),
  test: say('common.test'),
  worksheet: say('tests.worksheet'),
};
</script>

<template>
  <ElDialog
    v-model="open"
    :title="
      itemIds.length ? say('tests.aNewTestItems', { n: itemIds.length }) : say('tests.aNewTest')
    "
    width="460px"
  >
    <form @submit.prevent="make">
      <label class="field">
        <span class="label">{{ say('common.title') }}</span>
        <ElInput
          v-model="form.title"
          maxlength="200"
          required
          :placeholder="say('tests.unitRatesFriday')"
        />
      </label>
      <fieldset class="kinds">
        <legend class="label">{{ say('common.kind') }}</legend>
        <ElRadio v-for="kind in testKinds" :key="kind" v-model="form.kind" :value="kind">
          {{ names[kind] }}</ElRadio
        >
      </fieldset>
      <fieldset v-if="itemIds.length === 0" class="kinds">
        <legend class="label">{{ say('tests.startWith') }}</legend>
        <ElRadio v-model="way" value="blank"> {{ say('tests.aBlankPage') }}</ElRadio>
        <ElRadio v-model="way" value="blueprint"> {{ say('tests.aBlueprintFindsItems') }}</ElRadio>
        <ElRadio v-model="way" value="topic"> {{ say('tests.questionsOnTopic') }}</ElRadio>
      </fieldset>
      <TopicQuestions v-if="itemIds.length === 0 && way === 'topic'" v-model="topic" />
      <p v-if="itemIds.length === 0" class="faded small">
        {{ say('tests.orCopyOnePreview') }}
      </p>
      <label v-else class="field"
        ><span class="label">{{ say('tests.orAddThemOne') }}</span>
        <TestChoice
          v-if="open"
          :model-value="null"
          :label="say('tests.addThemTest')"
          @update:model-value="putInto"
        />
      </label>
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
      <div class="buttons">
        <ElButton @click="open = false">{{ say('common.cancel') }}</ElButton>
        <ElButton
          type="primary"
          native-type="submit"
          :loading="busy"
          :disabled="form.title.trim() === '' || (way === 'topic' && !topic?.items.length)"
          >{{ say('tests.makeTest') }}</ElButton
        >
      </div>
    </form>
  </ElDialog>
</template>

<style scoped>
.kinds {
  border: 0;
  padding: 0;
  margin: 0 0 14px;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
}
.kinds legend {
  font-weight: 600;
}
.buttons {
  display: flex;
  justify-content: flex-end;
  gap: 8px;
}
</style>
