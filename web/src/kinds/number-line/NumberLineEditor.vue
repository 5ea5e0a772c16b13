<script setup lang="ts">
/** The line, what is asked on it, and the key: set on the line itself, or typed. */
import {
  amountOf,
  kindOf,
  lineMarkInWords,
  type LineMark,
  type NumberLine,
} from '@oaken/core/items';
import { computed } from 'vue';
import { under, type Problem } from '../../parts/problems';
import CommitInput from '../../parts/CommitInput.vue';
import SelectField from '../../parts/SelectField.vue';
import { plain } from '../../desk/shared/keptText';
import AxisEditor from '../board/AxisEditor.vue';
import NumberLineAnswer from './NumberLineAnswer.vue';
import type { SittingNumberLine } from '@oaken/core/items';
import { say } from '../../words/teacher';

const part = defineModel<NumberLine>({ required: true });
const props = defineProps<{ problems: Problem[] }>();

const change = (line: Partial<NumberLine>) => (part.value = { ...part.value, ...line });
const sitting = computed(
  () => kindOf(part.value).forSitting(plain(part.value)) as SittingNumberLine,
);
const general = computed(() =>
  props.problems.filter(({ pointer }) => /^\/(key|axis|snap|labelEvery)/.test(pointer)),
);
/** Numbers that only a variant has cannot be set on the line; they are typed. */
const isPlain = computed(() =>
  [part.value.axis.from, part.value.axis.to, part.value.snap].every(
    (text) => amountOf(text) !== null,
  ),
);
function setPoint(index: number, point: string): void {
  const text = point.trim();
  const key =
    text === '' ? part.value.key.toSpliced(index, 1) : part.value.key.with(index, { point: text });
  change({ key });
}
const choose = (asks: NumberLine['asks']) =>
  change({ asks, key: part.value.key.filter((mark) => 'point' in mark === (asks === 'points')) });
const setEnd = (index: number, mark: LineMark, end: 'from' | 'to', text: string) =>
  change({ key: part.value.key.with(index, { ...mark, [end]: text.trim() }) });
</script>

<template>
  <AxisEditor
    :model-value="part.axis"
    :name="say('kinds.numberLine')"
    @update:model-value="change({ axis: $event })"
  />
  <div class="settings">
    <label
      ><span class="label">{{ say('kinds.marksAtMultiples') }}</span
      ><CommitInput
        class="amount"
        :model-value="part.snap"
        maxlength="40"
        @change="change({ snap: $event.trim() })"
    /></label>
    <label
      ><span class="label">{{ say('kinds.numberAtEvery') }}</span
      ><ElInputNumber
        :model-value="part.labelEvery"
        :min="1"
        :max="20"
        @change="change({ labelEvery: $event ?? 1 })"
    /></label>
    <label
      ><span class="label">{{ say('kinds.whatIsMarked') }}</span
      ><SelectField :model-value="part.asks" @update:model-value="choose"
        ><ElOption value="points" :label="say('kinds.points')" /><ElOption
          value="stretches"
          :label="say('kinds.stretches')" /></SelectField
    ></label>
  </div>
  <h3>{{ say('kinds.whatRight') }}</h3>
  <NumberLineAnswer
    v-if="isPlain"
    :part="sitting"
    :response="part.key"
    :name="`key-${part.id}`"
    @answer="change({ key: $event })"
  />
  <div v-for="(mark, index) in part.key" :key="index" class="typed">
    <CommitInput
      v-if="'point' in mark"
      class="amount"
      :model-value="mark.point"
      maxlength="40"
      :aria-label="say('kinds.pointNumber', { number: index + 1 })"
      @change="setPoint(index, $event)"
    />
    <template v-else>
      <CommitInput
        v-for="end in ['from', 'to'] as const"
        :key="end"
        class="amount"
        :model-value="mark[end]"
        maxlength="40"
        :aria-label="`${lineMarkInWords(mark)}, ${say(end === 'from' ? 'kinds.axisFrom' : 'kinds.axisTo')}`"
        :placeholder="say('kinds.withoutEnd')"
        @change="setEnd(index, mark, end, $event)"
      />
    </template>
  </div>
  <ElButton
    v-if="part.asks === 'points' && part.key.length < 10"
    link
    class="word"
    @click="change({ key: [...part.key, { point: part.axis.from }] })"
    >{{ say('kinds.addPoint') }}</ElButton
  >
  <p v-for="problem in under(general, '')" :key="problem.pointer + problem.message" class="wrong">
    {{ problem.message }}
  </p>
</template>

<style scoped src="../board/editor.css"></style>
