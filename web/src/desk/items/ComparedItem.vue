<script setup lang="ts">
/** An earlier revision, or the source as it is now, beside the wording in hand. */
import type { ItemRow } from '@oaken/contract/banks';
import type { ItemContent } from '@oaken/core/items';
import { computed } from 'vue';
import CompareTexts from '../compare/CompareTexts.vue';
import { linesOfItem } from '../compare/wordDiff';
import type { Compared } from './compared';
import { say } from '../../words/teacher';

const props = defineProps<{ compared: Compared; content: ItemContent; mayEdit: boolean }>();
const emit = defineEmits<{ take: [item: ItemRow]; close: [] }>();

/** What is older stands first: a revision before what is written now, mine before the source. */
const sides = computed(() => {
  const { item, name, isSource } = props.compared;
  const now = {
    lines: linesOfItem(props.content),
    name: isSource ? say('items.mine') : say('items.now'),
  };
  const compared = { lines: linesOfItem(item.content), name };
  return isSource ? { before: now, after: compared } : { before: compared, after: now };
});
</script>

<template>
  <section class="compared">
    <h3>
      {{
        compared.isSource
          ? say('items.theSourceMine')
          : say('items.currentName', { name: compared.name })
      }}
    </h3>
    <CompareTexts
      :before="sides.before.lines"
      :after="sides.after.lines"
      :before-name="sides.before.name"
      :after-name="sides.after.name"
    />
    <ElButton v-if="mayEdit" type="primary" @click="emit('take', compared.item)">{{
      compared.isSource ? say('items.useThisVersion') : say('items.restoreThisVersion')
    }}</ElButton>
    <ElButton @click="emit('close')">{{ say('common.close') }}</ElButton>
  </section>
</template>

<style scoped>
.compared {
  margin-top: 20px;
  padding-top: 12px;
  border-top: 3px double var(--rule-strong);
}
</style>
