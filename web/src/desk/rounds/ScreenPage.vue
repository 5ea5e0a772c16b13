<script setup lang="ts">
/** What stands on the projector during a round: large, without names and keys before their step. */
import type { RoundScreen } from '@oaken/contract/rounds';
import { lengthInWords } from '@oaken/core/timing';
import { computed, ref } from 'vue';
import { useRoute } from 'vue-router';
import { useSession } from '../../client/session';
import { useEventLine } from '../../client/useEventLine';
import ItemView from '../../kinds/ItemView.vue';
import QrCode from '../../parts/QrCode.vue';
import RichText from '../../parts/RichText.vue';
import SpreadBars from '../../rounds/SpreadBars.vue';
import { say } from '../../words/teacher';

const roundId = Number(useRoute().params.roundId);
const session = useSession();
const screen = ref<RoundScreen | null>(null);
const { lostAt, now } = useEventLine(
  `/api/rounds/${roundId}/screen/events`,
  {
    screen(told: RoundScreen) {
      session.setClock(told.now);
      screen.value = told;
    },
  },
  (line) => line.later(line.open),
);
const asking = computed(() => screen.value?.shown.asking ?? null);
const left = computed(() => {
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
      <p>{{ screen.className }}</p>
    </header>
    <div v-if="!asking" class="coming">
      <template v-if="screen.shown.ended">
        <p class="large">{{ say('rounds.ended') }}</p>
      </template>
      <template v-else>
        <QrCode :text="joining" :label="say('rounds.goTo')" :size="320" />
        <p class="large">
          {{ say('rounds.goTo') }} <b>{{ address }}</b>, {{ say('rounds.withCode') }}
          <b class="codes">{{ screen.code }}</b>
        </p>
        <p>{{ say('rounds.waitScreen') }}</p>
      </template>
    </div>
    <template v-else>
      <section class="question">
        <ItemView
          v-if="shownItem"
          :key="asking.id"
          :item="shownItem"
          :responses="{}"
          :name="asking.id"
          disabled
        />
        <SpreadBars v-for="part in asking.spread ?? []" :key="part.part" :spread="part" />
        <p v-for="right in asking.right ?? []" :key="right" class="key">✓ {{ right }}</p>
        <RichText v-if="asking.explanation" :html="asking.explanation" />
      </section>
      <footer>
        <span class="squares" aria-hidden="true"
          ><i v-for="(square, n) in squares" :key="n" :class="square"
        /></span>
        <span>{{
          say('rounds.answeredOf', { answered: screen.answered, here: screen.here })
        }}</span>
        <b v-if="left !== null">{{ lengthInWords(left) }}</b>
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
.lost {
  position: fixed;
  inset-block-start: 1vh;
  inset-inline-end: 1vw;
}
</style>
