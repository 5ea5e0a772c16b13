<script setup lang="ts">
/** What stands on the projector during a round: large, without names and keys before their step. */
import type { RoundScreen } from '@oaken/contract/rounds';
import { endOfPace } from '@oaken/core/rounds';
import { lengthInWords } from '@oaken/core/timing';
import { languageNames, type Language } from '@oaken/words';
import { useLocalStorage } from '@vueuse/core';
import { computed, ref } from 'vue';
import { useRoute } from 'vue-router';
import { useSession } from '../../client/session';
import { useEventLine } from '../../client/useEventLine';
import ItemView from '../../kinds/ItemView.vue';
import PassageView from '../../parts/PassageView.vue';
import QrCode from '../../parts/QrCode.vue';
import RichText from '../../parts/RichText.vue';
import SpreadBars from '../../rounds/SpreadBars.vue';
import { theme, turnTheme } from '../../theme/theme';
import { language, say, showLanguage } from '../../words';
import NumbersRead from './camera/NumbersRead.vue';
import ScreenWords from './ScreenWords.vue';
import TeamAnswers from './TeamAnswers.vue';

const roundId = Number(useRoute().params.roundId);
/** In which the class reads; kept for this window alone, and for the next round. */
const classLanguage = useLocalStorage<Language>('oaken-wall-language', 'en');
void showLanguage(classLanguage.value).catch(() => undefined);
/** What the server says comes in it as well, so the window is read anew. */
function turnLanguage(): void {
  classLanguage.value = classLanguage.value === 'en' ? 'es' : 'en';
  location.reload();
}
const otherLanguage = languageNames[classLanguage.value === 'en' ? 'es' : 'en'];
const session = useSession();
const screen = ref<RoundScreen | null>(null);
const { lostAt, now } = useEventLine(
  `/api/rounds/${roundId}/screen/events?language=${classLanguage.value}`,
  {
    screen(told: RoundScreen) {
      session.setClock(told.now);
      screen.value = told;
    },
  },
  (line) => line.later(line.open),
);
const asking = computed(() => screen.value?.shown.asking ?? null);
const pace = computed(() => screen.value?.shown.pace ?? null);
const left = computed(() => {
  if (pace.value) {
    const end = pace.value.step === 'running' ? endOfPace(pace.value, 1) : null;
    return end === null ? null : Math.max(0, end - now.value);
  }
  const current = asking.value;
  if (current?.step !== 'open' || current.limit === null || current.openedAt === null) return null;
  return Math.max(0, current.openedAt + current.limit - now.value);
});
/** Once the answers are shown, they take the place of the choices. */
const shownItem = computed(() => {
  const item = asking.value?.item;
  return item && asking.value?.spread ? { ...item, parts: [] } : item;
});
const address = computed(() => `${location.origin}/seat`);
const joining = computed(() => {
  const query = new URLSearchParams({ code: screen.value?.code ?? '', to: `/round/${roundId}` });
  return `${address.value}/sign-in?${query}`;
});
const paceWords = computed(() => {
  switch (pace.value?.step) {
    case 'running':
      return say('wall.alone');
    case 'stopped':
      return say('wall.stopped');
    case 'over':
      return say('wall.over');
    default:
      return '';
  }
});
const counted = computed(() => ({
  answered: screen.value?.answered ?? 0,
  here: screen.value?.here ?? 0,
}));
const turnWords = computed(() => (theme.value === 'dark' ? say('wall.light') : say('wall.dark')));
/** Small squares, filled as answers come; nobody's in particular. */
const squares = computed(() =>
  Array.from({ length: Math.max(screen.value?.here ?? 0, screen.value?.answered ?? 0) }, (_, n) =>
    n < (screen.value?.answered ?? 0) ? 'full' : 'empty',
  ),
);
</script>

