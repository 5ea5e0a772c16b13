<script setup lang="ts">
/** Short answers that the key does not know: a decision here becomes part of the key, for all who wrote it. */
import type { AnswerOf, api } from '@oaken/contract';
import { computed, onMounted, ref } from 'vue';
import { useRoute } from 'vue-router';
import { call } from '../../client/call';
import { inWords } from '../../client/request';
import EmptyNote from '../../parts/EmptyNote.vue';
import FacingPages from '../shared/FacingPages.vue';
import PageHead from '../shared/PageHead.vue';
import RichText from '../../parts/RichText.vue';
import RescoreEffect from '../rescoring/RescoreEffect.vue';
import { useRescore } from '../rescoring/useRescore';
import { done, failed } from '../shared/undo';
import { say } from '../../words/teacher';

const { params } = useRoute();
const place = {
  assignmentId: Number(params.assignmentId),
  entryId: String(params.entryId),
  partId: String(params.partId),
};
const unknown = ref<AnswerOf<typeof api.readUnknown> | null>(null);
const chosen = ref('');
const failedToLoad = ref('');
async function load(): Promise<void> {
  chosen.value = '';
  unknown.value = await call('readUnknown', { params: place });
}
onMounted(() => load().catch((error: unknown) => (failedToLoad.value = inWords(error))));
const { ahead, wrong, busy, look, make, forget } = useRescore(place.assignmentId, load);

const open = computed(() => unknown.value?.answers.filter(({ staysWrong }) => !staysWrong) ?? []);
const decided = computed(() => unknown.value?.answers.filter(({ staysWrong }) => staysWrong) ?? []);
function consider(text: string): void {
  chosen.value = text;
  void look({ entry: place.entryId, accept: { part: place.partId, response: text } });
}
async function leaveWrong(spellings: string[], asWrong: boolean): Promise<void> {
  try {
    await call('decideWrong', { params: place, body: { spellings, wrong: asWrong } });
    forget();
    await load();
    if (asWrong)
      done(say('marking.answersStayWrong', { n: spellings.length }), () =>
        leaveWrong(spellings, false),
      );
  } catch (error) {
    failed(error);
  }
}
</script>

<template>
  <PageHead
    :title="unknown?.title ?? say('marking.marking')"
    :where="say('marking.answersKeyDoesNot')"
  >
    <RouterLink to="/marking">{{ say('marking.markingList') }}</RouterLink>
  </PageHead>
  <p v-if="failedToLoad" class="wrong inset" role="alert">{{ failedToLoad }}</p>
  <FacingPages
    v-if="unknown"
    name="unknown"
    :left="say('marking.answersTitle')"
    :right="say('marking.whatWouldChange')"
    :start="54"
  >
    <template #left>
      <div class="inset">
        <RichText :html="unknown.stem" />
        <p class="faded">{{ say('marking.rightKey', { key: unknown.key }) }}</p>
        <EmptyNote v-if="open.length === 0" :title="say('marking.everyAnswerDecided')">{{
          say('marking.newOnesAppearHere')
        }}</EmptyNote>
        <table v-else class="ruled">
          <thead>
            <tr>
              <th>{{ say('marking.answer') }}</th>
              <th class="figures">{{ say('common.students') }}</th>
              <th>
                <span class="unseen">{{ say('marking.decide') }}</span>
              </th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="answer in open"
              :key="answer.spelling"
              :class="{ here: chosen === answer.responseText }"
            >
              <td>
                <b>{{ answer.responseText }}</b>
              </td>
              <td class="figures">{{ answer.students }}</td>
              <td class="acts">
                <template v-if="unknown.mayDecide">
                  <ElButton link class="word" @click="consider(answer.responseText)">
                    {{ say('marking.countsAsRight') }}
                  </ElButton>
                  <ElButton link class="word" @click="leaveWrong([answer.spelling], true)">
                    {{ say('marking.staysWrong') }}
                  </ElButton>
                </template>
              </td>
            </tr>
          </tbody>
        </table>
        <p v-if="unknown.mayDecide && open.length > 1">
          <ElButton
            size="small"
            @click="
              leaveWrong(
                open.map(({ spelling }) => spelling),
                true,
              )
            "
            >{{ say('marking.allTheseStayWrong') }}</ElButton
          >
        </p>
        <details v-if="decided.length" class="gap">
          <summary>{{ say('marking.answersStayWrongCounted', { n: decided.length }) }}</summary>
          <ul>
            <li v-for="answer in decided" :key="answer.spelling">
              {{ answer.responseText }}
              <span class="faded">{{ say('common.studentsCounted', { n: answer.students }) }}</span>
              {{ ' '
              }}<ElButton
                link
                v-if="unknown.mayDecide"
                class="word"
                @click="leaveWrong([answer.spelling], false)"
              >
                {{ say('marking.askAgain') }}
              </ElButton>
            </li>
          </ul>
        </details>
      </div>
    </template>
    <template #right>
      <div class="inset">
        <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
        <template v-if="ahead">
          <h2>{{ say('marking.chosenCountsAsRight', { chosen }) }}</h2>
          <RescoreEffect :ahead="ahead">
            <p>
              <ElButton type="primary" :loading="busy" @click="make('', false)">{{
                say('marking.rescoreAttempts', { n: ahead.attempts })
              }}</ElButton>
              <ElButton
                @click="
                  forget();
                  chosen = '';
                "
                >{{ say('common.cancel') }}</ElButton
              >
            </p>
          </RescoreEffect>
        </template>
        <p v-else-if="!wrong" class="faded">
          {{ say('marking.beforeAnswerTakenInto') }}
        </p>
      </div>
    </template>
  </FacingPages>
</template>

<style scoped>
.inset {
  padding: 16px 24px;
}
.acts {
  white-space: nowrap;
  text-align: end;
}
.acts .word + .word {
  margin-inline-start: 14px;
}
.here td {
  background: var(--wash);
}
.gap {
  margin-top: 16px;
}
</style>
