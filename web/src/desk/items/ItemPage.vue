<script setup lang="ts">
/** A bank's item: left what is written, right the student's view. New items and old ones alike. */
import { present } from '@oaken/core/certain';
import type { AnswerOf } from '@oaken/contract';
import type { api } from '@oaken/contract';
import type { ItemRow } from '@oaken/contract/banks';
import { blankPart, itemPoints, type ItemFacts } from '@oaken/core/items';
import { count } from '@oaken/core/text';
import { computed, onMounted, provide, ref, watch } from 'vue';
import { onBeforeRouteLeave, useRoute, useRouter } from 'vue-router';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import { inWords, Refused } from '../../client/request';
import { useSession } from '../../client/session';
import FacingPages from '../../parts/FacingPages.vue';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../../parts/PageHead.vue';
import { useLibrary } from '../library/library';
import PlaceDialog from '../library/PlaceDialog.vue';
import { done } from '../shared/undo';
import { stemLine, useWords } from '../shared/words';
import CompareTexts from '../compare/CompareTexts.vue';
import SavedMeanwhile from '../compare/SavedMeanwhile.vue';
import { linesOfItem } from '../compare/wordDiff';
import FactsEditor from './FactsEditor.vue';
import ItemEditor from './ItemEditor.vue';
import ItemPreview from './ItemPreview.vue';
import { under } from '../../parts/problems';
import { readOnlyKey } from '../../rich/readonly';
import UsesList from './UsesList.vue';
import { useDraft } from './useDraft';

type Read = AnswerOf<typeof api.readItem>;
const route = useRoute();
const router = useRouter();
const library = useLibrary();
const session = useSession();
const words = useWords();
const itemId = route.params.itemId === 'new' ? null : Number(route.params.itemId);
const number = (value: unknown) => (/^\d+$/.test(String(value)) ? Number(value) : null);

const opened = ref<Read | null>(null);
const place = ref<{ bank: number | null; folder: number | null }>({
  bank: number(route.query.bank),
  folder: number(route.query.folder),
});
const draft = useDraft<ItemFacts>(
  `oaken-item-${itemId ?? 'new'}`,
  () => opened.value?.item.revisionId ?? 'new',
);
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
} = draft;
const startAgain = () => done('What was not saved is gone from the page.', startOver());
/** A new item is not called wrong before its author thinks that it is done. */
const attempted = ref(itemId !== null);
const { wrong, read } = useDoing();
const busy = ref(false);
const choosing = ref(false);
const near = ref<{ item: ItemRow; likeness: number }[]>([]);
/** Somebody saved meanwhile: both are shown, and the writer chooses. */
const other = ref<ItemRow | null>(null);
const tab = ref<'view' | 'facts' | 'uses' | 'history'>('view');
const tabs = {
  view: 'Student’s view',
  facts: 'Standards',
  uses: 'Where used',
  history: 'Revisions',
};
const clientKey = crypto.randomUUID();

const factsOf = (item: ItemRow): ItemFacts => ({
  subject: item.subject,
  grades: item.grades,
  standards: item.standards.map(({ id }) => id),
  depth: item.depth,
  seconds: item.seconds,
  tags: item.tags,
  author: item.author,
  licence: item.licence,
});

async function load(): Promise<void> {
  if (itemId === null) {
    const { account } = session;
    take({
      content: {
        stem: '',
        parts: [blankPart('single-choice', 'a')],
        explanation: '',
        hints: [],
        notes: '',
      },
      facts: {
        subject: '',
        grades: [],
        standards: [],
        depth: null,
        seconds: 60,
        tags: [],
        author: account ? `${account.givenName} ${account.familyName}` : '',
        licence: '',
      },
    });
    return;
  }
  opened.value = await call('readItem', { params: { itemId } });
  const { item } = opened.value;
  place.value = { bank: item.bankId, folder: item.folderId };
  take({ content: item.content, facts: factsOf(item) });
}
onMounted(async () => {
  await read(async () => {
    await Promise.all([library.load(), load()]);
    place.value.bank ??= library.banks.find((bank) => bank.mine)?.id ?? null;
    // Somebody saved while the browser was away: both are shown at once.
    if (recover()) other.value = opened.value?.item ?? null;
  });
});

