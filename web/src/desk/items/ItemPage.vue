<script setup lang="ts">
/** A bank's item: left what is written, right the student's view. New items and old ones alike. */
import { present } from '@oaken/core/certain';
import { itemPoints, type ItemFacts } from '@oaken/core/items';
import type { ItemRow } from '@oaken/contract/banks';
import { computed, onMounted, provide, ref } from 'vue';
import { useRouter } from 'vue-router';
import { call } from '../../client/call';
import { useDoing } from '../../client/useDoing';
import FacingPages from '../shared/FacingPages.vue';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../shared/PageHead.vue';
import { under } from '../../parts/problems';
import { readOnlyKey } from '../../rich/readonly';
import SavedMeanwhile from '../compare/SavedMeanwhile.vue';
import { linesOfItem } from '../compare/wordDiff';
import { useLibrary } from '../library/library';
import PlaceDialog from '../library/PlaceDialog.vue';
import { plain } from '../shared/keptText';
import { done } from '../shared/undo';
import { useSaving } from '../shared/useSaving';
import { itemLine } from '../shared/itemLine';
import type { Compared } from './compared';
import ComparedItem from './ComparedItem.vue';
import FactsEditor from './FactsEditor.vue';
import ItemEditor from './ItemEditor.vue';
import ItemNotices from './ItemNotices.vue';
import ItemPreview from './ItemPreview.vue';
import ItemRevisions from './ItemRevisions.vue';
import ItemUses from './ItemUses.vue';
import NearNote from './NearNote.vue';
import { useAccepting } from './template/useAccepting';
import VariantsPanel from './template/VariantsPanel.vue';
import { useDraft } from './useDraft';
import { factsOf, useItem } from './useItem';
import { useNearCopies } from './useNearCopies';
import TabStrip from '../../parts/TabStrip.vue';
import { say } from '../../words/teacher';

const router = useRouter();
const library = useLibrary();
const { itemId, opened, place, read: readItem, where, mayEdit, usedIn, newerSource } = useItem();
const {
  content,
  facts,
  base,
  changed,
  recovered,
  problems,
  serverProblems,
  valid,
  take,
  rebase,
  recover,
  startOver,
  forget,
  asSent,
} = useDraft<ItemFacts>(
  `oaken-item-${itemId ?? 'new'}`,
  () => opened.value?.item.revisionId ?? 'new',
);
const acceptFaults = useAccepting(content);
const { wrong, read } = useDoing();
const saving = useSaving<ItemRow>(async (basedOn) => {
  if (itemId === null) return null;
  const { item } = await call('readItem', { params: { itemId } });
  return item.revisionId === basedOn ? null : item;
});
const { busy, theirs } = saving;
const startAgain = () => done(say('common.unsavedChangesDiscarded'), startOver());
/** A new item is not called wrong before its author thinks that it is done. */
const attempted = ref(itemId !== null);
const choosing = ref(false);
const near = useNearCopies(
  computed(() => (changed.value ? valid.value : null)),
  itemId,
);
const tabs = {
  view: say('items.studentsView'),
  facts: say('common.standards'),
  uses: say('items.whereUsed'),
  history: say('items.revisions'),
};
const tab = ref<keyof typeof tabs>('view');
const clientKey = crypto.randomUUID();

onMounted(() =>
  read(async () => {
    const [, item] = await Promise.all([library.load(), readItem()]);
    take(item);
    place.value.bank ??= library.banks.find((bank) => bank.mine)?.id ?? null;
    // Somebody saved while the browser was away: both are shown at once.
    if (recover()) theirs.value = opened.value?.item ?? null;
  }),
);
/** A new item becomes another page once it is made: nothing may be typed between. */
const locked = computed(() => !mayEdit.value || (busy.value && itemId === null));
provide(readOnlyKey, locked);

type Written = Pick<ItemRow, 'content'> & { facts: ItemFacts };
async function make(written: Written): Promise<void> {
  const sent = asSent();
  const bank = present(place.value.bank, 'bank');
  const { folder } = place.value;
  const made = await call('makeItem', { body: { clientKey, bank, folder, ...written } });
  forget();
  rebase(sent);
  done(say('items.theItemInWhere', { where: where.value }));
  await router.replace(`/items/${made.id}`);
}
async function revise(id: number, body: Written & { basedOn: number; sourceRevision?: number }) {
  const sent = asSent();
  await call('reviseItem', { params: { itemId: id }, body });
  const uses = usedIn.value;
  opened.value = await call('readItem', { params: { itemId: id } });
  const { item } = opened.value;
  forget();
  if (asSent() !== sent) rebase(sent);
  else take({ content: item.content, facts: factsOf(item) });
  const kept = uses ? say('items.testsKeepRevisionThey', { n: uses }) : '';
  done(say('items.revisionRevisionSavedKept', { revision: item.revision, kept }));
}
async function save(
  basedOn = Number(base.value),
  more: { sourceRevision?: number } = {},
): Promise<void> {
  if (!valid.value || !facts.value) return;
  const written = { content: valid.value, facts: facts.value };
  serverProblems.value = await saving.save(basedOn, () =>
    itemId === null ? make(written) : revise(itemId, { basedOn, ...written, ...more }),
  );
  if (serverProblems.value.some(({ pointer }) => pointer.startsWith('/facts'))) tab.value = 'facts';
}
const act = computed(() => {
  if (valid.value && facts.value?.subject === '') return say('items.chooseLocation');
  return itemId === null ? say('items.saveItem') : say('items.saveAsRevision');
});
/** Whatever is still missing is shown where it is missing. */
function press(): void {
  attempted.value = true;
  if (!valid.value) tab.value = 'view';
  else if (facts.value?.subject === '') tab.value = 'facts';
  else void save();
}
async function takeTheirs(): Promise<void> {
  forget();
  theirs.value = null;
  take(await readItem());
}

