<script setup lang="ts">
/** Looks where items are used, before something is done with them. */
import type { AnswerOf, api } from '@oaken/contract';
import { onMounted, ref } from 'vue';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import UsesList from '../items/UsesList.vue';
import { say } from '../../words/teacher';

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
    {{ say('banks.lookingWhereTheyUsed', { n: items.length }) }}
  </p>
  <template v-else>
    <p v-if="used.uses.length + used.hiddenUses">
      <b>{{ say('banks.usedInTests', { n: used.uses.length + used.hiddenUses }) }}</b>
    </p>
    <UsesList :uses="used.uses" :hidden="used.hiddenUses" :of="items.length" />
  </template>
</template>
