<script setup lang="ts">
/** Looks where items are used, before something is done with them. */
import type { AnswerOf, api } from '@oaken/contract';
import { count } from '@oaken/core/text';
import { onMounted, ref } from 'vue';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import UsesList from '../items/UsesList.vue';

const props = defineProps<{ items: number[] }>();
const emit = defineEmits<{ known: [] }>();
const used = ref<AnswerOf<typeof api.readUses> | null>(null);
const { wrong, read } = useDoing();
onMounted(async () => {
  await read(async () => {
    used.value = await call('readUses', { body: { items: props.items } });
    emit('known');
  });
});
</script>

<template>
  <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
  <p v-else-if="!used" class="faded">
    Looking where {{ items.length === 1 ? 'it is' : 'they are' }} used …
  </p>
  <template v-else>
    <p v-if="used.uses.length + used.hiddenUses">
      <b>Used in {{ count(used.uses.length + used.hiddenUses, 'test') }}</b>
    </p>
    <UsesList :uses="used.uses" :hidden="used.hiddenUses" :of="items.length" />
  </template>
</template>
