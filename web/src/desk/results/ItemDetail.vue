<script setup lang="ts">
/** One item as it was, with everything that is known about it; from here it is rescored. */
import type { ItemResult, ResultsAnswer } from '@oaken/contract/results';
import { forSitting, keysInWords } from '@oaken/core/items';
import { computed } from 'vue';
import ItemView from '../../kinds/ItemView.vue';
import RichText from '../../parts/RichText.vue';
import { percent } from '../shared/words';
import { figureText, figureTitle } from './figures';
import VariantGroups from './VariantGroups.vue';
import PracticeBar from './PracticeBar.vue';
import FigureTerm from '../glossary/FigureTerm.vue';
import type { Term } from '../glossary/terms';
import { say } from '../../words/teacher';

const props = defineProps<{ item: ItemResult; results: ResultsAnswer }>();
const rescore = computed(
  () => `/results/${props.results.assignment?.id}/rescore/${props.item.entry}`,
);
const may = computed(() => props.results.mayChange && props.item.content !== null);
/** What the figures of an item's row mean, one press away. */
const explained: readonly Term[] = [
  'averageScore',
  'discrimination',
  'itemRest',
  'itemTotal',
  'alphaIfItemDeleted',
];
</script>

<template>
  <div class="detail">
    <div v-if="item.content">
      <ItemView
        :item="forSitting(item.content)"
        :responses="{}"
        :name="`result-${item.entry}`"
        disabled
        @answer="() => {}"
      />
      <p v-if="item.variants" class="faded">{{ say('results.oneVariantShown') }}</p>
      <p v-for="(sentence, index) in keysInWords(item.content)" :key="index" class="faded">
        {{ say('results.keySentence', { sentence }) }}
      </p>
      <RichText v-if="item.content.explanation" :html="item.content.explanation" />
      <p v-if="may" class="acts">
        <RouterLink :to="rescore" class="button">{{
          say('results.changeKeyOrScoring')
        }}</RouterLink>
        <RouterLink v-if="item.itemId" :to="`/items/${item.itemId}`">{{
          say('results.theBanksItem')
        }}</RouterLink>
      </p>
    </div>
    <div>
      <table v-if="item.options.length" class="ruled">
        <thead>
          <tr>
            <th>{{ item.content ? say('common.choice') : say('results.answer') }}</th>
            <th class="figures">{{ say('results.n') }}</th>
            <th class="figures">{{ say('results.strong') }}</th>
            <th class="figures">{{ say('results.weak') }}</th>
            <th class="figures">{{ say('results.r') }}</th>
            <th>{{ item.content ? say('results.misconception') : '' }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="option in item.options" :key="option.id">
            <td>
              <b v-if="option.right">{{
                say('results.labelKey', { label: option.label })
              }}</b><template v-else>{{ option.label }}</template>
            </td>
            <td class="figures">{{ option.n }}</td>
            <td class="figures">{{ percent(option.upper) }}</td>
            <td class="figures">{{ percent(option.lower) }}</td>
            <td class="figures" :title="figureTitle(option.correlation)">
              {{ figureText(option.correlation) }}
            </td>
            <td class="faded small">{{ option.misconception }}</td>
          </tr>
        </tbody>
      </table>
      <table v-if="item.content && item.wrongAnswers.some(({ chosen }) => !chosen)" class="ruled">
        <thead>
          <tr>
            <th>{{ say('results.wrongAnswer') }}</th>
            <th class="figures">{{ say('common.students') }}</th>
            <th>
              <span class="unseen">{{ say('results.decide') }}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="entry in item.wrongAnswers.filter(({ chosen }) => !chosen)"
            :key="entry.part + entry.answer"
          >
            <td>
              <template v-if="entry.misconception"
                >{{ entry.misconception }}
                <span class="faded small">{{
                  say('results.forExample', { answer: entry.answer })
                }}</span></template
              ><template v-else>{{ entry.answer }}</template>
            </td>
            <td class="figures">{{ entry.n }}</td>
            <td>
              <RouterLink
                v-if="may && !item.variants && typeof entry.response === 'string'"
                class="small"
                :to="{ path: rescore, query: { part: entry.part, accept: entry.response } }"
                >{{ say('results.countAsRight') }}</RouterLink
              >
            </td>
          </tr>
        </tbody>
      </table>
      <VariantGroups v-if="item.variants" :variants="item.variants" />
      <template v-if="item.practice">
        <h4>{{ say('results.inPractice') }}</h4>
        <PracticeBar :practice="item.practice" :students="item.n" />
        <p class="faded small">{{ say('results.hintsGiven', { n: item.practice.hints }) }}</p>
      </template>
      <p class="terms small">
        <FigureTerm v-for="term in explained" :key="term" :term="term" />
      </p>
      <p class="faded small">
        {{
          say('results.numberReachedBlankLeft', {
            number: item.n,
            blank: item.blank,
            figureText: figureText(item.itemTotal),
            figureText2: figureText(item.alphaIfItemDeleted),
            groupSize: results.groupSize,
          })
        }}
      </p>
    </div>
  </div>
</template>

<style scoped>
.terms {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
  margin: 10px 0 4px;
}
.detail {
  display: grid;
  grid-template-columns: 1fr 1.15fr;
  gap: 28px;
  padding: 6px 0 14px;
}
.acts {
  display: flex;
  gap: 18px;
  align-items: baseline;
}
.button {
  border: 1px solid var(--rule-strong);
  border-radius: var(--corner);
  padding: 4px 12px;
  background: var(--sheet);
  text-decoration: none;
  color: var(--ink);
}
table + table {
  margin-top: 14px;
}
</style>
