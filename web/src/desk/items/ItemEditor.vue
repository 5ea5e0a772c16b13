<script setup lang="ts">
/** Everything that is written in an item: question, parts, hints, explanation, notes. */
import { elementAt } from '@oaken/core/certain';
import {
  blankPart,
  freshId,
  rearranged,
  type ItemContent,
  type StudentTool,
} from '@oaken/core/items';
import { computed, nextTick, ref } from 'vue';
import NextTurn from '../../parts/NextTurn.vue';
import PartEditor from './PartEditor.vue';
import PassagePicker from './PassagePicker.vue';
import TemplateEditor from './template/TemplateEditor.vue';
import PastedChoicesStrip from './PastedChoicesStrip.vue';
import { plain } from '../shared/keptText';
import { under, type Problem } from '../../parts/problems';
import ToolChoice from '../shared/ToolChoice.vue';
import RichField from '../../rich/RichField.vue';
import { say } from '../../words/teacher';

const content = defineModel<ItemContent>({ required: true });
defineProps<{ problems: Problem[] }>();
const hasHints = ref(content.value.hints.length > 0);

/** An item without tools has no such field. */
const tools = computed({
  get: () => content.value.tools ?? [],
  set: (chosen: StudentTool[]) => (content.value.tools = chosen.length > 0 ? chosen : undefined),
});

const strip = ref<InstanceType<typeof PastedChoicesStrip>>();
/** Once what was pasted stands in the question. */
const lookForChoices = () => void nextTick(() => strip.value?.look());

const places = () => content.value.parts.map((_, index) => index);
const inOrder = (order: number[]) => rearranged(plain(content.value.parts), order);
function addPart(): void {
  const id = freshId(content.value.parts.map((part) => part.id));
  content.value.parts.push(blankPart('single-choice', id));
}
function removePart(index: number): void {
  const gone = content.value.parts[index];
  content.value.parts = inOrder(places().toSpliced(index, 1));
  for (const part of content.value.parts) if (part.needs === gone?.id) part.needs = undefined;
}
function movePart(index: number, step: number): void {
  const others = places().toSpliced(index, 1);
  content.value.parts = inOrder(others.toSpliced(index + step, 0, index));
}
function addHint(): void {
  hasHints.value = true;
  content.value.hints.push('');
}
</script>

<template>
  <h2>{{ say('common.question') }}</h2>
  <RichField
    v-model="content.stem"
    :label="say('common.question')"
    :invalid="under(problems, '/stem').length > 0"
    @pasted="lookForChoices"
  />
  <PastedChoicesStrip ref="strip" v-model="content" />
  <p v-for="problem in under(problems, '/stem')" :key="problem.message" class="wrong">
    {{ problem.message }}
  </p>
  <PassagePicker v-model="content.passage" />
  <PartEditor
    v-for="(part, index) in content.parts"
    :key="part.id"
    :model-value="part"
    @update:model-value="content.parts[index] = $event"
    :at="index"
    :several="content.parts.length > 1"
    :earlier="content.parts.slice(0, index)"
    :problems="under(problems, `/parts/${index}`)"
    @remove="removePart(index)"
    @move="movePart(index, $event)"
  />
  <p class="add">
    <ElButton link class="word" :disabled="content.parts.length >= 26" @click="addPart">
      {{ say('items.addPartB') }}
    </ElButton>
  </p>
  <NextTurn>
    <TemplateEditor v-model="content.template" :problems="under(problems, '/template')" />
    <h2 class="gap">{{ say('common.explanation') }}</h2>
    <RichField v-model="content.explanation" :label="say('common.explanation')" />
    <p v-for="problem in under(problems, '/explanation')" :key="problem.message" class="wrong">
      {{ problem.message }}
    </p>
    <h2 class="gap">
      {{ say('items.hints') }} <span class="faded small">{{ say('items.inOrderInWhich') }}</span>
    </h2>
    <div v-for="(hint, position) in content.hints" :key="position" class="hint">
      <RichField
        :model-value="hint"
        small
        :label="say('items.hintNumber', { number: position + 1 })"
        @update:model-value="content.hints[position] = $event"
      />
      <ElButton
        link
        class="word"
        :disabled="position === 0"
        @click="
          content.hints.splice(position - 1, 0, elementAt(content.hints.splice(position, 1), 0))
        "
      >
        {{ say('items.up') }}
      </ElButton>
      <ElButton link class="word" @click="content.hints.splice(position, 1)">
        {{ say('items.remove') }}
      </ElButton>
    </div>
    <ElButton link v-if="content.hints.length < 10" class="word" @click="addHint">
      {{ say('items.addHint') }}
    </ElButton>
    <h2 class="gap">{{ say('items.studentsMayUse') }}</h2>
    <ToolChoice v-model="tools" />
    <label class="field gap">
      <span class="label">{{ say('items.notesTeachers') }}</span>
      <ElInput v-model="content.notes" :rows="2" maxlength="4000" type="textarea" />
    </label>
  </NextTurn>
</template>

<style scoped>
h2 {
  margin-bottom: 6px;
}
.gap {
  margin-top: 20px;
}
.add {
  margin: 12px 0 0;
}
.hint {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: 8px;
  align-items: center;
  margin-bottom: 6px;
}
</style>
