<script setup lang="ts">
/**
 * The questions of a report as the student had them, with their own answers in them: all of them, or
 * only those that were not all right.
 */
import type { AnswerOf, api } from '@oaken/contract';
import type { Responses, SittingItem } from '@oaken/core/items';
import { exactLength, second } from '@oaken/core/timing';
import { computed, ref } from 'vue';
import ItemView from '../kinds/ItemView.vue';
import RichText from '../parts/RichText.vue';
import TallyBox from '../parts/TallyBox.vue';
import { language, say } from '../words';

type Entry = NonNullable<AnswerOf<typeof api.readReport>['entries']>[number];
const { entries } = defineProps<{ entries: readonly Entry[] }>();
const onlyWrong = ref(false);
const numbered = computed(() => entries.map((entry, index) => ({ entry, number: index + 1 })));
const wrong = computed(() =>
  numbered.value.filter(({ entry: { symbol } }) => symbol === 'partly' || symbol === 'wrong'),
);
const shown = computed(() => (onlyWrong.value ? wrong.value : numbered.value));

const round = (n: number) => Math.round(n * 100) / 100;
const symbolWords = {
  right: say('report.right'),
  partly: say('report.partly'),
  wrong: say('report.wrong'),
};
/** Where no figures are shown, a box is full, half full or empty. */
const symbolShares = { right: 1, partly: 0.5, wrong: 0 };
function shareOf({ points, maxPoints, symbol }: Entry): number {
  if (points !== null) return maxPoints ? points / maxPoints : 0;
  return symbol === null ? 0 : symbolShares[symbol];
}
/** What the question came to, in as much as the teacher shows of it. */
function outcome({ asks, needsMarking, points, maxPoints, symbol }: Entry): string {
  if (asks === 'opinion') return say('report.opinion');
  if (asks === 'nothing') return say('report.toRead');
  if (needsMarking) return say('report.forTeacher');
  if (points !== null)
    return say('report.score', { points: round(points), maxPoints: round(maxPoints) });
  return symbol === null ? '' : symbolWords[symbol];
}
const timeWords = (time: number) =>
  say('report.time', {
    time: exactLength(Math.max(second, Math.round(time / second) * second), language.value),
  });
</script>

<template>
  <div v-if="wrong.length > 0 && wrong.length < entries.length" class="which">
    <button class="btn" :aria-pressed="onlyWrong" @click="onlyWrong = !onlyWrong">
      {{ onlyWrong ? say('report.showAll') : say('report.onlyWrong', { n: wrong.length }) }}
    </button>
  </div>
  <article v-for="{ entry, number } in shown" :key="number">
    <h2>
      <TallyBox
        v-if="entry.symbol !== null || (entry.needsMarking && entry.asks === 'points')"
        :share="shareOf(entry)"
        :needs-marking="entry.needsMarking"
        :label="outcome(entry)"
      />
      {{ say('report.question', { n: number }) }}
      <span class="faded">{{ outcome(entry) }}</span>
    </h2>
    <ItemView
      :item="entry.item as SittingItem"
      :responses="entry.responses as Responses"
      :name="`report-${number}`"
      disabled
      @answer="() => {}"
    />
    <p v-if="entry.asks !== 'nothing'">
      {{ say('report.myAnswer') }} <b>{{ entry.mine || say('report.none') }}</b>
      <span v-if="entry.remark" class="faded">{{ ' ' }}{{ entry.remark }}</span>
    </p>
    <p v-if="entry.time !== null" class="faded">{{ timeWords(entry.time) }}</p>
    <p v-if="entry.note" class="said">{{ entry.note }}</p>
    <ul v-if="entry.levels.length" class="said">
      <li v-for="level in entry.levels" :key="level.criterion">
        {{ level.criterion }}:
        {{ say('report.score', { points: round(level.points), maxPoints: round(level.maxPoints) })
        }}{{ level.words ? `. ${level.words}` : '' }}
      </li>
    </ul>
    <p v-for="comment in entry.comments" :key="comment" class="said">
      {{ say('report.teacher', { comment }) }}
    </p>
    <p v-for="voice in entry.voices" :key="voice" class="said">
      <audio controls preload="metadata" :src="voice" :aria-label="say('report.spoken')" />
    </p>
    <p v-for="(sentence, index) in entry.right ?? []" :key="index">
      {{ say('report.key', { answer: sentence }) }}
    </p>
    <RichText v-if="entry.explanation" class="explanation" :html="entry.explanation" />
  </article>
</template>

<style scoped>
.which {
  margin: 10px 0 16px;
}
article {
  border-top: var(--line);
  padding: 16px 0;
}
h2 {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: center;
  margin-bottom: 10px;
}
h2 span {
  font-weight: 400;
}
.said {
  border-inline-start: 3px solid var(--oak);
  padding-inline-start: 12px;
}
audio {
  max-width: 100%;
  height: 40px;
}
.explanation {
  border-inline-start: 3px solid var(--secure);
  padding-inline-start: 12px;
}
</style>
