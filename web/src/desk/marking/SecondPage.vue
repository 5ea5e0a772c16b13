<script setup lang="ts">
/** A second marker for one question: who, how far, how far the two agree, and what they do not agree on. */
import { elementAt, present } from '@oaken/core/certain';
import type { AnswerOf, api } from '@oaken/contract';
import { agreementWord } from '@oaken/core/marking';
import { count } from '@oaken/core/text';
import { computed, onMounted, ref } from 'vue';
import { useRoute } from 'vue-router';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import FacingPages from '../../parts/FacingPages.vue';
import PageHead from '../../parts/PageHead.vue';
import RichText from '../../parts/RichText.vue';
import { figureText, figureTitle } from '../results/figures';
import { done } from '../shared/undo';
import { pointsText, useWords } from '../shared/words';
import SelectField from '../../parts/SelectField.vue';

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
    'Asked. It stands on their marking page.',
  );
const takeBack = () =>
  decide(
    () => call('requestSecondMarking', { params: place, body: { secondMarker: null } }),
    'Taken back.',
  );
function adjudicate(line: Difference, points: number, comment: string): Promise<boolean> {
  const body = { attemptId: line.attemptId, version: line.version, points, comment };
  return decide(
    () => call('adjudicate', { params: place, body }),
    `Settled at ${pointsText(points)}.`,
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
    wrong.value = `Points are a number from 0 to ${pointsText(present(second.value, 'second').maxPoints)}.`;
}
const secondMarking = computed(() => second.value?.secondMarking ?? null);
const left = computed(
  () =>
    secondMarking.value?.differences.filter(({ adjudicated }) => adjudicated === null).length ?? 0,
);
</script>

<template>
  <PageHead :title="second?.title ?? 'Second marker'" where="Second marker">
    <RouterLink :to="`/marking/${place.assignmentId}/${place.entryId}/${place.partId}`"
      >Back to marking</RouterLink
    >
  </PageHead>
  <p v-if="wrong" class="wrong inset" role="alert">{{ wrong }}</p>
  <FacingPages v-if="second" name="second" left="Agreement" right="Differences" :start="44">
    <template #left>
      <div class="inset">
        <RichText :html="second.stem" />
        <template v-if="!secondMarking">
          <p>
            A colleague marks the same answers without seeing names or your marks. Scores stay
            yours; here you see how far you agree, and settle what you do not.
          </p>
          <label class="field">
            <span class="label">Colleague</span>
            <SelectField v-model="secondMarker"
              ><ElOption :value="null" disabled label="Choose" /><ElOption
                v-for="colleague in second.colleagues"
                :key="colleague.accountId"
                :value="colleague.accountId"
                :label="colleague.name"
            /></SelectField>
          </label>
          <ElButton type="primary" :disabled="secondMarker === null" @click="ask"
            >Ask to read it</ElButton
          >
        </template>
        <template v-else>
          <p>
            <b>{{ secondMarking.secondMarker }}</b> was asked
            {{ words.time(secondMarking.requestedAt) }} and has marked {{ secondMarking.done }} of
            {{ secondMarking.all }}.
            <button v-if="secondMarking.done === 0" type="button" class="word" @click="takeBack">
              Take it back
            </button>
          </p>
          <table class="ruled">
            <tbody>
              <tr>
                <td>Marked by both</td>
                <td class="figures">
                  <b>{{ secondMarking.n }}</b>
                </td>
                <td />
              </tr>
              <tr>
                <td>The same points</td>
                <td class="figures">
                  <b>{{ secondMarking.same }}</b>
                </td>
                <td class="faded small">exact agreement</td>
              </tr>
              <tr :title="figureTitle(secondMarking.kappa)">
                <td>Cohen’s kappa</td>
                <td class="figures">
                  <b>{{ figureText(secondMarking.kappa) }}</b>
                </td>
                <td class="faded small">
                  {{
                    secondMarking.kappa.value === null
                      ? secondMarking.kappa.reason
                      : `${agreementWord(secondMarking.kappa.value)}: beyond what chance gives`
                  }}
                </td>
              </tr>
              <tr :title="figureTitle(secondMarking.weighted)">
                <td>Weighted kappa</td>
                <td class="figures">
                  <b>{{ figureText(secondMarking.weighted) }}</b>
                </td>
                <td class="faded small">
                  {{
                    secondMarking.weighted.value === null
                      ? secondMarking.weighted.reason
                      : 'near misses count for less than far ones'
                  }}
                </td>
              </tr>
            </tbody>
          </table>
          <table v-if="secondMarking.n" class="ruled cross">
            <caption>
              Rows: your points. Columns:
              {{
                secondMarking.secondMarker
              }}’s.
            </caption>
            <thead>
              <tr>
                <td />
                <th v-for="point in secondMarking.points" :key="point" class="figures">
                  {{ pointsText(point) }}
                </th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="(line, index) in secondMarking.table" :key="index">
                <th class="figures">{{ pointsText(elementAt(secondMarking.points, index)) }}</th>
                <td
                  v-for="(n, to) in line"
                  :key="to"
                  class="figures"
                  :class="{ same: index === to }"
                >
                  {{ n || '·' }}
                </td>
              </tr>
            </tbody>
          </table>
        </template>
      </div>
    </template>
    <template #right>
      <div class="inset">
        <p v-if="!secondMarking" class="faded">
          Differences stand here once a colleague has marked.
        </p>
        <p v-else-if="secondMarking.differences.length === 0" class="faded">
          {{
            secondMarking.n
              ? 'You agree on everything that both have marked.'
              : 'Nothing has been marked by both yet.'
          }}
        </p>
        <template v-else>
          <p class="faded">
            {{ left ? `${count(left, 'difference')} to settle.` : 'All differences are settled.' }}
          </p>
          <article v-for="line in secondMarking.differences" :key="line.attemptId">
            <p>
              <b>{{ line.student }}</b>
            </p>
            <p class="said">{{ line.responseText }}</p>
            <ul>
              <li>
                You: <b>{{ pointsText(line.first.points) }}</b>
                <span class="faded">{{ line.first.comment }}</span>
              </li>
              <li>
                {{ secondMarking.secondMarker }}: <b>{{ pointsText(line.second.points) }}</b>
                <span class="faded">{{ line.second.comment }}</span>
              </li>
            </ul>
            <p v-if="line.adjudicated !== null">
              Settled at <b>{{ pointsText(line.adjudicated) }}</b>.
            </p>
            <p v-else class="acts">
              <ElButton
                size="small"
                @click="adjudicate(line, line.first.points, line.first.comment)"
                >Keep {{ pointsText(line.first.points) }}</ElButton
              >
              <ElButton
                size="small"
                @click="
                  adjudicate(line, line.second.points, line.second.comment || line.first.comment)
                "
                >Take {{ pointsText(line.second.points) }}</ElButton
              >
              <ElInput
                v-model="third[line.attemptId]"
                class="few"
                inputmode="decimal"
                :aria-label="`Other points for ${line.student}`"
              />
              <ElButton size="small" @click="adjudicateAt(line)">Settle at this</ElButton>
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
.cross {
  width: auto;
  margin-top: 16px;
}
.same {
  background: var(--wash);
  font-weight: 600;
}
caption {
  white-space: nowrap;
  text-align: left;
  padding-bottom: 4px;
}
article {
  border-top: var(--line);
  padding: 10px 0;
}
.said {
  white-space: pre-wrap;
  border-left: 3px solid var(--rule-strong);
  padding-left: 12px;
}
.acts {
  display: flex;
  gap: 8px;
  align-items: center;
}
.acts .el-button + .el-button {
  margin-left: 0;
}
.few {
  width: 70px;
}
</style>
