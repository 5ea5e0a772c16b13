<script setup lang="ts">
/**
 * Changing what counts of one item after the test: left the change, right who gains and loses by
 * it, before it is done.
 */
import type { AnswerOf, api } from '@oaken/contract';
import { unpackResults, type ResultsAnswer } from '@oaken/contract/results';
import { computed, onMounted, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { call } from '../../client/call';
import { useDoing } from '../../client/useDoing';
import FacingPages from '../shared/FacingPages.vue';
import PageHead from '../shared/PageHead.vue';
import RichText from '../../parts/RichText.vue';
import BankKey from './BankKey.vue';
import EarlierRescores from './EarlierRescores.vue';
import KeyFields from './KeyFields.vue';
import RescoreEffect from './RescoreEffect.vue';
import { useItemChange, type ChangeableItem } from './useItemChange';
import { useRescore } from './useRescore';
import { say } from '../../words/teacher';

const { params, query } = useRoute();
const assignmentId = Number(params.assignmentId);
const entry = String(params.entryId);
const results = ref<ResultsAnswer | null>(null);
const rescores = ref<AnswerOf<typeof api.readRescores>['rescores']>([]);
const { wrong: loadWrong, read } = useDoing();
const { ahead, wrong, busy, look, make, undo, forget } = useRescore(assignmentId, load);

const item = computed<ChangeableItem | null>(() => {
  const result = results.value?.items.find((candidate) => candidate.entry === entry);
  return result?.content ? { ...result, content: result.content } : null;
});
const { way, content, points, start, setPart, accept, change } = useItemChange(item);
const reason = ref('');
const tell = ref(false);

async function load(): Promise<void> {
  await read(async () => {
    results.value = unpackResults(await call('readResults', { params: { assignmentId } }));
    rescores.value = (await call('readRescores', { params: { assignmentId } })).rescores;
    start();
  });
}
onMounted(async () => {
  await load();
  // Come here from a wrong answer: it is added to the key as it was written.
  if (typeof query.accept === 'string' && typeof query.part === 'string')
    accept(query.part, query.accept);
});

let timer: ReturnType<typeof setTimeout> | undefined;
watch(change, (now) => {
  clearTimeout(timer);
  if (now) timer = setTimeout(() => void look(now), 350);
  else forget();
});
const earlier = computed(() =>
  rescores.value.filter((rescore) => rescore.entry === entry || rescore.mayUndo),
);
</script>

<template>
  <PageHead
    :title="
      item
        ? say('rescoring.keyScoringQuestionNumber', { number: item.number })
        : say('rescoring.keyScoring')
    "
    :where="results?.title ?? say('common.results')"
  >
    <RouterLink :to="`/results/${assignmentId}/items${item ? `?item=${item.number}` : ''}`">{{
      say('rescoring.backItems')
    }}</RouterLink>
  </PageHead>
  <p v-if="loadWrong" class="wrong inset" role="alert">{{ loadWrong }}</p>
  <p v-else-if="results && !item" class="wrong inset">{{ say('rescoring.thisItemNoLonger') }}</p>
  <FacingPages
    v-if="item && content"
    name="rescore"
    :left="say('rescoring.theChange')"
    :right="say('rescoring.whatWillChange')"
    :start="50"
  >
    <template #left>
      <div class="inset">
        <RichText :html="item.content.stem" />
        <fieldset class="choices">
          <legend>{{ say('rescoring.howCounts') }}</legend>
          <ElRadio v-model="way" value="key"> {{ say('rescoring.byItsKey') }}</ElRadio>
          <ElRadio v-model="way" value="full-credit">
            {{ say('rescoring.everybodyGetsFullPoints') }}</ElRadio
          >
          <ElRadio v-model="way" value="dropped"> {{ say('rescoring.dropFromScoring') }}</ElRadio>
        </fieldset>
        <KeyFields
          v-if="way === 'key'"
          v-model:points="points"
          :parts="content.parts"
          :taken="item.options"
          @part="setPart"
        />
        <p v-if="change">
          <ElButton link class="word" @click="start">{{ say('rescoring.asNow') }}</ElButton>
        </p>
        <BankKey v-if="!change" :item="item" />
        <EarlierRescores
          v-if="earlier.length"
          :rescores="earlier"
          :number="item.number"
          @undo="undo"
        />
      </div>
    </template>
    <template #right>
      <div class="inset" :aria-busy="busy">
        <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
        <template v-if="ahead && change">
          <RescoreEffect :ahead="ahead">
            <label class="field">
              <span class="label"
                >{{ say('rescoring.reason') }}
                <span class="faded">{{ say('rescoring.keptWithChange') }}</span></span
              >
              <ElInput v-model="reason" maxlength="500" />
            </label>
            <p>
              <ElCheckbox v-model="tell"> {{ say('rescoring.tellStudentsWithReason') }}</ElCheckbox>
            </p>
            <ElButton type="primary" :loading="busy" @click="make(reason, tell)">{{
              say('rescoring.rescoreAttempts', { n: ahead.attempts })
            }}</ElButton>
          </RescoreEffect>
        </template>
        <p v-else-if="!wrong" class="faded">
          {{ say('rescoring.changeSomethingOnLeft') }}
        </p>
      </div>
    </template>
  </FacingPages>
</template>

<style scoped>
.inset {
  padding: 16px 24px;
}
</style>
