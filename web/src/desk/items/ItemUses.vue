<script setup lang="ts">
/** Where an item is used, what was copied from it, and what it was copied from. */
import type { OpenItem } from './useItem';
import { sourceWords } from '../shared/sourceWords';
import UsesList from './UsesList.vue';
import { say } from '../../words/teacher';

defineProps<{ opened: OpenItem | null }>();
</script>

<template>
  <UsesList :uses="opened?.uses ?? []" :hidden="opened?.hiddenUses ?? 0" />
  <template v-if="opened?.copies.length">
    <h3>{{ say('items.copies') }}</h3>
    <ul>
      <li v-for="copy in opened.copies" :key="copy.itemId">
        <RouterLink :to="`/items/${copy.itemId}`">{{
          say('items.inBank', { bank: copy.bank })
        }}</RouterLink>
        <span class="faded">{{ say('items.byBy', { by: copy.by }) }}</span>
      </li>
    </ul>
  </template>
  <p v-if="opened?.source" class="faded">
    {{ say('items.copiedFrom') }}
    <RouterLink :to="`/items/${opened.source.itemId}`">{{ opened.source.bank }}</RouterLink>.
  </p>
  <p v-if="opened?.sourceTest" class="faded">{{ sourceWords(opened.sourceTest) }}</p>
</template>
