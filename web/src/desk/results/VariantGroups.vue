<script setup lang="ts">
/** Whether the variants of a question were equally hard, as far as the answers say. */
import type { ItemResult } from '@oaken/contract/results';
import { percent } from '../shared/words';
import { figureText, figureTitle } from './figures';
import { say } from '../../words/teacher';

defineProps<{ variants: NonNullable<ItemResult['variants']> }>();
const workOf = ([least, most]: [number, number]) =>
  least === most ? say('results.steps', { n: most }) : say('results.stepsFromTo', { least, most });
</script>

<template>
  <section :aria-label="say('results.variants')">
    <h4>{{ say('results.variants') }}</h4>
    <p>{{ say('results.variantsGiven', { n: variants.given }) }} {{ variants.words }}</p>
    <table v-if="variants.groups.length" class="ruled">
      <thead>
        <tr>
          <th>{{ say('results.workOnPaper') }}</th>
          <th>{{ say('results.suchAs') }}</th>
          <th class="figures">{{ say('results.n') }}</th>
          <th class="figures">{{ say('results.variantRight') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="group in variants.groups" :key="group.example">
          <td>{{ workOf(group.steps) }}</td>
          <td>{{ group.example }}</td>
          <td class="figures">{{ group.n }}</td>
          <td class="figures">{{ percent(group.share) }}</td>
        </tr>
      </tbody>
    </table>
    <p
      v-if="variants.chiSquare.value !== null"
      class="faded small"
      :title="figureTitle(variants.chiSquare)"
    >
      {{ say('results.chiSquare', { value: figureText(variants.chiSquare) }) }}
    </p>
  </section>
</template>

<style scoped>
h4 {
  margin: 12px 0 2px;
}
p {
  margin: 0 0 6px;
}
</style>
