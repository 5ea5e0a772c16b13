<script setup lang="ts" generic="Value extends string | number | boolean | null | undefined">
/**
 * The toolkit's select, with what it lacks: "none" (`null` or `''`) is a choice like the others, the field
 * is as wide as its longest choice, and a screen reader hears what is chosen, since the toolkit's own text
 * box stays empty. The slot lists the choices as `ElOption`s with a value and a label.
 */
import { computed, Fragment, onMounted, useId, useSlots, useTemplateRef, type VNode } from 'vue';

defineOptions({ inheritAttrs: false });
const chosen = defineModel<Value>({ required: true });

const slots = useSlots();
const id = useId();
/** Stands for null, which the toolkit takes for "not chosen yet". */
const none = '\u0000';
/** More choices than this are found by typing rather than by looking. */
const manyChoices = 12;

function choicesIn(nodes: VNode[]): VNode[] {
  return nodes.flatMap((node) => {
    if (node.type === Fragment && Array.isArray(node.children))
      return choicesIn(node.children as VNode[]);
    return node.props && 'value' in node.props ? [node] : [];
  });
}
/** Read anew at each render: a slot inside a list knows its line only then. */
const choices = () =>
  choicesIn((slots.default?.() ?? []) as VNode[]).map(({ props }) => ({
    value: (props?.value ?? none) as string | number | boolean,
    label: String(props?.label ?? props?.value),
    disabled: props !== null && 'disabled' in props && props.disabled !== false,
  }));
const model = computed({
  get: () => chosen.value ?? none,
  set: (value) => (chosen.value = (value === none ? null : value) as Value),
});
/** The toolkit hands attributes to its frame, but the text box inside is what a screen reader stops at. */
const frame = useTemplateRef('frame');
onMounted(() => frame.value?.querySelector('input')?.setAttribute('aria-describedby', id));
const longest = () => Math.max(4, ...choices().map(({ label }) => label.length));
const chosenLabel = () => choices().find(({ value }) => value === model.value)?.label;
</script>

<template>
  <span ref="frame" class="select-field" :class="$attrs.class" :style="{ '--longest': longest() }">
    <ElSelect
      v-bind="{ ...$attrs, class: undefined }"
      v-model="model"
      :empty-values="[undefined]"
      :filterable="choices().length > manyChoices"
      :fallback-placements="['bottom-start', 'top-start']"
      :show-arrow="false"
      :persistent="false"
    >
      <!-- The choices are there only while they are shown: many selects make a page heavy. -->
      <ElOption v-for="choice in choices()" :key="String(choice.value)" v-bind="choice" />
    </ElSelect>
    <span :id="id" hidden>{{ chosenLabel() }}</span>
  </span>
</template>

<style scoped>
.select-field {
  display: inline-block;
  position: relative;
  width: calc(var(--longest) * 1ch + 48px);
  max-width: 100%;
  vertical-align: middle;
}
</style>
