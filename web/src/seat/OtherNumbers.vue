<script setup lang="ts">
/** A question of a practice that is done, with other numbers: as often as wanted, and it counts for nothing. */
import type { AnswerOf, Api } from '@oaken/contract';
import { isAnswered } from '@oaken/core/sitting';
import { computed, ref } from 'vue';
import { inWords } from '../client/request';
import { seatCall } from '../client/seatCall';
import ItemView from '../kinds/ItemView.vue';
import { say } from '../words';
import RightAnswer from './RightAnswer.vue';

const props = defineProps<{ attemptId: number; entryId: string }>();

type Tried = AnswerOf<Api['tryOtherNumbers']>;
/** How many times other numbers were asked for; 0 while it is closed. */
const round = ref(0);
const tried = ref<Tried | null>(null);
const responses = ref<Record<string, unknown>>({});
const busy = ref(false);
const wrong = ref('');

async function send(of: number, answers: Record<string, unknown> | null): Promise<void> {
  if (busy.value) return;
  busy.value = true;
  wrong.value = '';
  try {
    const { attemptId, entryId } = props;
    tried.value = await seatCall('tryOtherNumbers', {
      params: { attemptId, entryId },
      body: { round: of, responses: answers },
    });
    round.value = of;
    if (!answers) responses.value = {};
  } catch (error) {
    wrong.value = inWords(error);
  } finally {
    busy.value = false;
  }
}
const next = () => send(round.value + 1, null);
const check = () => send(round.value, responses.value);
const checked = computed(() => tried.value?.checked ?? null);
const hasAnswer = computed(() => Object.values(responses.value).some(isAnswered));
const judgement = computed(() => {
  const share = checked.value?.share ?? 0;
  if (share >= 1) return say('practice.thatIsRight');
  return say(share > 0 ? 'practice.someRight' : 'practice.notRight');
});
</script>

<template>
  <section class="others" :aria-label="say('practice.otherNumbers')">
    <template v-if="tried">
      <h3>{{ say('practice.otherNumbers') }}</h3>
      <ItemView
        :key="round"
        :item="tried.item"
        :responses="responses"
        :name="`${entryId}-again-${round}`"
        :disabled="checked !== null"
        @answer="(part, response) => (responses = { ...responses, [part]: response })"
      />
      <div v-if="checked" role="status">
        <p class="said" :class="{ right: checked.share >= 1 }">{{ judgement }}</p>
        <p v-if="checked.remark">{{ checked.remark }}</p>
        <RightAnswer :right="checked.right" :explanation="checked.explanation" />
      </div>
    </template>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <div class="ask">
      <button
        v-if="tried && !checked"
        class="btn main"
        :disabled="busy || !hasAnswer"
        @click="check"
      >
        {{ say('practice.check') }}
      </button>
      <button v-else class="btn" :disabled="busy" @click="next">
        {{ say(tried ? 'practice.othersAgain' : 'practice.tryOthers') }}
      </button>
      <span class="faded">{{ say('practice.othersFree') }}</span>
    </div>
  </section>
</template>

<style scoped>
.others {
  margin-top: 16px;
}
h3 {
  margin-block: 20px 8px;
  padding-top: 14px;
  border-top: var(--line);
}
.said {
  margin-top: 14px;
  font-weight: 650;
}
.right {
  color: var(--secure);
}
.ask {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
  margin-top: 12px;
}
</style>
