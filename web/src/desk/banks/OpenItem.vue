<script setup lang="ts">
/**
 * A row opened in place: the student's view, answerable, with the score it would get; key, uses and
 * history beside it.
 */
import type { ItemRow } from '@oaken/contract/banks';
import { exampleOf, keysInWords, kindOf } from '@oaken/core/items';
import { computed, ref, watch } from 'vue';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import RichText from '../../parts/RichText.vue';
import ItemPreview from '../items/ItemPreview.vue';
import UsesList from '../items/UsesList.vue';
import { decimal, minutesOf, percent, useWords } from '../shared/words';
import TabStrip from '../../parts/TabStrip.vue';
import { say } from '../../words/teacher';

const props = defineProps<{ item: ItemRow }>();
const words = useWords();
const tabs = {
  view: say('common.studentsView'),
  key: say('banks.key'),
  figures: say('common.figures'),
  uses: say('banks.whereUsed'),
  history: say('banks.history'),
};
const tab = ref<keyof typeof tabs>('view');
const shown = computed(() => exampleOf(props.item.content));
const options = computed(() =>
  shown.value.parts.flatMap((part) => kindOf(part).options?.(part) ?? []),
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
    <TabStrip v-model="tab" :tabs="tabs" :label="say('banks.aboutThisItem')">
      <div v-if="tab === 'view'" class="sheet">
        <ItemPreview quiet :content="item.content" :name="`try-${item.id}`" />
        <p v-if="item.content.passage">
          <RouterLink
            :to="{ path: `/passages/${item.content.passage.id}`, query: { tab: 'items' } }"
            >{{ say('banks.allItemsOfPassage') }}</RouterLink
          >
        </p>
      </div>
      <div v-else-if="tab === 'key'" class="sheet">
        <p v-for="(sentence, index) in keysInWords(shown)" :key="index">{{ sentence }}</p>
        <table v-if="options.length" class="ruled">
          <thead>
            <tr>
              <th>{{ say('common.choice') }}</th>
              <th>{{ say('banks.countsAs') }}</th>
              <th>{{ say('banks.misconception') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="option in options" :key="option.id">
              <td>{{ option.label }}</td>
              <td>{{ option.right ? say('banks.right') : say('banks.wrong') }}</td>
              <td class="faded">{{ option.misconception }}</td>
            </tr>
          </tbody>
        </table>
        <template v-if="item.content.explanation">
          <h3 class="gap">{{ say('common.explanation') }}</h3>
          <RichText :html="item.content.explanation" />
        </template>
      </div>
      <div v-else-if="tab === 'figures'" class="sheet">
        <p v-if="!item.facility" class="faded">
          {{ say('banks.nobodyHasAnsweredAs') }}
        </p>
        <template v-else>
          <p>
            {{ say('banks.studentsEarned') }} <b>{{ percent(item.facility.value) }}</b>
            {{ say('banks.ofItsPointsOver', { n: item.facility.n }) }}
          </p>
          <p v-for="entry in more?.byGrade ?? []" :key="entry.grade" class="faded small">
            {{
              say('banks.gradeGradeSharePoints', {
                n: entry.n,
                grade: entry.grade,
                share: percent(entry.share),
                value:
                  entry.itemRestCorrelation === null
                    ? ''
                    : say('banks.itemRestCorrelationItemRest', {
                        itemRestCorrelation: decimal(entry.itemRestCorrelation),
                      }),
              })
            }}
          </p>
          <p v-if="item.itemRestCorrelation !== null">
            {{ say('banks.itemRestCorrelation') }} <b>{{ decimal(item.itemRestCorrelation) }}</b>{{
              say('banks.howWellSeparatesStrong')
            }}
          </p>
          <p v-else class="faded">{{ say('banks.tooFewHaveAnswered') }}</p>
        </template>
        <p v-if="more?.inClass">
          {{
            say('banks.askedInClass', {
              n: more.inClass.times,
              share: percent(more.inClass.share),
              students: more.inClass.n,
            })
          }}
        </p>
        <p v-if="more?.earlier">
          {{ say('banks.beforeItsWordingOr') }}
          <b>{{ percent(more.earlier.share) }}</b>
          {{ say('banks.ofItsPointsOverAnswers', { n: more.earlier.n }) }}
        </p>
        <p class="faded">
          {{
            say('banks.inTestsFilter', {
              n: item.uses,
              value: item.seconds
                ? say('banks.aboutExpected', {
                    value:
                      item.seconds < 90
                        ? `${item.seconds} s`
                        : say('banks.minutesMin', { minutesOf: minutesOf(item.seconds) }),
                  })
                : '',
              filter: [item.author && say('banks.byAuthor', { author: item.author }), item.licence]
                .filter(Boolean)
                .join(' '),
            })
          }}
        </p>
      </div>
      <div v-else-if="tab === 'uses'" class="sheet">
        <p v-if="wrong" class="wrong">{{ wrong }}</p>
        <p v-else-if="!more" class="faded">{{ say('common.looking') }}</p>
        <UsesList v-else :uses="more.uses" :hidden="more.hiddenUses" />
      </div>
      <div v-else class="sheet">
        <p v-if="wrong" class="wrong">{{ wrong }}</p>
        <p v-else-if="!more" class="faded">{{ say('common.looking') }}</p>
        <ul v-else>
          <li v-for="revision in more.revisions" :key="revision.id">
            {{
              say('banks.revisionNumber', {
                number: revision.number,
                value: revision.forTest ? say('banks.onlyTest', { forTest: revision.forTest }) : '',
              })
            }}
            <span class="faded">{{
              say('common.byByAt', { by: revision.by, at: words.time(revision.at) })
            }}</span>
          </li>
        </ul>
      </div>
    </TabStrip>
    <p class="acts">
      <RouterLink :to="`/items/${item.id}`">{{
        item.may === 'edit' ? say('banks.editThisItem') : say('banks.openItem')
      }}</RouterLink>
    </p>
  </div>
</template>

<style scoped>
.opened {
  border: 1px solid var(--rule-strong);
  border-radius: var(--corner);
  margin-block: 0 14px;
  margin-inline: 38px 6px;
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
