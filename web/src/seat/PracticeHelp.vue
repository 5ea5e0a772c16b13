<script setup lang="ts">
/** Help with one question of a practice: check, hints one by one, show the answer, and what became of it. */
import type { Help } from '@oaken/contract/attempts';
import { practiceInWords } from '@oaken/core/assignments';
import { computed } from 'vue';
import RichText from '../parts/RichText.vue';

const props = defineProps<{
  help: Help;
  points: number;
  offPerTry: number;
  answered: boolean;
  busy: boolean;
  wrong: string;
}>();
const emit = defineEmits<{ check: []; hint: []; show: [] }>();

const round = (n: number) => Math.round(n * 100) / 100;
const ofPoints = (share: number) =>
  `${round(share * props.points)} of ${props.points} ${props.points === 1 ? 'point' : 'points'}`;
const helpWords = computed(() => {
  const { done, shown, tries, share, parts, earned, worth } = props.help;
  if (shown) return 'The answer was shown, so this question gives no points.';
  if (done) return `Right${tries > 1 ? `, at try ${tries}` : ''}: ${ofPoints(worth)}.`;
  if (tries === 0) return '';
  const right = parts.filter((part) => part.right).length;
  const ofOne = (share ?? 0) > 0 ? ' Some of it is right.' : '';
  const some = parts.length > 1 ? ` ${right} of ${parts.length} parts are right.` : ofOne;
  const so = earned > 0 ? ` You have ${ofPoints(earned)} so far.` : '';
  return `Not right yet.${some}${so} ${worth > earned ? `A right answer now gives ${ofPoints(worth)}.` : 'You can try again; it takes nothing away.'}`;
});
const hintsLeft = computed(() => props.help.hintsInAll - props.help.hints.length);
</script>

<template>
  <section class="help" aria-label="Help">
    <p v-if="help.tries === 0 && !help.done" class="price">
      {{ practiceInWords(offPerTry).join(' ') }}
    </p>
    <p v-if="helpWords" class="said" :class="{ done: help.done && !help.shown }" role="status">
      {{ helpWords }}
    </p>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <ol v-if="help.hints.length" class="hints">
      <li v-for="(hint, index) in help.hints" :key="index"><RichText :html="hint" /></li>
    </ol>
    <template v-if="help.done">
      <p v-for="(sentence, position) in help.right ?? []" :key="position">Right: {{ sentence }}</p>
      <RichText v-if="help.explanation" class="why" :html="help.explanation" />
    </template>
    <div class="ask">
      <button
        v-if="!help.done"
        class="btn main"
        :disabled="busy || !answered"
        @click="emit('check')"
      >
        Check my answer
      </button>
      <button v-if="hintsLeft > 0" class="btn" :disabled="busy" @click="emit('hint')">
        {{ help.hints.length ? 'Next hint' : 'Give me a hint' }}
      </button>
      <button v-if="!help.done" class="btn" :disabled="busy" @click="emit('show')">
        Show the answer
      </button>
    </div>
  </section>
</template>

<style scoped>
.help {
  margin-top: 18px;
  border-left: 4px solid var(--oak-light);
  padding: 4px 0 4px 14px;
}
.said {
  font-weight: 650;
}
.done {
  color: var(--secure);
}
.hints {
  padding-left: 22px;
}
.why {
  border-left: 3px solid var(--secure);
  padding-left: 12px;
}
.ask {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.price {
  color: var(--faded);
}
</style>