<template>
  <main v-if="screen" class="screen">
    <header>
      <h1>{{ screen.title }}</h1>
      <p>
        {{ screen.className }}
        <button class="turn" @click="turnLanguage">{{ otherLanguage }}</button>
        <button class="turn" @click="turnTheme">{{ turnWords }}</button>
      </p>
    </header>
    <div v-if="!asking" class="coming">
      <p v-if="screen.shown.ended" class="large">{{ say('round.ended') }}</p>
      <template v-else-if="paceWords">
        <p class="large">{{ paceWords }}</p>
        <p>{{ say('wall.begun', counted) }}</p>
        <p v-if="left !== null" class="large">{{ lengthInWords(left, language) }}</p>
      </template>
      <template v-else>
        <QrCode :text="joining" :label="say('wall.goTo')" :size="320" />
        <p class="large">
          {{ say('wall.goTo') }} <b>{{ address }}</b>, {{ say('wall.withCode') }}
          <b class="codes">{{ screen.code }}</b>
        </p>
        <p>{{ say('wall.wait') }}</p>
      </template>
    </div>
    <template v-else>
      <section class="question">
        <PassageView v-if="asking.passage && !asking.spread" :passage="asking.passage" />
        <ItemView
          v-if="shownItem"
          :key="asking.id"
          :item="shownItem"
          :responses="{}"
          :name="asking.id"
          :letters="screen.strips?.letters"
          disabled
        />
        <template v-for="part in asking.spread ?? []" :key="part.part">
          <ScreenWords v-if="part.openWords" :spread="part" />
          <SpreadBars v-else :spread="part" :letters="screen.strips?.letters" />
        </template>
        <TeamAnswers v-if="screen.teams.length" :teams="screen.teams" />
        <p v-for="right in asking.right ?? []" :key="right" class="key">✓ {{ right }}</p>
        <RichText v-if="asking.explanation" :html="asking.explanation" />
      </section>
      <footer>
        <NumbersRead
          v-if="screen.strips"
          class="grow"
          :numbers="screen.strips.numbers"
          :read-word="say('wall.read')"
        />
        <span v-else class="squares" aria-hidden="true"
          ><i v-for="(square, n) in squares" :key="n" :class="square"
        /></span>
        <span>{{ say('wall.answeredOf', counted) }}</span>
        <b v-if="left !== null">{{ lengthInWords(left, language) }}</b>
        <b v-if="screen.shown.goal">{{ say('round.goal', screen.shown.goal) }}</b>
        <span class="codes">{{ screen.code }}</span>
      </footer>
    </template>
    <p v-if="lostAt !== null" class="lost" role="status">⋯</p>
  </main>
</template>

<style scoped>
.screen {
  min-height: 100vh;
  display: flex;
  flex-direction: column;
  padding: 3vh 4vw;
  background: var(--paper);
  font-size: clamp(1.4rem, 2.6vw, 3rem);
}
header {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  border-bottom: 3px double var(--rule-strong);
}
header h1 {
  font-size: 1.1em;
}
.coming {
  flex: 1;
  display: grid;
  place-content: center;
  justify-items: center;
  text-align: center;
  gap: 2vh;
}
.large {
  font-size: 1.3em;
}
.codes {
  font-family: var(--mono);
  letter-spacing: 0.08em;
}
.question {
  flex: 1;
  padding-block: 3vh;
}
.key {
  color: var(--secure);
  font-weight: 650;
}
footer {
  display: flex;
  flex-wrap: wrap;
  gap: 2vw;
  align-items: center;
  border-top: var(--line);
  padding-top: 2vh;
  font-size: 0.8em;
}
.grow {
  flex: 1;
}
.squares {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 4px;
  flex: 1;
}
.squares i {
  inline-size: 0.6em;
  block-size: 0.6em;
  border: 1px solid var(--oak);
}
.squares .full {
  background: var(--oak);
}
.turn {
  border: 0;
  background: none;
  color: var(--faded);
  font: inherit;
  font-size: 0.6em;
  cursor: pointer;
}
.lost {
  position: fixed;
  inset-block-start: 1vh;
  inset-inline-end: 1vw;
}
</style>
