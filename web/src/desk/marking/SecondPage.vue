<script setup lang="ts">
/** A second marker for one question: who, how far, how far the two agree, and what they do not agree on. */
import { present } from '@oaken/core/certain';
import type { AnswerOf, api } from '@oaken/contract';
import { computed, onMounted, ref } from 'vue';
import { useRoute } from 'vue-router';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import FacingPages from '../shared/FacingPages.vue';
import PageHead from '../shared/PageHead.vue';
import RichText from '../../parts/RichText.vue';
import { done } from '../shared/undo';
import { pointsText, useWords } from '../shared/words';
import AgreementTables from './AgreementTables.vue';
import SelectField from '../../parts/SelectField.vue';
import { say } from '../../words/teacher';

const words = useWords();
const { params } = useRoute();
const place = {
  assignmentId: Number(params.assignmentId),
  entryId: String(params.entryId),
  partId: String(params.partId),
};
type Agreement = AnswerOf<typeof api.readAgreement>;
type Difference = NonNullable<Agreement['secondMarking']>['differences'][number];
const second = ref<Agreement | null>(null);
const secondMarker = ref<number | null>(null);
const { wrong, read, act } = useDoing();
const third = ref<Record<number, string>>({});

async function load(): Promise<void> {
  second.value = await call('readAgreement', { params: place });
}
const decide = (what: () => Promise<unknown>, text: string) =>
  act(async () => {
    await what();
    await load();
    done(text);
  });
onMounted(() => read(load));
const ask = () =>
  decide(
    () =>
      call('requestSecondMarking', { params: place, body: { secondMarker: secondMarker.value } }),
    say('marking.requestedOnTheirMarking'),
  );
const takeBack = () =>
  decide(
    () => call('requestSecondMarking', { params: place, body: { secondMarker: null } }),
    say('marking.undone'),
  );
function adjudicate(line: Difference, points: number, comment: string): Promise<boolean> {
  const body = { attemptId: line.attemptId, version: line.version, points, comment };
  return decide(
    () => call('adjudicate', { params: place, body }),
    say('marking.finalMarkPoints', { points: pointsText(points) }),
  );
}
function adjudicateAt(line: Difference): void {
  const points = Number((third.value[line.attemptId] ?? '').replace(',', '.'));
  if (
    third.value[line.attemptId]?.trim() &&
    points >= 0 &&
    points <= present(second.value, 'second').maxPoints
  )
    void adjudicate(line, points, line.first.comment);
  else
    wrong.value = say('marking.pointsNumberFrom', {
      maxPoints: pointsText(present(second.value, 'second').maxPoints),
    });
}
const secondMarking = computed(() => second.value?.secondMarking ?? null);
const left = computed(
  () =>
    secondMarking.value?.differences.filter(({ adjudicated }) => adjudicated === null).length ?? 0,
);
</script>

<template>
  <PageHead
    :title="second?.title ?? say('marking.secondMarker')"
    :where="say('marking.secondMarker')"
  >
    <RouterLink :to="`/marking/${place.assignmentId}/${place.entryId}/${place.partId}`">{{
      say('marking.backMarking')
    }}</RouterLink>
  </PageHead>
  <p v-if="wrong" class="wrong inset" role="alert">{{ wrong }}</p>
  <FacingPages
    v-if="second"
    name="second"
    :left="say('marking.agreement')"
    :right="say('marking.differences')"
    :start="44"
  >
    <template #left>
      <div class="inset">
        <RichText :html="second.stem" />
        <template v-if="!secondMarking">
          <p>
            {{ say('marking.aColleagueMarksSame') }}
          </p>
          <label class="field">
            <span class="label">{{ say('marking.colleague') }}</span>
            <SelectField v-model="secondMarker"
              ><ElOption :value="null" disabled :label="say('marking.choose')" /><ElOption
                v-for="colleague in second.colleagues"
                :key="colleague.accountId"
                :value="colleague.accountId"
                :label="colleague.name"
            /></SelectField>
          </label>
          <ElButton type="primary" :disabled="secondMarker === null" @click="ask">{{
            say('marking.requestSecondMarking')
          }}</ElButton>
        </template>
        <template v-else>
          <p>
            <b>{{ secondMarking.secondMarker }}</b>
            {{
              say('marking.wasAskedRequestedAt', {
                requestedAt: words.time(secondMarking.requestedAt),
                done: secondMarking.done,
                all: secondMarking.all,
              })
            }}
            <ElButton link v-if="secondMarking.done === 0" class="word" @click="takeBack">
              {{ say('marking.undo') }}
            </ElButton>
          </p>
          <AgreementTables :second-marking="secondMarking" />
        </template>
      </div>
    </template>
    <template #right>
      <div class="inset">
        <p v-if="!secondMarking" class="faded">
          {{ say('marking.differencesAppearHereOnce') }}
        </p>
        <p v-else-if="secondMarking.differences.length === 0" class="faded">
          {{
            secondMarking.n
              ? say('marking.youAgreeOnEverything')
              : say('marking.nothingHasBeenMarked')
          }}
        </p>
        <template v-else>
          <p class="faded">
            {{
              left
                ? say('marking.differencesSettle', { n: left })
                : say('marking.allDifferencesSettled')
            }}
          </p>
          <article v-for="line in secondMarking.differences" :key="line.attemptId">
            <p>
              <b>{{ line.student }}</b>
            </p>
            <p class="said">{{ line.responseText }}</p>
            <ul>
              <li>
                {{ say('marking.you') }} <b>{{ pointsText(line.first.points) }}</b>
                <span class="faded">{{ line.first.comment }}</span>
              </li>
              <li>
                {{ secondMarking.secondMarker }}: <b>{{ pointsText(line.second.points) }}</b>
                <span class="faded">{{ line.second.comment }}</span>
              </li>
            </ul>
            <p v-if="line.adjudicated !== null">
              {{ say('marking.finalMark') }} <b>{{ pointsText(line.adjudicated) }}</b>.
            </p>
            <p v-else class="acts">
              <ElButton
                size="small"
                @click="adjudicate(line, line.first.points, line.first.comment)"
                >{{
                  say('marking.keepPoints', { points: pointsText(line.first.points) })
                }}</ElButton
              >
              <ElButton
                size="small"
                @click="
                  adjudicate(line, line.second.points, line.second.comment || line.first.comment)
                "
                >{{
                  say('marking.usePoints', { points: pointsText(line.second.points) })
                }}</ElButton
              >
              <ElInput
                v-model="third[line.attemptId]"
                class="few"
                inputmode="decimal"
                :aria-label="say('marking.otherPointsStudent', { student: line.student })"
              />
              <ElButton size="small" @click="adjudicateAt(line)">{{
                say('marking.setFinalMark')
              }}</ElButton>
            </p>
          </article>
        </template>
      </div>
    </template>
  </FacingPages>
</template>

<style scoped>
.inset {
  padding: 16px 24px;
}
article {
  border-top: var(--line);
  padding: 10px 0;
}
.said {
  white-space: pre-wrap;
  border-inline-start: 3px solid var(--rule-strong);
  padding-inline-start: 12px;
}
.acts {
  display: flex;
  gap: 8px;
  align-items: center;
}
.acts .el-button + .el-button {
  margin-inline-start: 0;
}
.few {
  width: 70px;
}
</style>
