<script setup lang="ts">
/** One question in a student's work: what was answered, what it gave, and what was decided about it. */
import type { StudentWork } from '@oaken/contract/results';
import { lengthInWords } from '@oaken/core/timing';
import { computed } from 'vue';
import RichText from '../../parts/RichText.vue';
import TallyBox from '../../parts/TallyBox.vue';
import { pointsText } from '../shared/words';
import type { Adjustment, DecisionKind } from './decisions';
import { say } from '../../words/teacher';

const props = defineProps<{
  entry: StudentWork['entries'][number];
  decision: Adjustment | undefined;
  mayChange: boolean;
  /** Whether other points can be given now. */
  mayDecide: boolean;
}>();
const emit = defineEmits<{ decide: [kind: DecisionKind]; takeBack: [adjustmentId: number] }>();

const earned = computed(() => {
  const { points, maxPoints, needsMarking } = props.entry;
  if (needsMarking) return say('results.needsMarking');
  return points === null
    ? ''
    : say('results.pointsMaxPoints', {
        points: pointsText(points),
        maxPoints: pointsText(maxPoints),
      });
});
const askedWords = {
  points: '',
  opinion: say('results.anOpinionWithoutPoints'),
  nothing: say('results.toRead'),
};
const overrideWords = {
  'full-credit': say('results.everybodyGetsFullPoints'),
  dropped: say('results.droppedFromScoring'),
};
</script>

<template>
  <article>
    <h3>
      <TallyBox
        v-if="entry.asks === 'points'"
        :share="entry.share"
        :needs-marking="entry.needsMarking"
        :label="
          earned || say('results.noPointsMaxPoints', { maxPoints: pointsText(entry.maxPoints) })
        "
      />
      {{ say('results.questionNumber', { number: entry.number }) }}
      <span class="faded">{{ askedWords[entry.asks] || earned }}</span>
      <span v-if="mayDecide" class="acts">
        <ElButton link class="word small" @click="emit('decide', 'override')">
          {{ say('results.otherPoints') }}
        </ElButton>
        <ElButton link class="word small" @click="emit('decide', 'excused')">
          {{ say('results.notScoredOpening') }}
        </ElButton>
      </span>
    </h3>
    <RichText :html="entry.stem" />
    <p class="said">
      <b v-if="entry.asks !== 'nothing'">{{
        entry.responseText || say('results.noAnswerTitle')
      }}</b>
      <span v-if="entry.remark" class="faded">{{ ' ' }}{{ entry.remark }}</span>
      <span v-if="entry.first !== null" class="faded">
        {{ say('results.firstFirst', { first: entry.first || say('results.noAnswer') }) }}</span
      >
    </p>
    <p v-for="right in entry.right" :key="right" class="faded small">
      {{ say('results.rightRight', { right }) }}
    </p>
    <p class="faded small">
      <template v-if="entry.tries"
        >{{ say('results.tries', { n: entry.tries }) }},
        {{ say('results.hints', { n: entry.hints })
        }}{{ entry.shown ? say('results.answerShown') : '' }}.
      </template>
      <template v-if="entry.ms !== null"
        >{{ say('results.openLengthInWords', { lengthInWords: lengthInWords(entry.ms) })
        }}{{ ' ' }}</template
      >
      {{ entry.standards.join(', ') }}
    </p>
    <p v-for="comment in entry.comments" :key="comment.by" class="comment">
      {{ comment.by }}{{ comment.points === null ? '' : `: ${pointsText(comment.points)}`
      }}{{ comment.comment ? `. ${comment.comment}` : '' }}
      <audio
        v-if="comment.voice"
        controls
        preload="metadata"
        :src="comment.voice"
        :aria-label="say('marking.spokenComment')"
      />
    </p>
    <p v-if="entry.override" class="comment">{{ overrideWords[entry.override] }}</p>
    <p v-if="decision" class="comment">
      {{
        decision.kind === 'excused'
          ? say('results.doesNotCount')
          : say('results.setPoints', { points: pointsText(decision.points ?? 0) })
      }}:
      {{ decision.reason }}
      <ElButton link v-if="mayChange" class="word" @click="emit('takeBack', decision.id)">
        {{ say('results.undo') }}
      </ElButton>
    </p>
  </article>
</template>

<style scoped>
article {
  border-top: var(--line);
  padding: 12px 0;
}
article:first-child {
  border-top: 0;
}
h3 {
  display: flex;
  gap: 10px;
  align-items: center;
  margin: 0 0 6px;
}
.acts {
  font-family: var(--text);
  margin-inline-start: auto;
  display: flex;
  gap: 14px;
  font-weight: 400;
}
.said {
  white-space: pre-wrap;
  border-inline-start: 3px solid var(--rule-strong);
  padding-inline-start: 12px;
  margin: 6px 0;
}
.comment {
  border-inline-start: 3px solid var(--oak);
  padding-inline-start: 12px;
  margin: 6px 0;
}
p {
  margin: 3px 0;
}
</style>
