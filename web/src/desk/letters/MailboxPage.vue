<script setup lang="ts">
/** The simulated mailbox: what the mail service of the demonstration took, to me and to my students. */
import type { AnswerOf, api } from '@oaken/contract';
import { onMounted, onUnmounted, ref } from 'vue';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import EmptyNote from '../../parts/EmptyNote.vue';
import PageHead from '../../parts/PageHead.vue';
import { useWords } from '../shared/words';

const words = useWords();
const box = ref<AnswerOf<typeof api.readMailbox> | null>(null);
const { wrong, read } = useDoing();
async function load(): Promise<void> {
  await read(async () => {
    box.value = await call('readMailbox', {});
  });
}
onMounted(load);
const timer = setInterval(load, 3_000);
onUnmounted(() => clearInterval(timer));
</script>

<template>
  <PageHead title="Mailbox" where="Simulated: no letter leaves this machine" />
  <div class="one-sheet">
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <EmptyNote v-if="box && !box.there" title="There is no simulated mailbox here."
      >Letters go to real mailboxes by the school’s own mail service.</EmptyNote
    >
    <EmptyNote v-else-if="box?.letters.length === 0" title="Nothing has come yet."
      >Give a test and tick “write to them”; the letters arrive here within seconds.</EmptyNote
    >
    <details v-for="(letter, index) in box?.letters" :key="`${letter.at}${letter.to}${index}`">
      <summary>
        <b>{{ letter.subject }}</b>
        <span class="faded">to {{ letter.to }}, {{ words.time(letter.at) }}</span>
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
