<script setup lang="ts">
/** The simulated mailbox: what the mail service of the demonstration took, to me and to my students. */
import type { AnswerOf, api } from '@oaken/contract';
import { onMounted, ref } from 'vue';
import { useDoing } from '../../client/useDoing';
import { useRefresh } from '../../client/useRefresh';
import { call } from '../../client/call';
import EmptyNote from '../../parts/EmptyNote.vue';
import PageHead from '../shared/PageHead.vue';
import { useWords } from '../shared/words';
import { say } from '../../words/teacher';

const words = useWords();
const box = ref<AnswerOf<typeof api.readMailbox> | null>(null);
const { wrong, read } = useDoing();
async function load(): Promise<void> {
  await read(async () => {
    box.value = await call('readMailbox', {});
  });
}
onMounted(load);
useRefresh(load, 3_000);
</script>

<template>
  <PageHead :title="say('accounts.mailbox')" :where="say('accounts.simulatedNoLetterLeaves')" />
  <div class="one-sheet">
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <EmptyNote v-if="box && !box.there" :title="say('accounts.thereNoSimulatedMailbox')">{{
      say('accounts.lettersGoRealMailboxes')
    }}</EmptyNote>
    <EmptyNote v-else-if="box?.letters.length === 0" :title="say('accounts.nothingHasComeYet')">{{
      say('accounts.giveTestTickWrite')
    }}</EmptyNote>
    <details v-for="(letter, index) in box?.letters" :key="`${letter.at}${letter.to}${index}`">
      <summary>
        <b>{{ letter.subject }}</b>
        <span class="faded">{{
          say('accounts.toAt', { to: letter.to, at: words.time(letter.at) })
        }}</span>
      </summary>
      <p class="text">{{ letter.text }}</p>
    </details>
  </div>
</template>

<style scoped>
details {
  border-bottom: var(--line);
  padding: 8px 0;
}
summary {
  cursor: pointer;
}
.text {
  white-space: pre-line;
  padding: 8px 16px;
  max-width: 680px;
}
</style>
