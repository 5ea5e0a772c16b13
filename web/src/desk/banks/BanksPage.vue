<script setup lang="ts">
import type { ItemRow } from '@oaken/contract/banks';
import { mostAtOnce } from '@oaken/contract/banks';
import { computed, onMounted, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { addressOf, call } from '../../client/call';
import { useSession } from '../../client/session';
import FacingPages from '../shared/FacingPages.vue';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../shared/PageHead.vue';
import NewTestDialog from '../new-test/NewTestDialog.vue';
import { done, failed } from '../shared/undo';
import { minutesOf, pointsText, useWords } from '../shared/words';
import { itemAddress } from './address';
import { useFilterAddress } from '../shared/useFilterAddress';
import BankIndex from './BankIndex.vue';
import ItemList from './ItemList.vue';
import LabelDialog from './LabelDialog.vue';
import { useLibrary } from '../library/library';
import NearCopies from './NearCopies.vue';
import PlaceInCurriculum from '../curriculum/PlaceInCurriculum.vue';
import PickedDialog from './PickedDialog.vue';
import PlaceDialog, { type Place } from '../library/PlaceDialog.vue';
import { useKeptPicks } from './keptPicks';
import BeginDialog from '../rounds/BeginDialog.vue';
import PrepareDialog from '../rounds/PrepareDialog.vue';
import RetireDialog from './RetireDialog.vue';
import UsedIn from './UsedIn.vue';
import { asQuery, noFilters, useSearch } from './useSearch';
import { say } from '../../words/teacher';

const route = useRoute();
const router = useRouter();
const library = useLibrary();
const search = useSearch(itemAddress.fromQuery(route.query));
void search.reload();
/** What is known of each picked item; it stays across searches. */
type Picked = Pick<ItemRow, 'id' | 'points' | 'seconds' | 'may'>;
const picked = useKeptPicks<Picked>();
type Asking =
  'test' | 'copy' | 'move' | 'label' | 'retire' | 'picked' | 'ask' | 'prepare' | 'curriculum';
const asking = ref<Asking | null>(null);
const open = (dialog: Asking) =>
  computed({
    get: () => asking.value === dialog,
    set: (now) => (asking.value = now ? dialog : null),
  });
const [test, copy, move, label] = [open('test'), open('copy'), open('move'), open('label')];
const [retire, seen] = [open('retire'), open('picked')];
const [ask, prepare, placing] = [open('ask'), open('prepare'), open('curriculum')];
const session = useSession();
const words = useWords();
const askedItems = computed(() => ({
  what: 'items' as const,
  title: say('rounds.onDay', { date: words.date(session.now()) }),
  itemIds: ids.value,
}));

onMounted(() => library.load().catch(failed));
useFilterAddress(search.filters, itemAddress, noFilters);

function pick(item: Picked): void {
  const next = new Map(picked.value);
  if (!next.delete(item.id)) next.set(item.id, item);
  picked.value = next;
}
const pickAll = (items: readonly Picked[]) =>
  (picked.value = new Map([
    ...picked.value,
    ...items.map((item): [number, Picked] => [item.id, item]),
  ]));
async function pickFound(): Promise<void> {
  try {
    const { total, items } = await call('findItems', { query: asQuery(search.filters) });
    pickAll(items);
    if (total > items.length)
      done(say('banks.theFirstItemsSelected', { n: items.length, mostAtOnce }));
  } catch (error) {
    failed(error);
  }
}
const ids = computed(() => [...picked.value.keys()]);
const pickedIds = computed(() => new Set(ids.value));
const totals = computed(() => {
  const items = [...picked.value.values()];
  return {
    points: items.reduce((sum, { points }) => sum + points, 0),
    minutes: minutesOf(items.reduce((sum, { seconds }) => sum + (seconds ?? 60), 0)),
    locked: items.filter(({ may }) => may !== 'edit').length,
  };
});
const lockedWords = computed(() =>
  totals.value.locked ? say('banks.lockedThemInBanks', { locked: totals.value.locked }) : undefined,
);

async function refresh(): Promise<void> {
  await Promise.all([search.reload(), library.loadBanks()]);
}
async function place({ bank, folder }: Place, act: 'copy' | 'move'): Promise<void> {
  const items = ids.value;
  const where = folder === null ? library.bankName(bank) : library.folderName(folder);
  try {
    if (act === 'copy') {
      const made = await call('copyItems', { body: { items, bank, folder } });
      done(say('banks.copiesInWhere', { n: items.length, where }), async () => {
        await call('retireItems', { body: { items: made.items } });
        await refresh();
      });
    } else {
      const { from } = await call('moveItems', { body: { items, bank, folder } });
      done(say('banks.itemsMovedWhere', { n: items.length, where }), async () => {
        const places = new Map(from.map((key) => [`${key.bank} ${key.folder}`, key]));
        for (const target of places.values())
          await call('moveItems', {
            body: {
              items: from
                .filter((item) => item.bank === target.bank && item.folder === target.folder)
                .map((item) => item.item),
              bank: target.bank,
              folder: target.folder,
            },
          });
        await refresh();
      });
    }
    await refresh();
  } catch (error) {
    failed(error);
  }
}
async function afterRetiring(): Promise<void> {
  picked.value = new Map();
  await refresh();
}
</script>

<template>
  <PageHead :title="say('common.banks')" :where="say('banks.findQuestionsByStandard')">
    <ElButton
      type="primary"
      @click="
        router.push({
          path: '/items/new',
          query: {
            bank: search.filters.bank ?? undefined,
            folder: search.filters.folder ?? undefined,
          },
        })
      "
      >{{ say('banks.newItem') }}</ElButton
    >
  </PageHead>
  <FacingPages
    name="banks"
    :left="say('common.index')"
    :right="say('common.itemsTitle')"
    :start="27"
    :least="20"
    :most="45"
  >
    <template #left
      ><BankIndex :search="search" :picked="pickedIds" @changed="search.reload()"
    /></template>
    <template #right>
      <ItemList :search="search" :picked="pickedIds" @pick="pick" @pick-range="pickAll">
        <template #hint>
          <ElButton link v-if="search.total.value > 0" class="word" @click="pickFound">
            {{ say('banks.selectAll') }}
          </ElButton>
          <a
            v-if="search.total.value > 0"
            :href="addressOf('exportItems', {}, asQuery(search.filters))"
            download
            >{{ say('banks.exportCsv') }}</a
          >
          <span class="faded small">{{ say('banks.spaceSelectsEnterOpens') }}</span>
        </template>
      </ItemList>
    </template>
  </FacingPages>
  <FootingLine :label="say('banks.selectedItems')">
    <span v-if="!search.loading.value || search.rows.value.size > 0"
      ><b>{{ say('common.itemsCounted', { n: search.total.value }) }}</b>
      {{ say('banks.found') }}</span
    >
    <ElButton link v-if="picked.size" class="word" @click="seen = true">
      <b>{{ picked.size }}</b> {{ say('banks.selected') }}
    </ElButton>
    <span v-else><b>0</b> {{ say('banks.selected') }}</span>
    <template v-if="picked.size">
      <span
        ><b>{{ pointsText(totals.points) }}</b> {{ say('banks.points') }}</span
      >
      <span
        >{{ say('banks.about') }} <b>{{ totals.minutes }}</b> {{ say('banks.min') }}</span
      >
    </template>
    <span v-else>{{ say('banks.selectItemsAddThem') }}</span>
    <template #actions>
      <template v-if="picked.size">
        <ElButton link class="word" @click="picked = new Map()">{{
          say('banks.clearSelection')
        }}</ElButton>
        <ElButton link class="word" @click="copy = true">{{ say('common.copy') }}</ElButton>
        <ElButton
          link
          class="word"
          :disabled="totals.locked > 0"
          :title="lockedWords"
          @click="move = true"
        >
          {{ say('banks.move') }}
        </ElButton>
        <ElButton
          link
          class="word"
          :disabled="totals.locked > 0"
          :title="lockedWords"
          @click="label = true"
        >
          {{ say('banks.standardsTags') }}
        </ElButton>
        <ElButton
          link
          class="word"
          :disabled="totals.locked > 0"
          :title="lockedWords"
          @click="retire = true"
        >
          {{ say('banks.retire') }}
        </ElButton>
        <ElDropdown :persistent="false" trigger="click">
          <ElButton link class="word">{{ say('banks.more') }}</ElButton>
          <template #dropdown>
            <ElDropdownMenu>
              <ElDropdownItem @click="ask = true">{{ say('rounds.askInClass') }}</ElDropdownItem>
              <ElDropdownItem @click="prepare = true">{{
                say('rounds.prepareFor')
              }}</ElDropdownItem>
              <ElDropdownItem @click="placing = true">{{
                say('curriculum.placeInCurriculum')
              }}</ElDropdownItem>
            </ElDropdownMenu>
          </template>
        </ElDropdown>
      </template>
      <ElButton type="primary" :disabled="picked.size === 0" @click="test = true">{{
        say('banks.addTest')
      }}</ElButton>
    </template>
  </FootingLine>
  <NewTestDialog v-model="test" :item-ids="ids" />
  <PlaceDialog
    v-model="copy"
    :title="say('banks.copyItems', { n: picked.size })"
    :act="say('banks.copyHere')"
    :note="say('banks.copiesYoursChangeEach')"
    :start="search.filters"
    @done="place($event, 'copy')"
    ><NearCopies :items="ids"
  /></PlaceDialog>
  <PlaceDialog
    v-model="move"
    :title="say('banks.moveItems', { n: picked.size })"
    :act="say('banks.moveHere')"
    :note="say('banks.testsAssignmentsResultsNot')"
    :start="search.filters"
    @done="place($event, 'move')"
    ><UsedIn :items="ids"
  /></PlaceDialog>
  <LabelDialog v-model="label" :items="ids" @changed="refresh" />
  <RetireDialog v-model="retire" :items="ids" @changed="afterRetiring" />
  <BeginDialog v-model="ask" :from="askedItems" />
  <PrepareDialog v-model="prepare" :item-ids="ids" @done="picked = new Map()" />
  <PlaceInCurriculum v-model="placing" :items="ids" :tests="[]" />
  <PickedDialog v-model="seen" :items="ids" @let-go="(item) => pick(item)" />
</template>
