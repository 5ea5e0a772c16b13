<script setup lang="ts">
/** Standards and tags for many items at once. */
import { computed, ref } from 'vue';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import StandardPicker from '../library/StandardPicker.vue';
import { done } from '../shared/undo';
import { useLibrary } from '../library/library';
import { whenOpened } from '../../parts/whenOpened';
import { say } from '../../words/teacher';

const open = defineModel<boolean>({ required: true });
const props = defineProps<{ items: number[] }>();
const emit = defineEmits<{ changed: [] }>();
const library = useLibrary();
const standards = ref<number[]>([]);
const addTags = ref('');
const removeTags = ref('');
const picking = ref(false);
const { wrong, busy, act } = useDoing();
whenOpened(
  open,
  () => ([standards.value, addTags.value, removeTags.value, wrong.value] = [[], '', '', '']),
);
const listed = (text: string) =>
  text
    .split(',')
    .map((tag) => tag.trim())
    .filter(Boolean);
const nothing = computed(
  () =>
    standards.value.length + listed(addTags.value).length + listed(removeTags.value).length === 0,
);

async function apply(): Promise<void> {
  const change = {
    addStandards: standards.value,
    addTags: listed(addTags.value),
    removeTags: listed(removeTags.value),
    removeStandards: [] as number[],
  };
  await act(async () => {
    const { changed } = await call('labelItems', { body: { items: props.items, ...change } });
    const back = {
      addStandards: [],
      removeStandards: change.addStandards,
      addTags: change.removeTags,
      removeTags: change.addTags,
    };
    done(say('banks.itemsChanged', { n: changed }), async () => {
      await call('labelItems', { body: { items: props.items, ...back } });
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
    width="520px"
  >
    <p>
      <b>{{ say('banks.addStandards') }}</b><br />
      <template v-if="standards.length"
        >{{ standards.map((id) => library.standards.get(id)?.code).join(', ') }}
      </template>
      <ElButton link class="word" @click="picking = true">
        {{ standards.length ? say('banks.chooseOthers') : say('banks.choose') }}
      </ElButton>
    </p>
    <label class="field"
      ><span class="label">{{ say('banks.addTags') }}</span
      ><ElInput v-model="addTags" :placeholder="say('banks.warmUpHomework')"
    /></label>
    <label class="field"
      ><span class="label">{{ say('banks.removeTags') }}</span
      ><ElInput v-model="removeTags"
    /></label>
    <p class="faded small">{{ say('banks.eachItemGetsNew') }}</p>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <template #footer>
      <ElButton @click="open = false">{{ say('common.cancel') }}</ElButton>
      <ElButton type="primary" :loading="busy" :disabled="nothing" @click="apply">{{
        say('banks.saveChanges')
      }}</ElButton>
    </template>
  </ElDialog>
  <StandardPicker v-model="picking" :chosen="standards" @done="standards = $event" />
</template>
