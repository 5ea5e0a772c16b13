<script setup lang="ts">
/** The shape, its pieces, and how much of it is to be shaded. */
import { kindOf, type FractionModel, type SittingFractionModel } from '@oaken/core/items';
import { computed } from 'vue';
import type { Problem } from '../../parts/problems';
import CommitInput from '../../parts/CommitInput.vue';
import SelectField from '../../parts/SelectField.vue';
import { plain } from '../../desk/shared/keptText';
import ModelAnswer from './ModelAnswer.vue';
import { say } from '../../words/teacher';

const part = defineModel<FractionModel>({ required: true });
const props = defineProps<{ problems: Problem[] }>();

const change = (model: Partial<FractionModel>) => (part.value = { ...part.value, ...model });
const sitting = computed(
  () => kindOf(part.value).forSitting(plain(part.value)) as SittingFractionModel,
);
const right = computed(() => kindOf(part.value).rightAnswers?.(plain(part.value))[0] ?? []);
const pieces = computed(() => part.value.columns * part.value.rows);
/** Whichever pieces are pressed, their number counts. */
const shade = (shaded: number[]) => change({ key: `${shaded.length}/${pieces.value}` });
const choose = (shape: FractionModel['shape']) =>
  change({ shape, rows: shape === 'grid' ? part.value.rows : 1 });
const problemsHere = computed(() =>
  props.problems.filter(({ pointer }) => /^\/(key|rows|columns|wholes|shape)/.test(pointer)),
);
</script>

<template>
  <div class="settings">
    <label
      ><span class="label">{{ say('kinds.shape') }}</span
      ><SelectField :model-value="part.shape" @update:model-value="choose"
        ><ElOption value="bar" :label="say('kinds.shapeBar')" /><ElOption
          value="circle"
          :label="say('kinds.shapeRound')" /><ElOption
          value="grid"
          :label="say('kinds.shapeGrid')" /></SelectField
    ></label>
    <label
      ><span class="label">{{
        say(part.shape === 'grid' ? 'kinds.piecesInARow' : 'kinds.pieces')
      }}</span
      ><ElInputNumber
        :model-value="part.columns"
        :min="1"
        :max="20"
        @change="change({ columns: $event ?? 1 })"
    /></label>
    <label v-if="part.shape === 'grid'"
      ><span class="label">{{ say('kinds.rowsOfPieces') }}</span
      ><ElInputNumber
        :model-value="part.rows"
        :min="1"
        :max="10"
        @change="change({ rows: $event ?? 1 })"
    /></label>
    <label
      ><span class="label">{{ say('kinds.wholes') }}</span
      ><ElInputNumber
        :model-value="part.wholes"
        :min="1"
        :max="5"
        @change="change({ wholes: $event ?? 1 })"
    /></label>
    <label
      ><span class="label">{{ say('kinds.toBeShaded') }}</span
      ><CommitInput
        class="amount"
        :model-value="part.key"
        maxlength="40"
        placeholder="3/4"
        @change="change({ key: $event.trim() })"
    /></label>
  </div>
  <ModelAnswer :part="sitting" :response="right" :name="`key-${part.id}`" @answer="shade" />
  <p v-for="problem in problemsHere" :key="problem.pointer + problem.message" class="wrong">
    {{ problem.message }}
  </p>
</template>

<style scoped src="../board/editor.css"></style>
