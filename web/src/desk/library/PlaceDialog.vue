<script setup lang="ts">
/** A bank and a folder to put things into: only those that I may change. */
import { ref } from 'vue';
import { useLibrary } from './library';
import PlaceList from './PlaceList.vue';
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

whenOpened(open, () => {
  const known = library.mayChange.some(({ id }) => id === props.start.bank);
  place.value = known
    ? { ...props.start }
    : { bank: library.mayChange[0]?.id ?? null, folder: null };
});

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
    <PlaceList v-if="open" v-model="place" />
    <template #footer>
      <ElButton @click="open = false">{{ say('common.cancel') }}</ElButton>
      <ElButton type="primary" :disabled="place.bank === null" @click="finish">{{ act }}</ElButton>
    </template>
  </ElDialog>
</template>
