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
import { useFolderActs } from './useFolderActs';
import { useFolderDrag } from './useFolderDrag';
import type { SearchState } from './useSearch';

const props = defineProps<{ search: SearchState; picked: ReadonlySet<number> }>();
const emit = defineEmits<{ changed: [] }>();
const library = useLibrary();
/** Nothing is said before it is known. */
const tally = (n = 0) => (props.search.known.value ? n.toLocaleString('en') : '');
const { filters } = props.search;
const { banks: bankCounts, folders: folderCounts } = props.search.counts;
const folded = ref(new Set<number>());
const renaming = ref<number | null>(null);
/** What is typed; counts that come in meanwhile must not write over it. */
const typedName = ref('');
const menu = ref<string | null>(null);
const moving = ref<Folder[]>([]);
const movingWords = computed(() => {
  const [first, ...others] = moving.value;
  return first && others.length === 0
    ? `Move the folder “${first.name}”`
    : `Move ${moving.value.length} folders`;
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
const { over } = drag;
function newFolder(bank: number, parent: number | null): void {
  menu.value = null;
  void acts.make(bank, parent, 'New folder', (id) => {
    if (parent !== null) folded.value.delete(parent);
    startRename(id, 'New folder');
  });
}
function startRename(id: number, name: string): void {
  menu.value = null;
  typedName.value = name;
  renaming.value = id;
}
function rename(folder: Folder): void {
  renaming.value = null;
  void acts.rename(folder, typedName.value.trim());
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
  <ul class="shelf" aria-label="Banks and folders">
    <template v-for="bank in library.banks" :key="bank.id">
      <li
        class="line bank"
        :class="{ over: over === `b${bank.id}` }"
        @dragover="drag.hold($event, `b${bank.id}`, bank)"
        @dragleave="drag.leave"
        @drop.prevent="drag.drop($event, { bank: bank.id, folder: null }, picked)"
      >
        <button
          class="entry"
          :class="{ chosen: filters.bank === bank.id && filters.folder === null }"
          :aria-pressed="filters.bank === bank.id && filters.folder === null"
          @click="choose(bank.id, null)"
        >
          <span class="name"
            >{{ bank.name }} <span class="faded small">{{ reachWords(bank) }}</span></span
          >
          <span class="n">{{ tally(bankCounts.get(bank.id)) }}</span>
        </button>
        <button
          v-if="bank.may === 'edit'"
          class="dots"
          :aria-label="`More about ${bank.name}`"
          :aria-expanded="menu === `b${bank.id}`"
          @click="menu = menu === `b${bank.id}` ? null : `b${bank.id}`"
        >
          ⋯
        </button>
        <span v-else class="dots" />
      </li>
      <li v-if="menu === `b${bank.id}`" class="menu">
        <button class="word" @click="newFolder(bank.id, null)">New folder</button>
        <RouterLink :to="{ path: '/items/new', query: { bank: bank.id } }"
          >Write an item here</RouterLink
        >
        <button v-if="bank.mine" class="word" @click="describe(bank)">Name and sharing</button>
      </li>
      <template v-for="line in folderLines(bank, (id) => !folded.has(id))" :key="line.folder.id">
        <li
          class="line"
          :class="{ over: over === `f${line.folder.id}` }"
          :style="{ paddingLeft: `${4 + 16 * line.level}px` }"
          @dragover="drag.hold($event, `f${line.folder.id}`, bank)"
          @dragleave="drag.leave"
          @drop.prevent="drag.drop($event, { bank: bank.id, folder: line.folder.id }, picked)"
        >
          <button
            v-if="line.hasBelow"
            class="turn"
            :aria-expanded="!folded.has(line.folder.id)"
            :aria-label="`${folded.has(line.folder.id) ? 'Unfold' : 'Fold'} ${line.folder.name}`"
            @click="fold(line.folder.id)"
          >
            {{ folded.has(line.folder.id) ? '+' : '–' }}
          </button>
          <span v-else class="turn" />
          <input
            v-if="renaming === line.folder.id"
            class="plain-input"
            v-model="typedName"
            maxlength="120"
            :aria-label="`Name of the folder ${line.folder.name}`"
            @vue:mounted="({ el }: any) => el.select()"
            @keydown.enter="rename(line.folder)"
            @keydown.esc="renaming = null"
            @blur="renaming === line.folder.id && rename(line.folder)"
          />
          <button
            v-else
            class="entry"
            :class="{
              chosen: filters.folder === line.folder.id,
              ticked: ticked.has(line.folder.id),
            }"
            :aria-pressed="filters.folder === line.folder.id"
            :draggable="bank.may === 'edit'"
            @dragstart="drag.start($event, withTicked(line.folder))"
            @click="choose(bank.id, line.folder.id)"
          >
            <span class="name">{{ line.folder.name }}</span><span class="n">{{
              tally(folderCounts.get(line.folder.id))
            }}</span>
          </button>
          <button
            v-if="bank.may === 'edit'"
            class="dots"
            :aria-label="`More about ${line.folder.name}`"
            :aria-expanded="menu === `f${line.folder.id}`"
            @click="menu = menu === `f${line.folder.id}` ? null : `f${line.folder.id}`"
          >
            ⋯
          </button>
          <span v-else class="dots" />
        </li>
        <li v-if="menu === `f${line.folder.id}`" class="menu">
          <button class="word" @click="startRename(line.folder.id, line.folder.name)">
            Rename
          </button>
          <button class="word" @click="askWhere(line.folder)">
            Move{{ ticked.has(line.folder.id) && ticked.size > 1 ? ` all ${ticked.size}` : '' }}
          </button>
          <button class="word" @click="(tick(line.folder.id), (menu = null))">
            {{ ticked.has(line.folder.id) ? 'Let go' : 'Pick for moving' }}
          </button>
          <button class="word" @click="newFolder(bank.id, line.folder.id)">
            New folder inside
          </button>
          <RouterLink :to="{ path: '/items/new', query: { bank: bank.id, folder: line.folder.id } }"
            >Write an item here</RouterLink
          >
          <button class="word" @click="remove(line.folder)">Take away</button>
        </li>
      </template>
    </template>
  </ul>
  <p class="under">
    <button class="word" @click="describe(null)">New bank</button>
    <RouterLink
      :to="{
        path: '/banks/import',
        query: { bank: filters.bank ?? undefined, folder: filters.folder ?? undefined },
      }"
      >Bring in</RouterLink
    >
    <RouterLink to="/passages">Passages</RouterLink>
    <RouterLink to="/banks/retired">Retired items</RouterLink>
  </p>
  <PlaceDialog
    v-model="askingPlace"
    :title="movingWords"
    act="Move it here"
    note="Everything in it comes along. Tests and results are not touched."
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
.line {
  display: flex;
  align-items: center;
  border-radius: var(--corner);
}
.over {
  box-shadow: inset 0 0 0 2px var(--secure);
}
.turn {
  width: 24px;
  flex: none;
  height: 30px;
  padding: 0;
  border: 0;
  background: none;
  cursor: pointer;
  color: var(--faded);
}
.entry {
  flex: 1;
  min-width: 0;
  display: flex;
  justify-content: space-between;
  gap: 8px;
  text-align: left;
  border: 0;
  background: none;
  padding: 4px 6px;
  cursor: pointer;
  border-radius: var(--corner);
  font-size: 0.93rem;
  line-height: 1.4;
}
.bank .entry {
  font-weight: 600;
}
.bank .small {
  font-weight: 400;
}
.entry:hover {
  background: var(--wash);
}
.chosen {
  background: var(--wash);
  box-shadow: inset 3px 0 var(--oak);
}
.ticked .name {
  text-decoration: underline dotted;
}
.n {
  color: var(--faded);
}
.dots {
  width: 28px;
  height: 28px;
  flex: none;
  padding: 0;
  border: 0;
  background: none;
  color: var(--faded);
  cursor: pointer;
}
.menu {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 10px;
  padding: 4px 8px 6px 26px;
  font-size: 0.88rem;
  background: var(--wash);
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
