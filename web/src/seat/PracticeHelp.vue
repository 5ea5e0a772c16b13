<script setup lang="ts">
/** Help with one question of a practice: check, hints one by one, show the answer, and what became of it. */
import type { Help } from '@oaken/contract/attempts';
import type { PracticeHelp } from '@oaken/core/assignments';
import { computed, defineAsyncComponent, ref } from 'vue';
import RichText from '../parts/RichText.vue';
import { say } from '../words';
import RightAnswer from './RightAnswer.vue';
import { practiceInWords } from './ruleWords';

const OtherNumbers = defineAsyncComponent(() => import('./OtherNumbers.vue'));

const props = defineProps<{
  place: { attemptId: number; entryId: string };
  help: Help;
  points: number;
  offPerTry: number;
  rules: PracticeHelp;
  answered: boolean;
  busy: boolean;
  wrong: string;
}>();
const emit = defineEmits<{ check: []; hint: []; show: [] }>();

const round = (n: number) => Math.round(n * 100) / 100;
const ofPoints = (share: number) =>
  say('practice.points', { earned: round(share * props.points), n: props.points });
const partlyRight = computed(() => {
  const { parts, share } = props.help;
  if (parts.length > 1) {
    const right = parts.filter((part) => part.right).length;
    return say('practice.partsRight', { right, n: parts.length });
  }
  return (share ?? 0) > 0 ? say('practice.someRight') : '';
});
const helpWords = computed(() => {
  const { done, shown, tries, earned, worth, triesLeft, share } = props.help;
  if (shown) return say('practice.shown');
  if (done && triesLeft === 0 && (share ?? 0) < 1)
    return `${say('practice.noTriesLeft')} ${say('practice.soFar', { points: ofPoints(earned) })}`;
  if (done)
    return say(tries > 1 ? 'practice.rightAtTry' : 'practice.right', {
      tries,
      points: ofPoints(worth),
    });
  if (tries === 0) return '';
  return [
    say('practice.notYet'),
    partlyRight.value,
    earned > 0 ? say('practice.soFar', { points: ofPoints(earned) }) : '',
    worth > earned
      ? say('practice.nowGives', { points: ofPoints(worth) })
      : say('practice.freeAgain'),
    triesLeft === null ? '' : say('practice.triesLeft', { n: triesLeft }),
  ]
    .filter(Boolean)
    .join(' ');
});
const checks = computed(() => props.rules.feedback === 'at-once');
/** The answer costs the question's points, so it is asked for twice. */
const asksAgain = ref(false);
function show(): void {
  asksAgain.value = false;
  emit('show');
}
const hintsLeft = computed(() => props.help.hintsInAll - props.help.hints.length);
</script>

<template>
  <section class="help" :aria-label="say('practice.label')">
    <p v-if="help.tries === 0 && !help.done" class="price">
      {{ practiceInWords(offPerTry, rules).join(' ') }}
    </p>
    <p v-if="helpWords" class="said" :class="{ done: help.done && !help.shown }" role="status">
      {{ helpWords }}
    </p>
    <p v-if="help.remark && (!help.done || (help.share ?? 0) < 1)">{{ help.remark }}</p>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <ol v-if="help.hints.length" class="hints">
      <li v-for="(hint, index) in help.hints" :key="index"><RichText :html="hint" /></li>
    </ol>
    <RightAnswer v-if="help.done" :right="help.right" :explanation="help.explanation" />
    <div class="ask">
      <button
        v-if="checks && !help.done"
        class="btn main"
        :disabled="busy || !answered"
        @click="emit('check')"
      >
        {{ say('practice.check') }}
      </button>
      <button v-if="hintsLeft > 0" class="btn" :disabled="busy" @click="emit('hint')">
        {{ say(help.hints.length ? 'practice.nextHint' : 'practice.firstHint') }}
      </button>
      <button
        v-if="checks && rules.answers && !help.done && !asksAgain"
        class="btn"
        :disabled="busy"
        @click="asksAgain = true"
      >
        {{ say('practice.show') }}
      </button>
    </div>
    <div v-if="asksAgain && !help.done" class="again" role="alert">
      <p>{{ say('practice.showSure', { points: ofPoints(help.worth) }) }}</p>
      <div class="ask">
        <button class="btn" :disabled="busy" @click="show">{{ say('practice.showYes') }}</button>
        <button class="btn" @click="asksAgain = false">{{ say('practice.showNo') }}</button>
      </div>
    </div>
    <OtherNumbers v-if="help.again" v-bind="place" />
  </section>
</template>

<style scoped>
.help {
  margin-top: 18px;
  border-inline-start: 4px solid var(--oak-light);
  padding-block: 4px;
  padding-inline: 14px 0;
}
.said {
  font-weight: 650;
}
.done {
  color: var(--secure);
}
.hints {
  padding-inline-start: 22px;
}
.ask {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.again {
  margin-top: 10px;
  padding: 8px 12px;
  background: var(--low-wash);
}
.again p {
  margin: 0 0 8px;
}
.price {
  color: var(--faded);
}
</style>
