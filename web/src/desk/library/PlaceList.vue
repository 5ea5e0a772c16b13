<script setup lang="ts">
/** The banks that I may change with their folders, to choose a place from; a folder can be made on the way. */
import { computed, ref } from 'vue';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import { folderLines, useLibrary } from './library';
import { say } from '../../words/teacher';

const place = defineModel<{ bank: number | null; folder: number | null }>({ required: true });
const library = useLibrary();
const newName = ref('');
const { wrong, act: attempt } = useDoing();

const isHere = (bank: number, folder: number | null) =>
  place.value.bank === bank && place.value.folder === folder;
const parentName = computed(() =>
  place.value.folder === null ? say('banks.theBank') : library.folderName(place.value.folder),
);

async function makeFolder(): Promise<void> {
  const { bank, folder: parent } = place.value;
  if (newName.value.trim() === '' || bank === null) return;
  await attempt(async () => {
    const { id } = await call('makeFolder', { body: { bank, parent, name: newName.value } });
    await library.loadBanks();
    place.value = { bank, folder: id };
    newName.value = '';
  });
}
</script>

<template>
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
