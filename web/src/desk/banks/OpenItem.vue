<script setup lang="ts">
/** A row opened in place: the student's view, answerable, with the score it would get; key, uses and history beside it. */
import type { ItemRow } from '@oaken/contract/banks';
import { forSitting, keysInWords, kindOf, scoreItem, type Responses } from '@oaken/core/items';
import { count } from '@oaken/core/text';
import { computed, reactive, ref, watch } from 'vue';
import { call } from '../../client/call';
import { inWords } from '../../client/request';
import ItemView from '../../parts/ItemView.vue';
import RichText from '../../parts/RichText.vue';
import { pointsText, useWords } from '../words';

const props = defineProps<{ item: ItemRow }>();
const words = useWords();
const tabs = { view: 'As a student sees it', key: 'Key', uses: 'Where used', history: 'History' };
const tab = ref<keyof typeof tabs>('view');
const responses = reactive<Responses>({});
const scored = ref<{ points: number; most: number } | null>(null);

const sitting = computed(() => forSitting(props.item.content));
const options = computed(() => props.item.content.parts.flatMap((part) => kindOf(part).options?.(part) ?? []));

function answer(part: string, response: unknown): void {
  responses[part] = response;
  scored.value = null;
}
const tryIt = () => (scored.value = scoreItem(props.item.content, responses));
function again(): void {
  for (const part of Object.keys(responses)) delete responses[part];
  scored.value = null;
}

type More = Awaited<ReturnType<typeof call<'readItem'>>>;
const more = ref<More | null>(null);
const wrong = ref('');
watch(tab, async (now) => {
  if (more.value || now === 'view' || now === 'key') return;
  try {
    more.value = await call('readItem', { params: { itemId: props.item.id } });
  } catch (error) {
    wrong.value = inWords(error);
  }
});
</script>

<template>
  <div class="opened">
    <div class="tabs" role="tablist" aria-label="About this item">
      <button v-for="(name, own) in tabs" :key="own" role="tab" :aria-selected="tab === own" @click="tab = own">
        {{ name }}
      </button>
    </div>
    <div v-if="tab === 'view'" class="sheet">
      <ItemView :item="sitting" :responses="responses" :name="`try-${item.id}`" @answer="answer" />
      <div class="trial">
        <el-button @click="tryIt">Score my answer</el-button>
        <button v-if="scored" class="word" @click="again">Start again</button>
        <p v-if="scored" class="score" role="status">
          <b>{{ pointsText(scored.points) }} of {{ count(scored.most, 'point') }}.</b>{{ ' '
          }}{{ keysInWords(item.content).join(' ') }}
        </p>
      </div>
    </div>
    <div v-else-if="tab === 'key'" class="sheet">
      <p v-for="(sentence, at) in keysInWords(item.content)" :key="at">{{ sentence }}</p>
      <table v-if="options.length" class="ruled">
        <thead>
          <tr>
            <th>Choice</th>
            <th>Counts as</th>
            <th>The mistake behind it</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="option in options" :key="option.id">
            <td>{{ option.label }}</td>
            <td>{{ option.right ? 'right' : 'wrong' }}</td>
            <td class="faded">{{ option.mistake }}</td>
          </tr>
        </tbody>
      </table>
      <template v-if="item.content.explanation">
        <h3 class="gap">Explanation</h3>
        <RichText :html="item.content.explanation" />
      </template>
    </div>
    <div v-else-if="tab === 'uses'" class="sheet">
      <p v-if="wrong" class="wrong">{{ wrong }}</p>
      <p v-else-if="!more" class="faded">Looking …</p>
      <p v-else-if="more.uses.length === 0" class="faded">It is in no test yet.</p>
      <ul v-else>
        <li v-for="use in more.uses" :key="use.testId">
          <RouterLink v-if="use.mine" :to="`/tests/${use.testId}`">{{ use.title }}</RouterLink><span v-else>{{
            use.title
          }}</span>
          <span class="faded">
            by {{ use.mine ? 'me' : use.owner
            }}<template v-for="given in use.given" :key="given.class + given.opensAt"
              >; {{ given.class }}, {{ words.time(given.opensAt) }}</template
            ></span
          >
        </li>
      </ul>
    </div>
    <div v-else class="sheet">
      <p v-if="wrong" class="wrong">{{ wrong }}</p>
      <p v-else-if="!more" class="faded">Looking …</p>
      <ul v-else>
        <li v-for="revision in more.revisions" :key="revision.id">
          Revision {{ revision.number }}{{ revision.forTest ? `, only for “${revision.forTest}”` : '' }}
          <span class="faded">by {{ revision.by }}, {{ words.time(revision.at) }}</span>
        </li>
      </ul>
    </div>
  </div>
</template>

<style scoped>
.opened {
  border: 1px solid var(--rule-strong);
  border-radius: var(--corner);
  margin: 0 6px 14px 38px;
  background: var(--sheet);
}
.sheet {
  padding: 16px 20px;
  max-width: 760px;
}
.trial {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
  margin-top: 12px;
}
.score {
  margin: 0;
  flex-basis: 100%;
}
.gap {
  margin: 16px 0 6px;
}
</style>
