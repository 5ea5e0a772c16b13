<script setup lang="ts">
/** Items that could come next, on the standards of what is asked now; looked for once answers are closed. */
import type { AnswerOf, api } from '@oaken/contract';
import { ref, watch } from 'vue';
import { call } from '../../client/call';
import { say } from '../../words/teacher';

const props = defineProps<{ roundId: number; asking: string; busy: boolean }>();
const emit = defineEmits<{ add: [itemId: number] }>();
const items = ref<AnswerOf<typeof api.suggestNext>['items'] | null>(null);
watch(
  () => props.asking,
  async () => {
    items.value = null;
    // Without suggestions the round goes on as well.
    const told = await call('suggestNext', { params: { roundId: props.roundId } }).catch(
      () => null,
    );
    items.value = told?.items ?? null;
  },
  { immediate: true },
);
</script>

<template>
  <section v-if="items?.length">
    <h3>{{ say('rounds.suggested') }}</h3>
    <ul>
      <li v-for="item in items" :key="item.id">
        <span
          >{{ item.stem }}
          <span class="faded small"
            >{{ item.standards.join(', ') }}
            <template v-if="item.misconception">{{
              say('rounds.sameMisconception', { misconception: item.misconception })
            }}</template></span
          ></span
        >
        <ElButton size="small" :disabled="busy" @click="emit('add', item.id)">{{
          say('rounds.addQuestion')
        }}</ElButton>
      </li>
    </ul>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  gap: 12px;
  align-items: center;
  justify-content: space-between;
  padding: 6px 0;
  border-bottom: var(--line);
}
</style>
