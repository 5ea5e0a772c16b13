<script setup lang="ts">
/** Everything that waits for my mark in one place, and what is done. */
import type { AnswerOf, api } from '@oaken/contract';
import { computed, onMounted, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { call } from '../../client/call';
import { useDoing } from '../../client/useDoing';
import EmptyNote from '../../parts/EmptyNote.vue';
import TabStrip from '../../parts/TabStrip.vue';
import LoadingLines from '../shared/LoadingLines.vue';
import PageHead from '../shared/PageHead.vue';
import MarkedList from './MarkedList.vue';
import ToMark from './ToMark.vue';
import { say } from '../../words/teacher';

const route = useRoute();
const router = useRouter();
const list = ref<AnswerOf<typeof api.listMarking> | null>(null);
const { wrong, read } = useDoing();
onMounted(() =>
  read(async () => {
    list.value = await call('listMarking', {});
  }),
);
const tabs = { todo: say('marking.toDo'), done: say('marking.done') };
const tab = computed<keyof typeof tabs>({
  get: () => (route.query.show === 'done' ? 'done' : 'todo'),
  set: (show) => void router.replace({ query: show === 'done' ? { show } : {} }),
});
const nothing = computed(
  () =>
    list.value !== null &&
    list.value.waiting.length + list.value.seconds.length + list.value.unknown.length === 0,
);
</script>

<template>
  <PageHead :title="say('marking.marking')" :where="say('marking.responsesMark')" />
  <TabStrip v-model="tab" :tabs="tabs" :label="say('marking.marking')">
    <div class="lists" tabindex="0" role="region" :aria-label="tabs[tab]">
      <MarkedList v-if="tab === 'done'" />
      <template v-else>
        <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
        <LoadingLines v-if="!list && !wrong" />
        <EmptyNote v-if="nothing" :title="say('marking.nothingMark')">{{
          say('marking.textsDrawingsPhotosAppear')
        }}</EmptyNote>
        <ToMark v-else-if="list" :list="list" />
      </template>
    </div>
  </TabStrip>
</template>

<style scoped>
.lists {
  flex: 1;
  overflow: auto;
  padding: 6px 24px 24px;
  background: var(--sheet);
}
</style>
