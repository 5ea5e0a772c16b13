<script setup lang="ts">
/** A bank and a folder to put things into: only those that I may change. */
import { computed, ref } from 'vue';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import { folderLines, useLibrary } from './library';
import { whenOpened } from '../../parts/whenOpened';
import { say } from '../../words/teacher';

export interface Place {
  bank: number;
  folder: number | null;
}

const open = defineModel<boolean>({ required: true });
const props = defineProps<{
  title: string;
  act: string;
  start: { bank: number | null; folder: number | null };
  note?: string;
}>();
const emit = defineEmits<{ done: [place: Place] }>();
const library = useLibrary();
const place = ref<{ bank: number | null; folder: number | null }>({ bank: null, folder: null });
const newName = ref('');
const { wrong, act: attempt } = useDoing();

whenOpened(open, () => {
  const known = library.mayChange.some(({ id }) => id === props.start.bank);
  place.value = known
    ? { ...props.start }
    : { bank: library.mayChange[0]?.id ?? null, folder: null };
  wrong.value = '';
});
const isHere = (bank: number, folder: number | null) =>
  place.value.bank === bank && place.value.folder === folder;
const parentName = computed(() =>
  place.value.folder === null ? say('banks.theBank') : library.folderName(place.value.folder),
);

async function makeFolder(): Promise<void> {
  const { bank } = place.value;
  if (newName.value.trim() === '' || bank === null) return;
  await attempt(async () => {
    const { id } = await call('makeFolder', {
      body: { bank, parent: place.value.folder, name: newName.value },
    });
    await library.loadBanks();
    place.value.folder = id;
    newName.value = '';
  });
}
function finish(): void {
  if (place.value.bank === null) return;
  emit('done', { bank: place.value.bank, folder: place.value.folder });
  open.value = false;
}
</script>

<template>
  <ElDialog v-model="open" :title="title" width="520px" append-to-body>
    <p v-if="note" class="faded">{{ note }}</p>
    <slot v-if="open" />
    <ul class="places" :aria-label="say('banks.banksFolders')">
      <template v-for="bank in library.mayChange" :key="bank.id">
        <li>
          <ElRadio
            name="place"
            :model-value="isHere(bank.id, null)"
            :value="true"
            @change="place = { bank: bank.id, folder: null }"
          >
            <b>{{ bank.name }}</b></ElRadio
          >
        </li>
        <li
          v-for="line in folderLines(bank)"
          :key="line.folder.id"
          :style="{ paddingInlineStart: `${22 + 18 * line.level}px` }"
        >
          <ElRadio
            name="place"
            :model-value="isHere(bank.id, line.folder.id)"
            :value="true"
            @change="place = { bank: bank.id, folder: line.folder.id }"
          >
            {{ line.folder.name }}</ElRadio
          >
        </li>
      </template>
    </ul>
    <form class="new" @submit.prevent="makeFolder">
      <ElInput
        v-model="newName"
        maxlength="120"
        :placeholder="say('banks.newFolderInParent', { parentName })"
        :aria-label="say('banks.nameNewFolderIn', { parentName })"
      />
      <ElButton native-type="submit" :disabled="newName.trim() === ''">{{
        say('banks.makeFolder')
      }}</ElButton>
    </form>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <template #footer>
      <ElButton @click="open = false">{{ say('common.cancel') }}</ElButton>
      <ElButton type="primary" :disabled="place.bank === null" @click="finish">{{ act }}</ElButton>
    </template>
  </ElDialog>
</template>

<style scoped>
.places {
  list-style: none;
  margin: 0 0 12px;
  padding: 4px 0;
  max-height: 320px;
  overflow: auto;
  border-block: var(--line);
}
.places li {
  padding: 3px 0;
}
.new {
  display: flex;
  gap: 8px;
}
</style>