const mayEdit = computed(() => opened.value === null || opened.value.item.may === 'edit');
provide(
  readOnlyKey,
  // A new item becomes another page once it is made: nothing may be typed between.
  computed(() => !mayEdit.value || (busy.value && itemId === null)),
);
const where = computed(() => {
  const bank = library.banks.find(({ id }) => id === place.value.bank);
  if (!bank) return 'no bank chosen';
  const folder = bank.folders.find(({ id }) => id === place.value.folder);
  return folder ? `${bank.name} · ${folder.name}` : bank.name;
});
const usedIn = computed(() =>
  opened.value ? opened.value.uses.length + opened.value.hiddenUses : 0,
);

let timer: ReturnType<typeof setTimeout> | undefined;
watch(valid, (item) => {
  clearTimeout(timer);
  if (!item || !changed.value) return;
  timer = setTimeout(async () => {
    near.value = (
      await call('findNear', { body: { content: item, but: itemId } }).catch(() => ({ near: [] }))
    ).near;
  }, 900);
});

async function save(
  basedOn = Number(base.value),
  more: { sourceRevision?: number } = {},
): Promise<void> {
  if (busy.value || !valid.value || !facts.value) return;
  busy.value = true;
  wrong.value = '';
  const sent = asSent();
  const body = { content: valid.value, facts: facts.value };
  try {
    if (itemId === null) {
      const made = await call('makeItem', {
        body: {
          clientKey,
          bank: present(place.value.bank, 'bank'),
          folder: place.value.folder,
          ...body,
        },
      });
      forget();
      rebase(sent);
      done(`The item is in ${where.value}.`);
      await router.replace(`/items/${made.id}`);
    } else {
      await call('reviseItem', { params: { itemId }, body: { basedOn, ...body, ...more } });
      const uses = usedIn.value;
      opened.value = await call('readItem', { params: { itemId } });
      forget();
      if (asSent() !== sent) rebase(sent);
      else take({ content: opened.value.item.content, facts: factsOf(opened.value.item) });
      other.value = null;
      done(
        `Revision ${present(opened.value, 'opened').item.revision} is saved.${uses ? ` ${count(uses, 'test')} keep the revision that they had.` : ''}`,
      );
    }
  } catch (error) {
    if (error instanceof Refused && error.status === 409 && itemId !== null) {
      const now = await call('readItem', { params: { itemId } }).catch(() => null);
      if (now && now.item.revisionId !== basedOn) other.value = now.item;
      else wrong.value = inWords(error);
    } else if (error instanceof Refused && error.problem.errors) {
      serverProblems.value = error.problem.errors;
      if (error.problem.errors.some(({ pointer }) => pointer.startsWith('/facts')))
        tab.value = 'facts';
    } else wrong.value = inWords(error);
  } finally {
    busy.value = false;
  }
}
const act = computed(() => {
  if (valid.value && facts.value?.subject === '') return 'Say where it belongs';
  return itemId === null ? 'Save the item' : 'Save as revision';
});
/** Whatever is still missing is shown where it is missing. */
function press(): void {
  attempted.value = true;
  if (!valid.value) tab.value = 'view';
  else if (facts.value?.subject === '') tab.value = 'facts';
  else void save();
}
const keepMine = () => save(present(other.value, 'other').revisionId);
async function takeTheirs(): Promise<void> {
  forget();
  other.value = null;
  await load();
}

