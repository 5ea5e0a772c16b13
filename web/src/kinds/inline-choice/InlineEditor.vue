<script setup lang="ts">
/** A text with gaps, and the choices of each gap in the order in which the gaps stand. */
import { elementAt } from '@oaken/core/certain';
import { freshId, type InlineChoice } from '@oaken/core/items';
import { marked } from '@oaken/core/text';
import { computed } from 'vue';
import { under, type Problem } from '../../parts/problems';
import RichField from '../../rich/RichField.vue';
import { toggled } from '../../parts/toggled';
import { say } from '../../words/teacher';

const part = defineModel<InlineChoice>({ required: true });
const props = defineProps<{ problems: Problem[] }>();
type Gap = InlineChoice['gaps'][number];

const change = (inlineChoice: Partial<InlineChoice>) =>
  (part.value = { ...part.value, ...inlineChoice });
/** Gaps follow the text: a new one brings two empty choices, one that was deleted takes its choices with it. */
function setText(text: string): void {
  const ids = [...new Set(marked(text, 'data-gap').map(({ id }) => id))];
  const gaps = ids.map(
    (id) =>
      part.value.gaps.find((gap) => gap.id === id) ?? {
        id,
        choices: [
          { id: 'a', text: '' },
          { id: 'b', text: '' },
        ],
        key: ['a'],
      },
  );
  change({ text, gaps });
}
const setGap = (index: number, edit: Partial<Gap>) =>
  change({ gaps: part.value.gaps.map((gap, n) => (n === index ? { ...gap, ...edit } : gap)) });
const setChoice = (index: number, id: string, text: string) =>
  setGap(index, {
    choices: elementAt(part.value.gaps, index).choices.map((choice) =>
      choice.id === id ? { id, text } : choice,
    ),
  });
function toggle(index: number, id: string): void {
  const { key } = elementAt(part.value.gaps, index);
  setGap(index, { key: toggled(key, id) });
}
const add = (index: number) =>
  setGap(index, {
    choices: [
      ...elementAt(part.value.gaps, index).choices,
      { id: freshId(elementAt(part.value.gaps, index).choices.map(({ id }) => id)), text: '' },
    ],
  });
const remove = (index: number, id: string) =>
  setGap(index, {
    choices: elementAt(part.value.gaps, index).choices.filter((choice) => choice.id !== id),
    key: elementAt(part.value.gaps, index).key.filter((text) => text !== id),
  });
const textProblems = computed(() => [
  ...under(props.problems, '/text'),
  ...props.problems.filter(({ pointer }) => pointer === '/gaps'),
]);
</script>

<template>
  <p class="faded small">{{ say('kinds.writeTextPutGap') }}</p>
  <RichField
    :model-value="part.text"
    :label="say('kinds.textWithGaps')"
    places="gaps"
    :invalid="textProblems.length > 0"
    @update:model-value="setText"
  />
  <p v-for="problem in textProblems" :key="problem.message" class="wrong">{{ problem.message }}</p>
  <fieldset v-for="(gap, index) in part.gaps" :key="gap.id" class="gap">
    <legend>{{ say('kinds.gapId', { id: gap.id }) }}</legend>
    <div v-for="(choice, n) in gap.choices" :key="choice.id" class="choice">
      <ElCheckbox :model-value="gap.key.includes(choice.id)" @change="toggle(index, choice.id)"
        ><span class="unseen">{{
          say('kinds.choiceNumberGapNumber', { number: n + 1, number2: index + 1 })
        }}</span></ElCheckbox
      >
      <ElInput
        :model-value="choice.text"
        maxlength="200"
        :aria-label="say('kinds.choiceNumberGapNumber22', { number: n + 1, number2: index + 1 })"
        @input="setChoice(index, choice.id, $event)"
      />
      <ElButton
        link
        class="word"
        :disabled="gap.choices.length <= 2"
        @click="remove(index, choice.id)"
      >
        {{ say('kinds.remove') }}
      </ElButton>
    </div>
    <ElButton link class="word" @click="add(index)">{{ say('kinds.addChoice') }}</ElButton>
    <p
      v-for="problem in under(problems, `/gaps/${index}`)"
      :key="problem.pointer + problem.message"
      class="wrong"
    >
      {{ problem.message }}
    </p>
  </fieldset>
</template>

<style scoped>
.gap {
  border: 1px solid var(--rule);
  border-radius: var(--corner);
  margin: 10px 0 0;
  padding: 6px 12px 10px;
}
legend {
  font-weight: 600;
  font-size: 0.9rem;
}
.choice {
  display: grid;
  grid-template-columns: 24px minmax(0, 1fr) auto;
  gap: 8px;
  align-items: center;
  margin-bottom: 4px;
}
</style>
