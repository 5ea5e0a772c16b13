<script setup lang="ts">
/** Standards and tags for many items at once: some added, and some of those that they have removed. */
import type { ItemRow } from '@oaken/contract/banks';
import { computed, ref } from 'vue';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import StandardPicker from '../library/StandardPicker.vue';
import { done } from '../shared/undo';
import { useLibrary } from '../library/library';
import { toggled } from '../../parts/toggled';
import { whenOpened } from '../../parts/whenOpened';
import { standardsOf, tagsOf, takingBack } from './labels';
import { say } from '../../words/teacher';

const open = defineModel<boolean>({ required: true });
const props = defineProps<{ items: number[] }>();
const emit = defineEmits<{ changed: [] }>();
const library = useLibrary();
const rows = ref<ItemRow[]>([]);
const addStandards = ref<number[]>([]);
const removeStandards = ref<number[]>([]);
const addTags = ref('');
const removeTags = ref<string[]>([]);
const picking = ref(false);
const { wrong, busy, act, read } = useDoing();
whenOpened(open, async () => {
  [rows.value, addStandards.value, removeStandards.value, removeTags.value] = [[], [], [], []];
  [addTags.value, wrong.value] = ['', ''];
  await read(async () => {
    rows.value = (await call('readRows', { body: { items: props.items } })).items;
  });
});
const listed = (text: string) =>
  text
    .split(',')
    .map((tag) => tag.trim().toLowerCase())
    .filter(Boolean);
const change = computed(() => ({
  addStandards: addStandards.value,
  removeStandards: removeStandards.value,
  addTags: listed(addTags.value),
  removeTags: removeTags.value,
}));
const isEmpty = computed(() => Object.values(change.value).every(({ length }) => length === 0));

async function apply(): Promise<void> {
  await act(async () => {
    const back = takingBack(change.value, rows.value);
    const { changed } = await call('labelItems', {
      body: { items: props.items, ...change.value },
    });
    done(say('banks.itemsChanged', { n: changed }), async () => {
      for (const body of back) await call('labelItems', { body });
      emit('changed');
    });
    open.value = false;
    emit('changed');
  });
}
</script>

<template>
  <ElDialog
    v-model="open"
    :title="say('banks.standardsTagsItems', { n: items.length })"
    width="560px"
  >
    <p>
      <b>{{ say('banks.addStandards') }}</b><br />
      <template v-if="addStandards.length"
        >{{ addStandards.map((id) => library.standards.get(id)?.code).join(', ') }}
      </template>
      <ElButton link class="word" @click="picking = true">
        {{ addStandards.length ? say('banks.chooseOthers') : say('banks.choose') }}
      </ElButton>
    </p>
    <fieldset v-if="standardsOf(rows).length" class="labels">
      <legend>{{ say('banks.removeStandards') }}</legend>
      <ElCheckbox
        v-for="label in standardsOf(rows)"
        :key="label.key"
        :model-value="removeStandards.includes(label.key)"
        @change="removeStandards = toggled(removeStandards, label.key)"
        >{{ say('banks.labelOfItems', { label: label.text, n: label.items.length }) }}</ElCheckbox
      >
    </fieldset>
    <label class="field"
      ><span class="label">{{ say('banks.addTags') }}</span
      ><ElInput v-model="addTags" :placeholder="say('banks.warmUpHomework')"
    /></label>
    <fieldset v-if="tagsOf(rows).length" class="labels">
      <legend>{{ say('banks.removeTags') }}</legend>
      <ElCheckbox
        v-for="label in tagsOf(rows)"
        :key="label.key"
        :model-value="removeTags.includes(label.key)"
        @change="removeTags = toggled(removeTags, label.key)"
        >{{ say('banks.labelOfItems', { label: label.text, n: label.items.length }) }}</ElCheckbox
      >
    </fieldset>
    <p class="faded small">{{ say('banks.eachItemGetsNew') }}</p>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <template #footer>
      <ElButton @click="open = false">{{ say('common.cancel') }}</ElButton>
      <ElButton type="primary" :loading="busy" :disabled="isEmpty" @click="apply">{{
        say('banks.saveChanges')
      }}</ElButton>
    </template>
  </ElDialog>
  <StandardPicker v-model="picking" :chosen="addStandards" @done="addStandards = $event" />
</template>

<style scoped>
.labels {
  display: flex;
  flex-wrap: wrap;
  gap: 0 16px;
  border: 0;
  margin: 0 0 12px;
  padding: 0;
  max-height: 160px;
  overflow: auto;
}
.labels legend {
  font-weight: 600;
}
.labels :deep(.el-checkbox) {
  margin-inline-end: 0;
}
</style>