/** A revision that is looked at beside the present text. */
const compared = ref<{ item: ItemRow; name: string; source: boolean } | null>(null);
async function look(revisionId: number, name: string, source = false): Promise<void> {
  await read(async () => {
    compared.value = {
      item: (await call('readRevision', { params: { revisionId } })).item,
      name,
      source,
    };
  });
}
async function goBackTo(item: ItemRow, source: boolean): Promise<void> {
  content.value = JSON.parse(JSON.stringify(item.content)) as ItemRow['content'];
  compared.value = null;
  tab.value = 'view';
  if (source && opened.value?.source)
    await save(opened.value.item.revisionId, { sourceRevision: opened.value.source.now });
}
async function leaveSource(): Promise<void> {
  const source = opened.value?.source;
  if (!source || itemId === null) return;
  await call('settleSource', { params: { itemId }, body: { revision: source.now } });
  opened.value = await call('readItem', { params: { itemId } });
}
const newerSource = computed(() => {
  const source = opened.value?.source;
  return source && source.now !== source.known ? source : null;
});

async function copyToMine(to: { bank: number; folder: number | null }): Promise<void> {
  const { items } = await call('copyItems', {
    body: { items: [present(itemId, 'item id')], ...to },
  });
  done('The copy is yours to change.');
  await router.push(`/items/${items[0]}`);
}
onBeforeRouteLeave(() => {
  clearTimeout(timer);
});
const factProblems = computed(() => under(serverProblems.value, '/facts'));
</script>

