<script setup lang="ts">
import type { Choice, MultipleChoice, SingleChoice } from '@oaken/core/items';
import { computed, ref } from 'vue';
import { under, type Problem } from '../../parts/problems';
import LinesEditor from '../lines/LinesEditor.vue';
import { say } from '../../words/teacher';

const part = defineModel<SingleChoice | MultipleChoice>({ required: true });
const props = defineProps<{ problems: Problem[] }>();

const many = computed(() => part.value.kind === 'multiple-choice');
/** A single choice of which several are right: any one of them earns the points. */
const anyOf = ref(part.value.kind === 'single-choice' && part.value.key.length > 1);
const ticks = computed(() => many.value || anyOf.value);
const asked = computed(() => {
  if (many.value) return say('kinds.markEveryRightChoice');
  return anyOf.value ? say('kinds.markEachChoiceCounts') : say('kinds.markRightChoice');
});
const signOf = (index: number) => 'ABCDEFGHIJKLMNOPQRSTUVWXYZ'.charAt(index);
const isRight = (id: string) => part.value.key.includes(id);
const keyProblems = computed(() =>
  props.problems.filter(({ pointer }) => /^\/(key|mostChosen)/.test(pointer)),
);
const change = (edited: object) =>
  (part.value = { ...part.value, ...edited } as SingleChoice | MultipleChoice);

/** A choice that is gone is no key any more. */
const setChoices = (choices: Choice[]) =>
  change({ choices, key: part.value.key.filter((id) => choices.some((left) => left.id === id)) });
function setKey(id: string, right: boolean): void {
  const rest = part.value.key.filter((text) => text !== id);
  const withIt = ticks.value ? [...rest, id] : [id];
  change({ key: right ? withIt : rest });
}
const setChoice = (index: number, choice: Partial<Choice>) =>
  change({
    choices: part.value.choices.map((candidate, n) =>
      n === index ? { ...candidate, ...choice } : candidate,
    ),
  });
const mostChosen = computed({
  get: () => ('mostChosen' in part.value ? (part.value.mostChosen ?? '') : ''),
  set: (value) => change({ mostChosen: value === '' ? undefined : Number(value) }),
});
</script>

<template>
  <p class="faded small">
    {{ asked }}
  </p>
  <LinesEditor
    :model-value="part.choices"
    :what="say('kinds.choice')"
    letters
    :least="2"
    :maximum="20"
    :problems="under(problems, '/choices')"
    :right="part.key"
    @update:model-value="setChoices"
  >
    <template #mark="{ line, at }">
      <div class="mark" :title="isRight(line.id) ? say('kinds.thisKey') : say('kinds.makeThisKey')">
        <ElCheckbox
          v-if="ticks"
          :model-value="isRight(line.id)"
          @change="setKey(line.id, $event as boolean)"
          ><span class="unseen">{{
            say('kinds.choiceSignRight', { signOf: signOf(at) })
          }}</span></ElCheckbox
        >
        <ElRadio
          v-else
          :name="`key-${part.id}`"
          :model-value="isRight(line.id)"
          :value="true"
          @change="setKey(line.id, true)"
          ><span class="unseen">{{
            say('kinds.choiceSignRight', { signOf: signOf(at) })
          }}</span></ElRadio
        >
        <span>{{ isRight(line.id) ? say('kinds.key') : signOf(at) }}</span>
      </div>
    </template>
    <template #more="{ line, at }">
      <div class="more">
        <ElInput
          v-if="!isRight(line.id)"
          class="misconception bare"
          :model-value="line.misconception ?? ''"
          maxlength="500"
          :aria-label="say('kinds.misconceptionBehindChoiceSign', { signOf: signOf(at) })"
          :placeholder="say('kinds.misconceptionTeachersOnly')"
          @input="setChoice(at, { misconception: $event || undefined })"
        />
        <ElCheckbox
          class="small faded"
          :model-value="line.fixed ?? false"
          @change="setChoice(at, { fixed: ($event as boolean) || undefined })"
        >
          {{ say('kinds.dontShuffle') }}
        </ElCheckbox>
      </div>
    </template>
  </LinesEditor>
  <label v-if="many" class="most small">
    {{ say('common.atMost') }}
    <ElInput
      v-model="mostChosen"
      inputmode="numeric"
      :aria-label="say('kinds.howManyMayBe')"
      :placeholder="say('common.any')"
    />
    {{ say('kinds.mayBeChosen') }}
  </label>
  <ElCheckbox v-else class="small" v-model="anyOf" :disabled="part.key.length > 1">
    {{ say('kinds.moreThanOneChoice') }}</ElCheckbox
  >
  <p v-for="problem in keyProblems" :key="problem.pointer" class="wrong">{{ problem.message }}</p>
</template>

<style scoped>
.mark {
  display: flex;
  flex-direction: column;
  align-items: center;
  font-size: 0.85rem;
  padding-top: 6px;
  cursor: pointer;
}
.mark :deep(.el-checkbox),
.mark :deep(.el-radio) {
  margin: 0;
}
.mark:has(:checked) {
  color: var(--secure);
  font-weight: 650;
}
.more {
  display: flex;
  gap: 12px;
  align-items: center;
}
.more :deep(.el-checkbox) {
  margin-block: 0;
  margin-inline: auto 0;
}
.more .misconception {
  flex: 1;
  font-size: 0.88rem;
}
.most :deep(.el-input) {
  width: 64px;
}
</style>
