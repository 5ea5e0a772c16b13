<script setup lang="ts">
/**
 * Banks with their folders. Items and folders are dragged onto a folder; with keys a folder is moved by its menu, and
 * items by the footing of the page.
 */
import type { Bank, Folder } from '@oaken/contract/banks';
import { computed, ref } from 'vue';
import BankDialog from './BankDialog.vue';
import { folderLines, useLibrary } from '../library/library';
import PlaceDialog, { type Place } from '../library/PlaceDialog.vue';
import { reachWords } from './reachWords';
import ShelfLine from './ShelfLine.vue';
import { useFolderActs } from './useFolderActs';
import { useFolderDrag } from './useFolderDrag';
import type { SearchState } from './useSearch';
import { say } from '../../words/teacher';

const props = defineProps<{ search: SearchState; picked: ReadonlySet<number> }>();
const emit = defineEmits<{ changed: [] }>();
const library = useLibrary();
/** Nothing is said before it is known. */
const tally = (n = 0) => (props.search.known.value ? n.toLocaleString('en') : '');
const { filters } = props.search;
const { banks: bankCounts, folders: folderCounts } = props.search.counts;
const folded = ref(new Set<number>());
const renaming = ref<number | null>(null);
const menu = ref<string | null>(null);
const moving = ref<Folder[]>([]);
const movingWords = computed(() => {
  const [first, ...others] = moving.value;
  return first && others.length === 0
    ? say('banks.moveFolderName', { name: first.name })
    : say('banks.moveFolders', { value: moving.value.length });
});
const askingPlace = ref(false);
const bankOpen = ref(false);
const bankShown = ref<Bank | null>(null);
const ticked = ref(new Set<number>());

function choose(bank: number, folder: number | null): void {
  const same = filters.bank === bank && filters.folder === folder;
  filters.bank = same ? null : bank;
  filters.folder = same ? null : folder;
}
function fold(id: number): void {
  const next = new Set(folded.value);
  if (!next.delete(id)) next.add(id);
  folded.value = next;
}
const acts = useFolderActs(() => emit('changed'));
const drag = useFolderDrag(acts.moveItems, moveFolders);
/** What a line knows by its key: whether its menu is open, and whether something is held over it. */
const lineOf = (key: string) => ({ menu: menu.value === key, over: drag.over.value === key });
function newFolder(bank: number, parent: number | null): void {
  menu.value = null;
  void acts.make(bank, parent, say('banks.newFolder'), (id) => {
    if (parent !== null) folded.value.delete(parent);
    startRename(id);
  });
}
function startRename(id: number): void {
  menu.value = null;
  renaming.value = id;
}
/** @param name null to leave it as it is */
function rename(folder: Folder, name: string | null): void {
  if (renaming.value !== folder.id) return;
  renaming.value = null;
  if (name) void acts.rename(folder, name);
}
async function remove(folder: Folder): Promise<void> {
  menu.value = null;
  if (filters.folder === folder.id) filters.folder = null;
  await acts.remove(folder);
}

function askWhere(folder: Folder): void {
  menu.value = null;
  const chosen = withTicked(folder);
  moving.value = library.banks
    .flatMap(({ folders }) => folders)
    .filter(({ id }) => chosen.includes(id));
  askingPlace.value = true;
}
async function moveFolders(folders: number[], to: Place): Promise<void> {
  await acts.moveFolders(folders, to);
  ticked.value = new Set();
}
/** The ticked folders move together, wherever one of them is taken. */
const withTicked = ({ id }: Folder) => (ticked.value.has(id) ? [...ticked.value] : [id]);
function tick(id: number): void {
  const next = new Set(ticked.value);
  if (!next.delete(id)) next.add(id);
  ticked.value = next;
}
function describe(bank: Bank | null): void {
  menu.value = null;
  bankShown.value = bank;
  bankOpen.value = true;
}
</script>