const compared = ref<Compared | null>(null);
const compare = (revisionId: number, name: string, isSource = false) =>
  read(async () => {
    const { item } = await call('readRevision', { params: { revisionId } });
    compared.value = { item, name, isSource };
  });
async function goBackTo(item: ItemRow): Promise<void> {
  const source = compared.value?.isSource ? opened.value?.source : null;
  content.value = plain(item.content);
  compared.value = null;
  tab.value = 'view';
  if (source && opened.value)
    await save(opened.value.item.revisionId, { sourceRevision: source.now });
}
async function leaveSource(): Promise<void> {
  const source = opened.value?.source;
  if (!source || itemId === null) return;
  await call('settleSource', { params: { itemId }, body: { revision: source.now } });
  opened.value = await call('readItem', { params: { itemId } });
}
async function copyToMine(to: { bank: number; folder: number | null }): Promise<void> {
  if (itemId === null) return;
  const { items } = await call('copyItems', { body: { items: [itemId], ...to } });
  done(say('items.theCopyYoursChange'));
  await router.push(`/items/${items[0]}`);
}
const title = computed(() => {
  if (opened.value) return itemLine(opened.value.item.content, 60);
  return itemId === null ? say('items.newItem') : say('common.item');
});
const saveStatus = computed(() => {
  if (changed.value) return 'Not saved yet; kept in this browser';
  return opened.value
    ? say('items.revisionRevisionAsSaved', { revision: opened.value.item.revision })
    : say('items.nothingWrittenYet');
});
</script>

<template>
  <PageHead :title="title" :where="say('items.banksWhere', { where })">
    <RouterLink to="/banks">{{ say('items.backBanks') }}</RouterLink>
  </PageHead>
  <p v-if="wrong || saving.wrong.value" class="wrong inset" role="alert">
    {{ wrong || saving.wrong.value }}
  </p>
  <ItemNotices
    :opened="opened"
    :recovered="recovered"
    :may-edit="mayEdit"
    :newer-source="newerSource"
    @start-over="startAgain"
    @copy="choosing = true"
    @compare="newerSource && compare(newerSource.now, say('items.theSourceNow'), true)"
    @leave="leaveSource"
  />
  <SavedMeanwhile
    v-if="theirs && content"
    :what="say('items.item')"
    :theirs="linesOfItem(theirs.content)"
    :mine="linesOfItem(content)"
    @mine="save(theirs.revisionId)"
    @theirs="takeTheirs"
  />
  <FacingPages
    v-if="content && facts"
    name="item"
    :left="say('items.wordingKey')"
    :right="say('items.previewDetails')"
    :start="54"
  >
    <template #left>
      <fieldset class="inset plain" :disabled="locked">
        <ItemEditor v-model="content" :problems="attempted ? problems : []" />
      </fieldset>
    </template>
    <template #right>
      <TabStrip v-model="tab" :tabs="tabs" :label="say('items.previewDetails')">
        <div class="inset">
          <NearNote v-if="tab === 'view'" :near="near" />
          <ItemPreview
            v-if="tab === 'view'"
            :content="valid ?? content"
            :problems="valid ? [] : problems"
            name="preview"
          />
          <VariantsPanel
            v-if="tab === 'view' && valid?.template"
            :content="valid"
            :grades="facts.grades"
            :may-change="mayEdit"
            @accept="acceptFaults"
          />
          <template v-if="tab === 'facts'">
            <p>
              <span class="label">{{ say('items.location') }}</span> {{ where }}
              <ElButton link v-if="itemId === null" class="word" @click="choosing = true">
                {{ say('items.change') }}
              </ElButton>
            </p>
            <FactsEditor v-model="facts" :problems="under(serverProblems, '/facts')" />
          </template>
          <ItemUses v-else-if="tab === 'uses'" :opened="opened" />
          <ItemRevisions v-else-if="tab === 'history'" :opened="opened" @compare="compare" />
          <ComparedItem
            v-if="compared"
            :compared="compared"
            :content="content"
            :may-edit="mayEdit"
            @take="goBackTo"
            @close="compared = null"
          />
        </div>
      </TabStrip>
    </template>
  </FacingPages>
  <FootingLine :label="say('common.item')">
    <span>{{ saveStatus }}</span>
    <span v-if="valid"
      ><b>{{ say('items.points', { n: itemPoints(valid) }) }}</b></span
    >
    <span v-if="opened">{{
      usedIn ? say('items.usedInTests', { n: usedIn }) : say('items.inNoTestYet')
    }}</span>
    <span v-if="facts && facts.standards.length === 0" class="faded">{{
      say('items.noStandardYet')
    }}</span>
    <template #actions>
      <ElButton :disabled="!changed" @click="startAgain">{{ say('items.startOver') }}</ElButton>
      <ElButton
        type="primary"
        :disabled="
          !mayEdit || (attempted && !valid) || (!changed && itemId !== null) || place.bank === null
        "
        :loading="busy"
        @click="press"
        >{{ act }}</ElButton
      >
    </template>
  </FootingLine>
  <PlaceDialog
    v-model="choosing"
    :title="mayEdit ? say('items.locationItem') : say('items.copyInto')"
    :act="mayEdit ? say('items.chooseThisPlace') : say('items.copy')"
    :start="place"
    @done="(to) => (mayEdit ? (place = to) : copyToMine(to))"
  />
</template>

<style scoped>
.inset {
  padding: 18px 24px;
}
.plain {
  border: 0;
  margin: 0;
  min-width: 0;
}
.label {
  font-weight: 600;
}
</style>
