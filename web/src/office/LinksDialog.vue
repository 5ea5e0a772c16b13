<script setup lang="ts">
/** One-time links, shown this once: to copy, or to print and hand out. */
import type { PersonalLink } from '@oaken/contract/accounts';
import { computed } from 'vue';
import { done, failed } from '../desk/shared/undo';
import { useWords } from '../desk/shared/words';
import { say } from '../words/teacher';

const props = defineProps<{ links: PersonalLink[] }>();
const emit = defineEmits<{ close: [] }>();
const words = useWords();
const open = computed({ get: () => props.links.length > 0, set: () => emit('close') });
const asText = computed(() =>
  props.links
    .map(({ name, signInName, link }) => say('office.nameSignInName', { name, signInName, link }))
    .join('\n'),
);

async function copy(): Promise<void> {
  try {
    await navigator.clipboard.writeText(asText.value);
    done(say('office.linksCopied', { n: props.links.length }));
  } catch (error) {
    failed(error);
  }
}
</script>

<template>
  <ElDialog v-model="open" :title="say('office.signInLinks', { n: links.length })" width="720px">
    <p>
      {{ say('office.giveEachPersonTheir', { value: links[0] ? words.time(links[0].until) : '' }) }}
      <b>{{ say('office.itNotShownAgain') }}</b>{{ say('office.youCanAlwaysMake') }}
    </p>
    <ElTable :data="links" row-key="id" max-height="360">
      <ElTableColumn :label="say('common.name')" prop="name" min-width="140" />
      <ElTableColumn :label="say('office.signInName')" prop="signInName" min-width="120" />
      <ElTableColumn :label="say('office.link')" min-width="300">
        <template #default="{ row }">
          <code class="link">{{ row.link }}</code>
        </template>
      </ElTableColumn>
    </ElTable>
    <template #footer>
      <ElButton @click="open = false">{{ say('common.close') }}</ElButton>
      <ElButton type="primary" @click="copy">{{ say('common.copy') }}</ElButton>
    </template>
  </ElDialog>
</template>

<style scoped>
.link {
  overflow-wrap: anywhere;
  font-size: 0.85em;
}
</style>