<template>
  <ul class="shelf" :aria-label="say('banks.banksFolders')">
    <template v-for="bank in library.banks" :key="bank.id">
      <ShelfLine
        v-bind="lineOf(`b${bank.id}`)"
        :name="bank.name"
        :about="reachWords(bank)"
        :count="tally(bankCounts.get(bank.id))"
        :chosen="filters.bank === bank.id && filters.folder === null"
        :may-edit="bank.may === 'edit'"
        @update:menu="menu = $event ? `b${bank.id}` : null"
        @choose="choose(bank.id, null)"
        @dragover="drag.hold($event, `b${bank.id}`, bank)"
        @dragleave="drag.leave"
        @drop.prevent="drag.drop($event, { bank: bank.id, folder: null }, picked)"
      >
        <ElButton link class="word" @click="newFolder(bank.id, null)">{{
          say('banks.newFolder')
        }}</ElButton>
        <RouterLink :to="{ path: '/items/new', query: { bank: bank.id } }">{{
          say('banks.newItemHere')
        }}</RouterLink>
        <ElButton link v-if="bank.mine" class="word" @click="describe(bank)">
          {{ say('banks.nameSharing') }}
        </ElButton>
      </ShelfLine>
      <template v-for="line in folderLines(bank, (id) => !folded.has(id))" :key="line.folder.id">
        <ShelfLine
          v-bind="lineOf(`f${line.folder.id}`)"
          :name="line.folder.name"
          :level="line.level"
          :folded="line.hasBelow ? folded.has(line.folder.id) : null"
          :count="tally(folderCounts.get(line.folder.id))"
          :chosen="filters.folder === line.folder.id"
          :ticked="ticked.has(line.folder.id)"
          :may-edit="bank.may === 'edit'"
          :renaming="renaming === line.folder.id"
          @update:menu="menu = $event ? `f${line.folder.id}` : null"
          @update:folded="fold(line.folder.id)"
          @choose="choose(bank.id, line.folder.id)"
          @rename="rename(line.folder, $event)"
          @drag="drag.start($event, withTicked(line.folder))"
          @dragover="drag.hold($event, `f${line.folder.id}`, bank)"
          @dragleave="drag.leave"
          @drop.prevent="drag.drop($event, { bank: bank.id, folder: line.folder.id }, picked)"
        >
          <ElButton link class="word" @click="startRename(line.folder.id)">
            {{ say('banks.rename') }}
          </ElButton>
          <ElButton link class="word" @click="askWhere(line.folder)">
            {{
              say('banks.moveTitle', {
                value:
                  ticked.has(line.folder.id) && ticked.size > 1
                    ? say('banks.allTicked', { ticked: ticked.size })
                    : '',
              })
            }}
          </ElButton>
          <ElButton link class="word" @click="(tick(line.folder.id), (menu = null))">
            {{ ticked.has(line.folder.id) ? say('banks.deselect') : say('banks.selectMove') }}
          </ElButton>
          <ElButton link class="word" @click="newFolder(bank.id, line.folder.id)">
            {{ say('banks.newFolderInside') }}
          </ElButton>
          <RouterLink
            :to="{ path: '/items/new', query: { bank: bank.id, folder: line.folder.id } }"
            >{{ say('banks.newItemHere') }}</RouterLink
          >
          <ElButton link class="word" @click="remove(line.folder)">{{
            say('banks.delete')
          }}</ElButton>
        </ShelfLine>
      </template>
    </template>
  </ul>
  <p class="under">
    <ElButton link class="word" @click="describe(null)">{{ say('banks.newBank') }}</ElButton>
    <RouterLink
      :to="{
        path: '/banks/import',
        query: { bank: filters.bank ?? undefined, folder: filters.folder ?? undefined },
      }"
      >{{ say('banks.import') }}</RouterLink
    >
    <RouterLink to="/passages">{{ say('common.passages') }}</RouterLink>
    <RouterLink to="/banks/retired">{{ say('banks.retiredItems') }}</RouterLink>
  </p>
  <PlaceDialog
    v-model="askingPlace"
    :title="movingWords"
    :act="say('banks.moveHere')"
    :note="say('banks.everythingInMovesAlong')"
    :start="{ bank: filters.bank, folder: null }"
    @done="
      moveFolders(
        moving.map(({ id }) => id),
        $event,
      )
    "
  />
  <BankDialog v-model="bankOpen" :bank="bankShown" />
</template>

<style scoped>
.shelf {
  list-style: none;
  margin: 0;
  padding: 0;
}
.under {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 14px;
  white-space: nowrap;
  margin: 8px 0 0;
  font-size: 0.9rem;
}
.under a {
  padding: 2px 4px;
}
</style>
