<script setup lang="ts">
/** The key of an item after the test: which choices are right, or the whole key with its rule; and what it is worth. */
import type { ItemResult } from '@oaken/contract/results';
import { kindOf, type Part } from '@oaken/core/items';
import { computed, ref } from 'vue';
import PartEditor from '../items/PartEditor.vue';
import { say } from '../../words/teacher';

const points = defineModel<string>('points', { required: true });
const props = defineProps<{
  parts: Part[];
  /** What students chose. */
  taken: ItemResult['options'];
}>();
const emit = defineEmits<{ part: [index: number, part: Part] }>();
/** The whole key is shown, and not only which choices are right. */
const whole = ref(false);

/** The first part whose key is a set of its choices, which can be ticked at once. */
const choices = computed(() => {
  const index = props.parts.findIndex((part) => kindOf(part).markRight);
  const part = props.parts[index];
  const markRight = part && kindOf(part).markRight;
  if (!markRight) return null;
  const withChoice = (id: string, right: boolean) => markRight(part, id, right);
  return { index, options: kindOf(part).options?.(part) ?? [], with: withChoice };
});
const takenBy = computed(() => new Map(props.taken.map(({ id, n }) => [id, n])));
</script>

<template>
  <fieldset v-if="choices && !whole" class="choices">
    <legend>{{ say('rescoring.right') }}</legend>
    <ElCheckbox
      v-for="choice in choices.options"
      :key="choice.id"
      :model-value="choice.right"
      @change="emit('part', choices.index, choices.with(choice.id, !choice.right))"
    >
      {{ choice.label }}
      <span class="faded small">{{
        say('common.studentsCounted', { n: takenBy.get(choice.id) ?? 0 })
      }}</span>
    </ElCheckbox>
  </fieldset>
  <template v-else>
    <p class="faded small">{{ say('rescoring.changeOnlyWhatCounts') }}</p>
    <PartEditor
      v-for="(part, index) in parts"
      :key="part.id"
      :model-value="part"
      :problems="[]"
      :at="index"
      :earlier="parts.slice(0, index)"
      :several="parts.length > 1"
      @update:model-value="emit('part', index, $event)"
    />
  </template>
  <p v-if="choices">
    <ElButton link class="word" @click="whole = !whole">
      {{ whole ? say('rescoring.onlyWhichChoicesRight') : say('rescoring.theWholeKeyIts') }}
    </ElButton>
  </p>
  <label class="field">
    <span class="label">{{ say('rescoring.worthInPoints') }}</span>
    <ElInput v-model="points" class="few" inputmode="decimal" autocomplete="off" />
  </label>
</template>

<style scoped>
.few {
  width: 110px;
}
</style>
