<script setup lang="ts">
/** One question in a student's work: what was answered, what it gave, and what was decided about it. */
import type { StudentWork } from '@oaken/contract/results';
import { count } from '@oaken/core/text';
import { lengthInWords } from '@oaken/core/timing';
import { computed } from 'vue';
import RichText from '../../parts/RichText.vue';
import TallyBox from '../../parts/TallyBox.vue';
import { pointsText } from '../shared/words';
import type { Adjustment, DecisionKind } from './decisions';

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
  if (needsMarking) return 'waits to be marked';
  return points === null ? '' : `${pointsText(points)} of ${pointsText(maxPoints)}`;
});
const askedWords = { points: '', opinion: 'an opinion, without points', nothing: 'to read' };
const overrideWords = {
  'full-credit': 'Everybody has all its points.',
  dropped: 'Left out: it counts for nobody.',
};
</script>

<template>
  <article>
    <h3>
      <TallyBox
        v-if="entry.asks === 'points'"
        :share="entry.share"
        :needs-marking="entry.needsMarking"
        :label="earned || `no points of ${pointsText(entry.maxPoints)}`"
      />
      Question {{ entry.number }}
      <span class="faded">{{ askedWords[entry.asks] || earned }}</span>
      <span v-if="mayDecide" class="acts">
        <button type="button" class="word small" @click="emit('decide', 'override')">
          other points …
        </button>
        <button type="button" class="word small" @click="emit('decide', 'excused')">
          not scored …
        </button>
      </span>
    </h3>
    <RichText :html="entry.stem" />
    <p class="said">
      <b v-if="entry.asks !== 'nothing'">{{ entry.responseText || 'No answer' }}</b>
      <span v-if="entry.first !== null" class="faded">
        · first: {{ entry.first || 'no answer' }}</span
      >
    </p>
    <p v-for="right in entry.right" :key="right" class="faded small">Right: {{ right }}</p>
    <p class="faded small">
      <template v-if="entry.tries"
        >{{ count(entry.tries, 'try', 'tries') }}, {{ count(entry.hints, 'hint')
        }}{{ entry.shown ? ', answer shown' : '' }}.
      </template>
      <template v-if="entry.ms !== null">Open for {{ lengthInWords(entry.ms) }}. </template>
      {{ entry.standards.join(', ') }}
    </p>
    <p v-for="comment in entry.comments" :key="comment.by" class="comment">
      {{ comment.by }}{{ comment.points === null ? '' : `: ${pointsText(comment.points)}`
      }}{{ comment.comment ? `. ${comment.comment}` : '' }}
    </p>
    <p v-if="entry.override" class="comment">{{ overrideWords[entry.override] }}</p>
    <p v-if="decision" class="comment">
      {{
        decision.kind === 'excused'
          ? 'Does not count'
          : `Set to ${pointsText(decision.points ?? 0)}`
      }}:
      {{ decision.reason }}
      <button v-if="mayChange" type="button" class="word" @click="emit('takeBack', decision.id)">
        Take it back
      </button>
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
  margin-left: auto;
  display: flex;
  gap: 14px;
  font-weight: 400;
}
.said {
  white-space: pre-wrap;
  border-left: 3px solid var(--rule-strong);
  padding-left: 12px;
  margin: 6px 0;
}
.comment {
  border-left: 3px solid var(--oak);
  padding-left: 12px;
  margin: 6px 0;
}
p {
  margin: 3px 0;
}
</style>
