<script setup lang="ts">
/** One-time links, shown this once: to copy, or to print and hand out. */
import type { PersonalLink } from '@oaken/contract/accounts';
import { computed } from 'vue';
import { done, failed } from '../desk/shared/undo';
import { useWords } from '../desk/shared/words';

const props = defineProps<{ links: PersonalLink[] }>();
const emit = defineEmits<{ close: [] }>();
const words = useWords();
const open = computed({ get: () => props.links.length > 0, set: () => emit('close') });
const asText = computed(() =>
  props.links
    .map(({ name, signInName, link }) => `${name} (sign-in name ${signInName}): ${link}`)
    .join('\n'),
);

async function copy(): Promise<void> {
  try {
    await navigator.clipboard.writeText(asText.value);
    done(props.links.length === 1 ? 'Link copied.' : `${props.links.length} links copied.`);
  } catch (error) {
    failed(error);
  }
}
</script>

<template>
  <ElDialog
    v-model="open"
    :title="links.length === 1 ? 'Sign-in link' : `${links.length} sign-in links`"
    width="720px"
  >
    <p>
      Give each person their own link. It works once, until
      {{ links[0] ? words.time(links[0].until) : '' }}, and lets them choose a password.
      <b>It is not shown again</b>; you can always make another.
    </p>
    <ElTable :data="links" row-key="id" max-height="360">
      <ElTableColumn label="Name" prop="name" min-width="140" />
      <ElTableColumn label="Sign-in name" prop="signInName" min-width="120" />
      <ElTableColumn label="Link" min-width="300">
        <template #default="{ row }">
          <code class="link">{{ row.link }}</code>
        </template>
      </ElTableColumn>
    </ElTable>
    <template #footer>
      <ElButton @click="open = false">Close</ElButton>
      <ElButton type="primary" @click="copy">Copy</ElButton>
    </template>
  </ElDialog>
</template>

<style scoped>
.link {
  overflow-wrap: anywhere;
  font-size: 0.85em;
}
</style>
