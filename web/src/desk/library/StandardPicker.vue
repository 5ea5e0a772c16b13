<script setup lang="ts">
/** Standards to be ticked, found by framework, subject, grade, code or words. */
import { computed, ref } from 'vue';
import { useLibrary } from './library';
import { useStandardSearch } from './standardSearch';
import SelectField from '../../parts/SelectField.vue';
import { toggled } from '../../parts/toggled';
import { whenOpened } from '../../parts/whenOpened';
import { say } from '../../words/teacher';

const open = defineModel<boolean>({ required: true });
const props = defineProps<{
  chosen: readonly number[];
  title?: string;
  /** Only these can be chosen; all when it is not given. */
  among?: readonly number[];
}>();
const emit = defineEmits<{ done: [ids: number[]] }>();
const library = useLibrary();
const { filters, matches, subjects, grades, clear } = useStandardSearch();
const ticked = ref<number[]>([]);
whenOpened(open, () => {
  ticked.value = [...props.chosen];
  clear();
});

const shownLimit = 200;
const shown = computed(() =>
  props.among ? matches.value.filter(({ id }) => props.among?.includes(id)) : matches.value,
);
const toggle = (id: number) => (ticked.value = toggled(ticked.value, id));
const codeOf = (id: number) => library.standards.get(id)?.code ?? '';
function finish(): void {
  emit('done', ticked.value);
  open.value = false;
}
</script>

<template>
  <ElDialog v-model="open" :title="title ?? say('common.standards')" width="720px" append-to-body>
    <div class="filters">
      <SelectField
        v-if="library.frameworks.length > 1"
        v-model="filters.framework"
        :aria-label="say('banks.framework')"
        ><ElOption :value="null" :label="say('banks.anyFramework')" /><ElOption
          v-for="framework in library.frameworks"
          :key="framework.id"
          :value="framework.id"
          :label="framework.name"
      /></SelectField>
      <SelectField v-model="filters.subject" :aria-label="say('common.subject')"
        ><ElOption :value="null" :label="say('banks.anySubject')" /><ElOption
          v-for="subject in subjects"
          :key="subject"
          :value="subject"
          :label="subject"
      /></SelectField>
      <SelectField v-model="filters.grade" :aria-label="say('common.grade')"
        ><ElOption :value="null" :label="say('banks.anyGrade')" /><ElOption
          v-for="grade in grades"
          :key="grade"
          :value="grade"
          :label="say('banks.gradeNumber', { grade })"
      /></SelectField>
      <ElInput
        v-model="filters.words"
        type="search"
        :placeholder="say('banks.codeOrWords')"
        :aria-label="say('banks.codeOrWordsStandard')"
      />
    </div>
    <p class="selected" role="status">
      <span>{{ say('banks.standardsSelected', { n: ticked.length }) }}</span>
      <ElButton
        v-for="id in ticked"
        :key="id"
        size="small"
        :title="library.standards.get(id)?.statement"
        :aria-label="say('banks.removeCode', { code: codeOf(id) })"
        @click="toggle(id)"
        >{{ codeOf(id) }}<span aria-hidden="true">&nbsp;✕</span></ElButton
      >
      <ElButton v-if="ticked.length > 1" link class="word" @click="ticked = []">{{
        say('banks.clearSelection')
      }}</ElButton>
    </p>
    <ul class="standards" :aria-label="say('common.standards')">
      <li v-for="match in shown.slice(0, shownLimit)" :key="match.id">
        <ElCheckbox :model-value="ticked.includes(match.id)" @change="toggle(match.id)">
          <b>{{ match.code }}</b> {{ match.statement }}</ElCheckbox
        >
      </li>
      <li v-if="shown.length === 0" class="faded">{{ say('banks.noStandardHasThese') }}</li>
      <li v-if="shown.length > shownLimit" class="faded">
        {{ say('banks.matchesMoreTypeMore', { matches: shown.length - shownLimit }) }}
      </li>
    </ul>
    <template #footer>
      <slot name="footer" />
      <ElButton @click="open = false">{{ say('common.cancel') }}</ElButton>
      <ElButton type="primary" @click="finish">{{
        say('banks.useStandards', { n: ticked.length })
      }}</ElButton>
    </template>
  </ElDialog>
</template>

<style scoped>
.filters {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.filters :deep(.el-input) {
  flex: 1 1 180px;
}
.selected {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  align-items: center;
  margin: 10px 0;
  min-height: 26px;
}
.standards {
  list-style: none;
  margin: 0;
  padding: 0;
  height: 340px;
  overflow: auto;
  border-top: var(--line);
}
.standards li {
  border-bottom: var(--line);
  padding: 4px 0;
}
</style>
