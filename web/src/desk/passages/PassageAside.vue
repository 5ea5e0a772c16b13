<script setup lang="ts">
/** Beside a passage: as a student sees it, and all items that ask about it. */
import { passageForSitting, type PassageContent } from '@oaken/core/passages';
import { computed, ref } from 'vue';
import PassageView from '../../parts/PassageView.vue';
import TabStrip from '../../parts/TabStrip.vue';
import { say } from '../../words/teacher';
import PassageItems from './PassageItems.vue';

const props = defineProps<{
  content: PassageContent;
  /** Null while it is not stored yet. */
  passageId: number | null;
  /** How many items ask about it. */
  items: number;
  mayEdit: boolean;
  start: 'view' | 'items';
}>();
const tab = ref(props.start);
const seeEasier = ref(false);
const tabs = computed(() => ({
  view: say('common.studentsView'),
  items: say('passages.itemsTab', { n: props.items }),
}));
const shown = computed(() => passageForSitting(props.content, seeEasier.value));
</script>

<template>
  <TabStrip v-model="tab" :tabs="tabs" :label="say('common.passage')">
    <div class="inset">
      <PassageItems
        v-if="tab === 'items' && passageId !== null"
        :passage-id="passageId"
        :may-edit="mayEdit"
      />
      <p v-else-if="tab === 'items'" class="faded">{{ say('passages.saveFirst') }}</p>
      <template v-else>
        <ElCheckbox v-if="content.easier" v-model="seeEasier" class="which">
          {{ say('passages.theEasierVersion') }}</ElCheckbox
        >
        <PassageView :passage="shown" />
      </template>
    </div>
  </TabStrip>
</template>

<style scoped>
.inset {
  padding: 18px 24px;
}
.which {
  display: block;
  margin-bottom: 10px;
}
</style>
