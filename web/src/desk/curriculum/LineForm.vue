<script setup lang="ts">
/** What a line of a curriculum is called, what it is, and when it begins. */
import {
  kindNames,
  lineKinds,
  longestTitle,
  type CurriculumLine,
  type LineKind,
} from '@oaken/core/curriculum';
import type { InputInstance } from 'element-plus';
import { onMounted, ref } from 'vue';
import DateField from '../../parts/DateField.vue';
import SelectField from '../../parts/SelectField.vue';
import { say } from '../../words/teacher';

type Facts = Pick<CurriculumLine, 'title' | 'kind' | 'startsOn'>;

/** Without a line a new one is named; what it is follows from where it stands. */
const props = defineProps<{ line?: Facts }>();
const emit = defineEmits<{ save: [facts: Facts]; cancel: [] }>();
const title = ref(props.line?.title ?? '');
const kind = ref<LineKind>(props.line?.kind ?? 'lesson');
const startsOn = ref(props.line?.startsOn ?? '');
const field = ref<InputInstance>();
onMounted(() => field.value?.select());

function save(): void {
  const facts = { title: title.value.trim(), kind: kind.value, startsOn: startsOn.value || null };
  if (facts.title === '') return;
  emit('save', facts);
  // A new line leaves the field for the next.
  if (!props.line) title.value = '';
}
</script>

<template>
  <form class="line" @submit.prevent="save" @keydown.esc.stop="emit('cancel')">
    <SelectField v-if="line" v-model="kind" :aria-label="say('curriculum.kindOfLine')"
      ><ElOption v-for="name in lineKinds" :key="name" :value="name" :label="kindNames[name]"
    /></SelectField>
    <ElInput
      ref="field"
      v-model="title"
      class="title"
      :maxlength="longestTitle"
      :aria-label="line ? say('curriculum.titleOfLine') : say('curriculum.titleOfNewLine')"
      :placeholder="say('common.title')"
    />
    <DateField v-if="line" v-model="startsOn" :label="say('curriculum.startsOn')" />
    <span class="buttons">
      <ElButton native-type="submit" type="primary" :disabled="title.trim() === ''">{{
        line ? say('common.save') : say('curriculum.add')
      }}</ElButton>
      <ElButton @click="emit('cancel')">{{ say('common.cancel') }}</ElButton>
    </span>
  </form>
</template>

<style scoped>
.line {
  display: flex;
  flex: 1;
  flex-wrap: wrap;
  gap: 6px;
  padding: 6px 0;
}
.buttons {
  white-space: nowrap;
}
.title {
  flex: 1 1 160px;
  width: auto;
}
</style>
