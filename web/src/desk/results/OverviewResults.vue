<script setup lang="ts">
/** Results at a glance: sentences first, every figure one fold away, the pictures beside them. */
import { elementAt } from '@oaken/core/certain';
import { alternatives } from '@oaken/core/text';
import type { ResultsAnswer } from '@oaken/contract/results';
import { useLocalStorage } from '@vueuse/core';
import { computed, defineAsyncComponent } from 'vue';
import EmptyNote from '../../parts/EmptyNote.vue';
import { pointsText } from '../shared/words';
import { leftWords } from './leftWords';
import AllFigures from './AllFigures.vue';
import { figureText } from './figures';
import FirstLook from './FirstLook.vue';
import { say } from '../../words/teacher';

const props = defineProps<{ results: ResultsAnswer; base: string }>();
// Charts are heavy: they come when there is something to draw.
const ResultCharts = defineAsyncComponent(() => import('./ResultCharts.vue'));

const figuresOpen = useLocalStorage('oaken-all-figures', false);
/** Students whose score lies within one standard error of another band. */
const atEdge = computed(() => props.results.students.filter(({ bands }) => bands.length > 1));
const flagged = computed(() => props.results.items.filter(({ flags }) => flags.length > 0));
</script>

<template>
  <div class="overview">
    <EmptyNote v-if="results.spread.n === 0" :title="say('results.nobodyHasHandedIn')">{{
      say('results.figuresAppearWithFirst')
    }}</EmptyNote>
    <template v-else>
      <section>
        <h2>{{ say('results.atAGlance') }}</h2>
        <p v-for="sentence in leftWords(results.left)" :key="sentence" class="left">
          {{ sentence }}
        </p>
        <FirstLook :results="results" :base="base" />
        <ElButton
          link
          class="word gap"
          :aria-expanded="figuresOpen"
          @click="figuresOpen = !figuresOpen"
        >
          {{ figuresOpen ? say('results.hideFigures') : say('results.allFigures') }}
        </ElButton>
        <AllFigures v-if="figuresOpen" :results="results" />
      </section>
      <section>
        <ResultCharts :results="results" :base="base" />
        <template v-if="atEdge.length">
          <h2 class="gap">{{ say('results.nearEdgeBand') }}</h2>
          <p class="faded small">
            {{
              say('results.withinOneStandardError', {
                figureText: figureText(results.reliability.standardError),
              })
            }}
          </p>
          <ul class="flags">
            <li v-for="student in atEdge" :key="student.id">
              <RouterLink :to="`${base}/students/${student.id}`">{{ student.name }}</RouterLink>{{
                ' '
              }}<span class="faded">{{
                say('results.pointsMaxPointsBands', {
                  points: pointsText(student.points ?? 0),
                  maxPoints: pointsText(student.maxPoints ?? 0),
                  bands: alternatives(student.bands),
                })
              }}</span>
            </li>
          </ul>
        </template>
        <h2 class="gap">{{ say('results.lookAtTheseFirst') }}</h2>
        <p v-if="flagged.length === 0" class="faded">{{ say('results.noItemStandsOut') }}</p>
        <ul class="flags">
          <li v-for="item in flagged" :key="item.entry">
            <RouterLink :to="`${base}/items?item=${item.number}`">{{
              say('results.itemNumberTitle', {
                number: item.number,
                title: elementAt(item.flags, 0).title,
              })
            }}</RouterLink>{{ ' ' }}<span class="faded">{{ elementAt(item.flags, 0).reason }}</span>
          </li>
        </ul>
      </section>
    </template>
  </div>
</template>

<style scoped>
.left {
  margin: 0 0 6px;
  color: var(--partial-ink);
}
.overview {
  display: grid;
  grid-template-columns: minmax(0, 5fr) minmax(0, 7fr);
  gap: 32px;
  padding: 18px 24px;
}
.overview > :only-child {
  grid-column: 1 / -1;
}
.flags {
  margin: 6px 0;
  padding: 0;
  list-style: none;
}
.flags li {
  border-bottom: var(--line);
  padding: 7px 0;
}
.gap {
  margin-top: 18px;
}
@media (max-width: 1000px) {
  .overview {
    grid-template-columns: minmax(0, 1fr);
    padding: 12px 16px;
  }
}
</style>
