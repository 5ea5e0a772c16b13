<script setup lang="ts">
/** The axis, the categories, and how high each has to stand: set on the plot, or typed. */
import { amountOf, kindOf, type Plot, type SittingPlot } from '@oaken/core/items';
import { computed } from 'vue';
import { under, type Problem } from '../../parts/problems';
import CommitInput from '../../parts/CommitInput.vue';
import SelectField from '../../parts/SelectField.vue';
import { plain } from '../../desk/shared/keptText';
import AxisEditor from '../board/AxisEditor.vue';
import LinesEditor from '../lines/LinesEditor.vue';
import PlotAnswer from './PlotAnswer.vue';
import { say } from '../../words/teacher';

const part = defineModel<Plot>({ required: true });
const props = defineProps<{ problems: Problem[] }>();

type Category = Plot['categories'][number];
const change = (plot: Partial<Plot>) => (part.value = { ...part.value, ...plot });
const setCategory = (id: string, category: Partial<Category>) =>
  change({
    categories: part.value.categories.map((old) => (old.id === id ? { ...old, ...category } : old)),
  });
/** New ones stand at the foot of the axis. */
const setLines = (lines: { id: string; text: string }[]) =>
  change({
    categories: lines.map((line) => ({ value: part.value.axis.from, ...line })),
  });
/** The plot as one sees it whose bars are all still to be set. */
const sitting = computed(() => {
  const shown = kindOf(part.value).forSitting(plain(part.value)) as SittingPlot;
  return { ...shown, categories: shown.categories.map(({ id, text }) => ({ id, text })) };
});
const values = computed(() =>
  Object.fromEntries(part.value.categories.map(({ id, value }) => [id, value])),
);
const isPlain = computed(() =>
  [part.value.axis.from, part.value.axis.to, part.value.axis.step].every(
    (text) => amountOf(text) !== null,
  ),
);
function setValues(set: Record<string, string>): void {
  change({
    categories: part.value.categories.map((category) => ({
      ...category,
      value: set[category.id] ?? category.value,
    })),
  });
}
const general = computed(() =>
  props.problems.filter(({ pointer }) => /^\/(axis|label|style|categories$)/.test(pointer)),
);
</script>

<template>
  <div class="settings">
    <label
      ><span class="label">{{ say('kinds.plotStyle') }}</span
      ><SelectField :model-value="part.style" @update:model-value="change({ style: $event })"
        ><ElOption value="bars" :label="say('kinds.bars')" /><ElOption
          value="dots"
          :label="say('kinds.dots')" /></SelectField
    ></label>
    <label
      ><span class="label">{{ say('kinds.whatNumbersAreOf') }}</span
      ><ElInput
        :model-value="part.label"
        maxlength="60"
        :placeholder="say('kinds.visitors')"
        @input="change({ label: $event })"
    /></label>
  </div>
  <AxisEditor
    :model-value="part.axis"
    :name="say('kinds.axis')"
    @update:model-value="change({ axis: $event })"
  />
  <h3>{{ say('kinds.categories') }}</h3>
  <LinesEditor
    :model-value="part.categories"
    :what="say('kinds.category')"
    :least="2"
    :maximum="12"
    :problems="under(problems, '/categories')"
    @update:model-value="setLines"
  >
    <template #more="{ line, at }">
      <span class="typed">
        <CommitInput
          class="amount"
          :model-value="(line as Category).value"
          maxlength="40"
          :aria-label="say('kinds.heightOf', { number: at + 1 })"
          @change="setCategory(line.id, { value: $event.trim() })"
        />
        <ElCheckbox
          class="small"
          :model-value="(line as Category).isGiven ?? false"
          @change="setCategory(line.id, { isGiven: ($event as boolean) || undefined })"
          >{{ say('kinds.standsThere') }}</ElCheckbox
        >
      </span>
    </template>
  </LinesEditor>
  <h3>{{ say('kinds.whatRight') }}</h3>
  <PlotAnswer
    v-if="isPlain"
    :part="sitting"
    :response="values"
    :name="`key-${part.id}`"
    @answer="setValues"
  />
  <p v-for="problem in general" :key="problem.pointer + problem.message" class="wrong">
    {{ problem.message }}
  </p>
</template>

<style scoped src="../board/editor.css"></style>
