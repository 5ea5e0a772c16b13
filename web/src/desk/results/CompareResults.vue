<script setup lang="ts">
/** Classes and forms side by side: the whole, and each item. */
import type { ResultsAnswer } from '@oaken/contract/results';
import { computed } from 'vue';
import { percent, stemLine } from '../shared/words';
import { say } from '../../words/teacher';

const props = defineProps<{ results: ResultsAnswer }>();
const tables = computed(() =>
  [
    { title: say('common.classes'), all: props.results.compare.classes },
    { title: say('results.forms'), all: props.results.compare.forms },
  ].filter(({ all }) => all.length > 0),
);
type Compared = ResultsAnswer['compare']['classes'][number];
/** How far the strongest and the weakest are apart. */
function apart(all: Compared[], index: number): number | null {
  const known = all.flatMap(({ facilities }) => facilities[index] ?? []);
  return known.length < 2 ? null : Math.max(...known) - Math.min(...known);
}
/** A difference that is worth a look, in shares. Common practice, no source. */
const large = 0.2;
</script>

<template>
  <div class="compare">
    <section v-for="{ title, all } in tables" :key="title">
      <h2>{{ title }}</h2>
      <p class="faded">
        {{ say('results.sharesPointsDifferenceLarge', { large: percent(large) }) }}
      </p>
      <table class="ruled">
        <thead>
          <tr>
            <th class="figures">{{ say('common.no') }}</th>
            <th>{{ say('common.question') }}</th>
            <th v-for="figure in all" :key="figure.name" class="figures">{{ figure.name }}</th>
            <th class="figures">{{ say('results.difference') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr class="whole">
            <td />
            <td>
              <b>{{ say('results.total') }}</b>
            </td>
            <td v-for="entry in all" :key="entry.name" class="figures">
              <b>{{ percent(entry.mean.value) }}</b>
              <div class="faded small">
                {{
                  say('results.nNumber', {
                    number: entry.n,
                    value:
                      entry.sd.value === null
                        ? ''
                        : say('results.sdSd', { sd: percent(entry.sd.value) }),
                  })
                }}
              </div>
            </td>
            <td />
          </tr>
          <tr v-for="(item, position) in results.items" :key="item.entry">
            <td class="figures">{{ item.number }}</td>
            <td>{{ stemLine(item.stem, 90) }}</td>
            <td v-for="option in all" :key="option.name" class="figures">
              {{ percent(option.facilities[position]) }}
            </td>
            <td class="figures" :class="{ large: (apart(all, position) ?? 0) >= large }">
              {{ percent(apart(all, position)) }}
            </td>
          </tr>
        </tbody>
      </table>
    </section>
  </div>
</template>

<style scoped>
.compare {
  padding: 16px 24px;
}
section + section {
  margin-top: 24px;
}
.large {
  font-weight: 650;
  border-inline-end: 4px solid var(--partial);
}
</style>
