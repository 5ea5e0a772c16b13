<script setup lang="ts">
/** What a teacher marks: what is asked for, and what to look for when marking. */
import {
  criteriaPoints,
  type Criterion,
  type Drawing,
  type LongText,
  type Upload,
} from '@oaken/core/items';
import { ref } from 'vue';
import { sizedPicture } from '../../parts/pictureSizes';
import { under, type Problem } from '../../parts/problems';
import MediaDialog, { type Medium } from '../../rich/MediaDialog.vue';
import RubricEditor from './RubricEditor.vue';
import RichField from '../../rich/RichField.vue';
import CommitInput from '../../parts/CommitInput.vue';
import SelectField from '../../parts/SelectField.vue';
import { say } from '../../words/teacher';

const part = defineModel<LongText | Drawing | Upload>({ required: true });
defineProps<{ problems: Problem[] }>();
const asking = ref(false);
const change = (edited: object) =>
  (part.value = { ...part.value, ...edited } as LongText | Drawing | Upload);
const number = (text: string) => {
  const typed = text.trim();
  return typed === '' ? undefined : Number(typed);
};
/** The part is worth what its criteria give together. */
const setCriteria = (criteria: Criterion[]) =>
  change(
    criteria.length === 0
      ? { criteria: undefined }
      : { criteria, rule: { rule: 'by-hand', points: criteriaPoints(criteria) } },
  );
const putGround = ({ src, words, width, height }: Medium) =>
  change({
    ground: {
      file: src,
      alternative: words,
      width: Number(width) || 640,
      height: Number(height) || 480,
    },
  });
</script>

<template>
  <div v-if="part.kind === 'long-text'" class="facts">
    <label
      >{{ say('kinds.linesWriteIn') }}
      <CommitInput
        inputmode="numeric"
        :model-value="part.lines"
        @change="change({ lines: number($event) ?? 8 })"
    /></label>
    <label
      >{{ say('kinds.minimumWords') }}
      <CommitInput
        inputmode="numeric"
        :model-value="part.leastWords ?? ''"
        :placeholder="say('common.any')"
        @change="change({ leastWords: number($event) })"
    /></label>
    <label
      >{{ say('kinds.maximumWords') }}
      <CommitInput
        inputmode="numeric"
        :model-value="part.mostWords ?? ''"
        :placeholder="say('common.any')"
        @change="change({ mostWords: number($event) })"
    /></label>
    <p
      v-for="problem in [
        ...under(problems, '/lines'),
        ...under(problems, '/leastWords'),
        ...under(problems, '/mostWords'),
      ]"
      :key="problem.message"
      class="wrong"
    >
      {{ problem.message }}
    </p>
  </div>
  <div v-else-if="part.kind === 'upload'" class="facts">
    <label
      >{{ say('kinds.studentsAdd') }}
      <SelectField :model-value="part.accepts" @update:model-value="change({ accepts: $event })"
        ><ElOption value="photo" :label="say('kinds.photos')" /><ElOption
          value="file"
          :label="say('kinds.filesAnyKind')"
      /></SelectField>
    </label>
    <label
      >{{ say('common.atMost') }}
      <CommitInput
        inputmode="numeric"
        :model-value="part.most"
        @change="change({ most: number($event) ?? 1 })"
    /></label>
    <p v-for="problem in under(problems, '/most')" :key="problem.message" class="wrong">
      {{ problem.message }}
    </p>
  </div>
  <div v-else class="ground">
    <img
      v-if="part.ground"
      :src="sizedPicture(part.ground.file, 320)"
      :alt="part.ground.alternative"
    />
    <ElButton link class="word" @click="asking = true">
      {{ part.ground ? say('kinds.anotherPictureDrawOn') : say('kinds.putPictureUnderSheet') }}
    </ElButton>
    <ElButton link v-if="part.ground" class="word" @click="change({ ground: undefined })">
      {{ say('kinds.emptySheet') }}
    </ElButton>
    <MediaDialog v-model="asking" kind="picture" :start="null" @done="putGround" />
  </div>
  <h3 class="gap">{{ say('kinds.whatLookWhenMarking') }}</h3>
  <RichField
    :model-value="part.guide"
    :label="say('kinds.whatLookWhenMarking')"
    @update:model-value="change({ guide: $event })"
  />
  <RubricEditor
    class="gap"
    :criteria="part.criteria ?? []"
    :problems="problems"
    @change="setCriteria"
  />
</template>

<style scoped>
.facts {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 12px;
}
.facts .wrong {
  grid-column: 1 / -1;
}
.ground img {
  display: block;
  max-width: 100%;
  max-height: 200px;
  border: 1px solid var(--rule);
}
.gap {
  margin: 14px 0 6px;
}
</style>
