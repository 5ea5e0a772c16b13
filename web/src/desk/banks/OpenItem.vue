<script setup lang="ts">
/**
 * A row opened in place: the student's view, answerable, with the score it would get; key, uses and
 * history beside it.
 */
import type { ItemRow } from '@oaken/contract/banks';
import { keysInWords, kindOf } from '@oaken/core/items';
import { count } from '@oaken/core/text';
import { computed, ref, watch } from 'vue';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import RichText from '../../parts/RichText.vue';
import ItemPreview from '../items/ItemPreview.vue';
import UsesList from '../items/UsesList.vue';
import { decimal, minutesOf, percent, useWords } from '../shared/words';

const props = defineProps<{ item: ItemRow }>();
const words = useWords();
const tabs = {
  view: 'As a student sees it',
  key: 'Key',
  figures: 'Figures',
  uses: 'Where used',
  history: 'History',
};
const tab = ref<keyof typeof tabs>('view');
const options = computed(() =>
  props.item.content.parts.flatMap((part) => kindOf(part).options?.(part) ?? []),
);

type More = Awaited<ReturnType<typeof call<'readItem'>>>;
const more = ref<More | null>(null);
const { wrong, read } = useDoing();
watch(tab, async (now) => {
  if (more.value || !['figures', 'uses', 'history'].includes(now)) return;
  await read(async () => {
    more.value = await call('readItem', { params: { itemId: props.item.id } });
  });
});
</script>

<template>
  <div class="opened">
    <div class="tabs" role="tablist" aria-label="About this item">
      <button
        v-for="(name, entry) in tabs"
        :key="entry"
        role="tab"
        :aria-selected="tab === entry"
        @click="tab = entry"
      >
        {{ name }}
      </button>
    </div>
    <div v-if="tab === 'view'" class="sheet">
      <ItemPreview quiet :content="item.content" :name="`try-${item.id}`" />
    </div>
    <div v-else-if="tab === 'key'" class="sheet">
      <p v-for="(sentence, index) in keysInWords(item.content)" :key="index">{{ sentence }}</p>
      <table v-if="options.length" class="ruled">
        <thead>
          <tr>
            <th>Choice</th>
            <th>Counts as</th>
            <th>Misconception</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="option in options" :key="option.id">
            <td>{{ option.label }}</td>
            <td>{{ option.right ? 'right' : 'wrong' }}</td>
            <td class="faded">{{ option.misconception }}</td>
          </tr>
        </tbody>
      </table>
      <template v-if="item.content.explanation">
        <h3 class="gap">Explanation</h3>
        <RichText :html="item.content.explanation" />
      </template>
    </div>
    <div v-else-if="tab === 'figures'" class="sheet">
      <p v-if="!item.facility" class="faded">
        Nobody has answered it as it is now, so there are no figures.
      </p>
      <template v-else>
        <p>
          Students earned <b>{{ percent(item.facility.value) }}</b> of its points, over
          {{ count(item.facility.n, 'answer') }}.
        </p>
        <p v-for="entry in more?.byGrade ?? []" :key="entry.grade" class="faded small">
          Grade {{ entry.grade }}: {{ percent(entry.share) }} of the points by
          {{ count(entry.n, 'student')
          }}{{
            entry.itemRestCorrelation === null
              ? ''
              : `, item-rest correlation ${decimal(entry.itemRestCorrelation)}`
          }}.
        </p>
        <p v-if="item.itemRestCorrelation !== null">
          Item-rest correlation <b>{{ decimal(item.itemRestCorrelation) }}</b>: how well it
          separates strong from weak students.
        </p>
        <p v-else class="faded">Too few have answered it to say how well it separates.</p>
      </template>
      <p v-if="more?.earlier">
        Before its wording or key was changed, students earned
        <b>{{ percent(more.earlier.share) }}</b> of its points, over
        {{ count(more.earlier.n, 'answer') }}; these are not counted above.
      </p>
      <p class="faded">
        {{
          item.seconds
            ? `About ${item.seconds < 90 ? `${item.seconds} s` : `${minutesOf(item.seconds)} min`} expected. `
            : ''
        }}In {{ count(item.uses, 'test') }}.
        {{ [item.author && `By ${item.author}.`, item.licence].filter(Boolean).join(' ') }}
      </p>
    </div>
    <div v-else-if="tab === 'uses'" class="sheet">
      <p v-if="wrong" class="wrong">{{ wrong }}</p>
      <p v-else-if="!more" class="faded">Looking …</p>
      <UsesList v-else :uses="more.uses" :hidden="more.hiddenUses" />
    </div>
    <div v-else class="sheet">
      <p v-if="wrong" class="wrong">{{ wrong }}</p>
      <p v-else-if="!more" class="faded">Looking …</p>
      <ul v-else>
        <li v-for="revision in more.revisions" :key="revision.id">
          Revision {{ revision.number
          }}{{ revision.forTest ? `, only for “${revision.forTest}”` : '' }}
          <span class="faded">by {{ revision.by }}, {{ words.time(revision.at) }}</span>
        </li>
      </ul>
    </div>
    <p class="acts">
      <RouterLink :to="`/items/${item.id}`">{{
        item.may === 'edit' ? 'Edit this item' : 'Look at it whole'
      }}</RouterLink>
    </p>
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
.acts {
  margin: 0;
  padding: 0 20px 12px;
}
.gap {
  margin: 16px 0 6px;
}
</style>