<template>
  <PageHead
    :title="opened ? stemLine(opened.item.content.stem, 60) : itemId === null ? 'New item' : 'Item'"
    :where="`Banks · ${where}`"
  >
    <RouterLink to="/banks">Back to the banks</RouterLink>
  </PageHead>
  <p v-if="wrong" class="wrong inset" role="alert">{{ wrong }}</p>
  <p v-if="recovered" class="notice" role="status">
    This is what you had typed before; it was not saved yet.
    <button class="word" @click="startAgain">Go back to the saved wording</button>
  </p>
  <p v-if="!mayEdit" class="notice" role="status">
    This item belongs to others.
    <button v-if="opened?.item.may === 'use'" class="word" @click="choosing = true">
      Copy it into a bank of yours
    </button>
    to change it.
  </p>
  <div v-if="newerSource" class="notice" role="status">
    Its source in {{ newerSource.bank }} has a newer revision.
    <button class="word" @click="look(newerSource.now, 'the source now', true)">
      Compare and take it
    </button>
    <button class="word" @click="leaveSource">Leave mine as it is</button>
  </div>
  <SavedMeanwhile
    v-if="other && content"
    what="item"
    :theirs="linesOfItem(other.content)"
    :mine="linesOfItem(content)"
    @mine="keepMine"
    @theirs="takeTheirs"
  />
  <FacingPages
    v-if="content && facts"
    name="item"
    left="Wording and key"
    right="Beside it"
    :start="54"
  >
    <template #left>
      <fieldset class="inset plain" :disabled="!mayEdit || (busy && itemId === null)">
        <ItemEditor v-model="content" :problems="attempted ? problems : []" />
      </fieldset>
    </template>
    <template #right>
      <div class="tabs" role="tablist" aria-label="Beside the item">
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
      <div class="inset">
        <div v-if="near.length && tab === 'view'" class="margin-note" role="status">
          Almost the same words as
          <template v-for="(copy, index) in near" :key="copy.item.id"
            ><template v-if="index">, </template
            ><RouterLink :to="`/items/${copy.item.id}`" target="_blank">{{
              stemLine(copy.item.content.stem, 70)
            }}</RouterLink
            >{{ ' ' }}<span class="faded">({{ copy.item.bank }})</span></template
          >
        </div>
        <ItemPreview
          v-if="tab === 'view'"
          :content="valid ?? content"
          :problems="valid ? [] : problems"
          name="preview"
        />
        <template v-else-if="tab === 'facts'">
          <p>
            <span class="label">Lies in</span> {{ where }}
            <button v-if="itemId === null" type="button" class="word" @click="choosing = true">
              choose another place
            </button>
          </p>
          <FactsEditor v-model="facts" :problems="factProblems" />
        </template>
        <template v-else-if="tab === 'uses'">
          <UsesList :uses="opened?.uses ?? []" :hidden="opened?.hiddenUses ?? 0" />
          <template v-if="opened?.copies.length">
            <h3>Copies</h3>
            <ul>
              <li v-for="copy in opened.copies" :key="copy.itemId">
                <RouterLink :to="`/items/${copy.itemId}`">in {{ copy.bank }}</RouterLink>
                <span class="faded">by {{ copy.by }}</span>
              </li>
            </ul>
          </template>
          <p v-if="opened?.source" class="faded">
            Copied from
            <RouterLink :to="`/items/${opened.source.itemId}`">{{
              opened.source.bank
            }}</RouterLink>.
          </p>
        </template>
        <template v-else>
          <p v-if="!opened" class="faded">The first save is revision 1.</p>
          <ul v-else class="revisions">
            <li v-for="revision in opened.revisions" :key="revision.id">
              <b>Revision {{ revision.number }}</b
              >{{ revision.forTest ? `, only for “${revision.forTest}”` : '' }}
              <span class="faded">by {{ revision.by }}, {{ words.time(revision.at) }}</span>
              <span v-if="revision.id === opened.item.revisionId" class="faded">
                · the one that stands</span
              >
              <button v-else class="word" @click="look(revision.id, `revision ${revision.number}`)">
                compare
              </button>
            </li>
          </ul>
        </template>
        <section v-if="compared" class="compared">
          <h3>{{ compared.source ? 'The source beside mine' : `Now beside ${compared.name}` }}</h3>
          <CompareTexts
            v-if="compared.source"
            :before="linesOfItem(content)"
            :after="linesOfItem(compared.item.content)"
            before-name="mine"
            :after-name="compared.name"
          />
          <CompareTexts
            v-else
            :before="linesOfItem(compared.item.content)"
            :after="linesOfItem(content)"
            :before-name="compared.name"
            after-name="now"
          />
          <el-button
            v-if="mayEdit"
            type="primary"
            @click="goBackTo(compared.item, compared.source)"
            >{{ compared.source ? 'Take it over' : 'Go back to it' }}</el-button
          >
          <el-button @click="compared = null">Close</el-button>
        </section>
      </div>
    </template>
  </FacingPages>
  <FootingLine label="Item">
    <span>{{
      changed
        ? 'Not saved yet; kept in this browser'
        : opened
          ? `Revision ${opened.item.revision}, as saved`
          : 'Nothing written yet'
    }}</span>
    <span v-if="valid"
      ><b>{{ count(itemPoints(valid), 'point') }}</b></span
    >
    <span v-if="opened">{{ usedIn ? `used in ${count(usedIn, 'test')}` : 'in no test yet' }}</span>
    <span v-if="facts && facts.standards.length === 0" class="faded">no standard yet</span>
    <template #actions>
      <el-button :disabled="!changed" @click="startAgain">Start over</el-button>
      <el-button
        type="primary"
        :disabled="
          !mayEdit || (attempted && !valid) || (!changed && itemId !== null) || place.bank === null
        "
        :loading="busy"
        @click="press"
        >{{ act }}</el-button
      >
    </template>
  </FootingLine>
  <PlaceDialog
    v-model="choosing"
    :title="mayEdit ? 'Where the item goes' : 'Copy into'"
    :act="mayEdit ? 'Put it there' : 'Copy it'"
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
.notice {
  margin: 0;
  padding: 8px 24px;
  background: var(--secure-wash);
}
.margin-note {
  border-left: 3px solid var(--partial);
  padding: 4px 12px;
  margin-bottom: 14px;
  background: var(--wash);
}
.revisions {
  padding-left: 18px;
}
.compared {
  margin-top: 20px;
  padding-top: 12px;
  border-top: 3px double var(--rule-strong);
}
</style>
