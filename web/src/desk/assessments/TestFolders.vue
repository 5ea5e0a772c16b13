<script setup lang="ts">
/** My folders of tests: chosen, made, renamed, moved, taken away; tests are dropped on them. */
import type { TestFolder } from '@oaken/contract/assessments';
import type { InputInstance } from 'element-plus';
import { computed, nextTick, ref } from 'vue';
import { call } from '../../client/call';
import { done, failed } from '../shared/undo';
import type { ShelfState } from './useShelf';
import SelectField from '../../parts/SelectField.vue';
import { say } from '../../words/teacher';

const props = defineProps<{ shelf: ShelfState }>();
const emit = defineEmits<{ place: [tests: number[], folder: number | null] }>();
const { filters, folders, tally } = props.shelf;

interface Line {
  folder: TestFolder;
  level: number;
}
const lines = computed<Line[]>(() => {
  const list: Line[] = [];
  const visit = (parent: number | null, level: number) => {
    for (const folder of folders.value.filter(({ parentId }) => parentId === parent)) {
      list.push({ folder, level });
      visit(folder.id, level + 1);
    }
  };
  visit(null, 0);
  return list;
});
const below = (id: number): number[] => [
  id,
  ...folders.value.filter(({ parentId }) => parentId === id).flatMap((folder) => below(folder.id)),
];

const menu = ref<number | null>(null);
const naming = ref<number | 'new' | null>(null);
const parent = ref<number | null>(null);
const typed = ref('');
const field = ref<InputInstance | InputInstance[]>();
const over = ref<number | null>(null);

async function act(what: () => Promise<unknown>): Promise<void> {
  try {
    await what();
    await Promise.all([props.shelf.loadFolders(), props.shelf.load()]);
  } catch (error) {
    failed(error);
  }
}
async function startNaming(
  id: number | 'new',
  name: string,
  inside: number | null = null,
): Promise<void> {
  [menu.value, naming.value, typed.value, parent.value] = [null, id, name, inside];
  await nextTick();
  const input = Array.isArray(field.value) ? field.value[0] : field.value;
  input?.focus();
  input?.select();
}
function finish(): void {
  const [id, name] = [naming.value, typed.value.trim()];
  naming.value = null;
  if (id === null || name === '') return;
  void act(() =>
    id === 'new'
      ? call('makeTestFolder', { body: { parent: parent.value, name } })
      : call('changeTestFolder', { params: { folderId: id }, body: { name } }),
  );
}
const moveTo = (id: number, parentId: number | null) => {
  menu.value = null;
  void act(() =>
    call('changeTestFolder', { params: { folderId: id }, body: { parent: parentId } }),
  );
};
const remove = (testFolder: TestFolder) =>
  act(async () => {
    menu.value = null;
    await call('removeTestFolder', { params: { folderId: testFolder.id } });
    if (filters.folder === testFolder.id) filters.folder = null;
    done(say('tests.nameDeletedItsTests', { name: testFolder.name }));
  });
function drop(event: DragEvent, folder: number | null): void {
  over.value = null;
  const id = Number(event.dataTransfer?.getData('application/x-oaken-test'));
  if (id) emit('place', [id], folder);
}
const isTest = (event: DragEvent) =>
  event.dataTransfer?.types.includes('application/x-oaken-test') ?? false;
</script>

<template>
  <h3>{{ say('tests.folders') }}</h3>
  <ul class="folders" :aria-label="say('tests.foldersTests')">
    <template v-for="{ folder, level } in lines" :key="folder.id">
      <li
        :class="{ over: over === folder.id }"
        :style="{ paddingInlineStart: `${14 * level}px` }"
        @dragover="isTest($event) && ($event.preventDefault(), (over = folder.id))"
        @dragleave="over = null"
        @drop.prevent="drop($event, folder.id)"
      >
        <ElInput
          v-if="naming === folder.id"
          ref="field"
          v-model="typed"
          maxlength="120"
          :aria-label="say('tests.nameFolderName', { name: folder.name })"
          @keydown.enter="finish"
          @keydown.esc="naming = null"
          @blur="finish"
        />
        <button
          v-else
          class="entry"
          :class="{ chosen: filters.folder === folder.id }"
          :aria-pressed="filters.folder === folder.id"
          @click="filters.folder = filters.folder === folder.id ? null : folder.id"
        >
          <span>{{ folder.name }}</span><span class="faded">{{
            tally('folder').get(folder.id) ?? 0
          }}</span>
        </button>
        <button
          class="dots"
          :aria-label="say('tests.moreAboutName', { name: folder.name })"
          :aria-expanded="menu === folder.id"
          @click="menu = menu === folder.id ? null : folder.id"
        >
          ⋯
        </button>
      </li>
      <li v-if="menu === folder.id" class="menu">
        <ElButton link class="word" @click="startNaming(folder.id, folder.name)">
          {{ say('tests.rename') }}
        </ElButton>
        <ElButton link class="word" @click="startNaming('new', '', folder.id)">
          {{ say('tests.newFolderInside') }}
        </ElButton>
        <ElButton link class="word" @click="remove(folder)">{{ say('tests.delete') }}</ElButton>
        <label
          >{{ say('tests.moveInto') }}
          <SelectField
            :model-value="folder.parentId"
            @update:model-value="moveTo(folder.id, $event)"
            ><ElOption :value="null" :label="say('tests.noFolderInline')" /><ElOption
              v-for="include in folders.filter(({ id }) => !below(folder.id).includes(id))"
              :key="include.id"
              :value="include.id"
              :label="include.name" /></SelectField
        ></label>
      </li>
    </template>
    <li v-if="naming === 'new'">
      <ElInput
        ref="field"
        v-model="typed"
        maxlength="120"
        :aria-label="say('tests.nameNewFolder')"
        @keydown.enter="finish"
        @keydown.esc="naming = null"
        @blur="finish"
      />
    </li>
  </ul>
  <p v-if="lines.length === 0 && naming === null" class="faded small">
    {{ say('tests.noneYetTestsCan') }}
  </p>
  <ElButton link class="word" @click="startNaming('new', '')">{{
    say('tests.newFolder')
  }}</ElButton>
</template>

<style scoped>
h3 {
  margin: 18px 0 6px;
  font-size: 0.95rem;
}
.folders {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  align-items: center;
  border-radius: var(--corner);
}
.over {
  box-shadow: inset 0 0 0 2px var(--secure);
}
.entry {
  flex: 1;
  display: flex;
  justify-content: space-between;
  border: 0;
  background: none;
  padding: 4px 6px;
  text-align: start;
  cursor: pointer;
  border-radius: var(--corner);
  font-size: 0.93rem;
}
.entry:hover {
  background: var(--wash);
}
.chosen {
  background: var(--wash);
  box-shadow: inset 3px 0 var(--oak);
}
.dots {
  width: 28px;
  height: 28px;
  border: 0;
  background: none;
  color: var(--faded);
  cursor: pointer;
}
.menu {
  flex-wrap: wrap;
  gap: 2px 10px;
  padding-block: 4px 6px;
  padding-inline: 14px 8px;
  background: var(--wash);
  font-size: 0.88rem;
}
</style>
