<script setup lang="ts">
/** Words and facts that are asked of the shelf, and what can be struck out of the question again. */
import { media } from '@oaken/core/items';
import { sizeBands } from '@oaken/core/shelf';
import { testKinds } from '@oaken/core/assessments';
import { alternatives } from '@oaken/core/text';
import { computed } from 'vue';
import { mediumWords } from '../banks/filterWords';
import { useLibrary } from '../library/library';
import { useCurricula } from '../curriculum/curricula';
import { noFilters, type useShelf } from './useShelf';
import SeveralField from '../../parts/SeveralField.vue';
import SelectField from '../../parts/SelectField.vue';
import { say } from '../../words/teacher';

const props = defineProps<{
  shelf: ReturnType<typeof useShelf>;
  /** Anything is asked for beside the shelf and the order. */
  narrowed: boolean;
}>();
const library = useLibrary();
const curricula = useCurricula();
const { filters, folders, tally } = props.shelf;

const struck = computed(() =>
  [
    filters.grades.length > 0 && {
      text: say('tests.gradeGrades', { grades: alternatives(filters.grades.map(String)) }),
      strike: () => (filters.grades = []),
    },
    filters.standard.length > 0 && {
      text: alternatives(
        filters.standard.map((id) => library.standards.get(id)?.code ?? say('tests.aStandard')),
      ),
      strike: () => (filters.standard = []),
    },
    filters.folder !== null && {
      text: say('tests.inName', {
        name: folders.value.find(({ id }) => id === filters.folder)?.name ?? say('tests.aFolder'),
      }),
      strike: () => (filters.folder = null),
    },
    filters.curriculumLine !== null && {
      text: say('curriculum.inLine', { line: curricula.nameOf(filters.curriculumLine) }),
      strike: () => (filters.curriculumLine = null),
    },
  ].filter((part) => part !== false),
);
const kindChoices = computed(() =>
  testKinds.map((kind) => ({ value: kind, name: kind, n: tally('kind').get(kind) ?? 0 })),
);
const clear = () =>
  Object.assign(filters, noFilters(), { shelf: filters.shelf, sort: filters.sort });
</script>

<template>
  <div class="search">
    <ElInput
      v-model="filters.words"
      type="search"
      :placeholder="say('tests.titleWordsItemOr')"
      :aria-label="say('tests.searchWordsTests')"
      maxlength="200"
    />
    <SelectField v-model="filters.subject" :aria-label="say('common.subject')"
      ><ElOption :value="null" :label="say('tests.anySubject')" /><ElOption
        v-for="[subject, n] in tally('subject')"
        :key="subject"
        :value="subject"
        :label="`${subject} (${n})`"
    /></SelectField>
    <SeveralField
      v-model="filters.kind"
      class="select-field"
      :options="kindChoices"
      :any="say('tests.anyKind')"
      :label="say('common.kind')"
    />
    <SelectField v-model="filters.size" :aria-label="say('tests.numberItems')"
      ><ElOption :value="null" :label="say('tests.anyLength')" /><ElOption
        v-for="sizeBand in sizeBands"
        :key="sizeBand.id"
        :value="sizeBand.id"
        :label="`${sizeBand.title} (${tally('size').get(sizeBand.id) ?? 0})`"
    /></SelectField>
    <SelectField v-model="filters.machine" :aria-label="say('tests.howMarked')"
      ><ElOption :value="null" :label="say('tests.anyMarking')" /><ElOption
        value="yes"
        :label="say('tests.byMachineGet', { get: tally('machine').get(true) ?? 0 })" /><ElOption
        value="no"
        :label="say('tests.someByHandGet', { get: tally('machine').get(false) ?? 0 })"
    /></SelectField>
    <SelectField v-model="filters.has" :aria-label="say('tests.whatShows')"
      ><ElOption :value="null" :label="say('tests.anyMedia')" /><ElOption
        v-for="medium in media"
        :key="medium"
        :value="medium"
        :label="`${mediumWords[medium]} (${tally('has').get(medium) ?? 0})`"
    /></SelectField>
    <SelectField
      v-if="filters.tag !== null || tally('tag').size > 0"
      v-model="filters.tag"
      :aria-label="say('tests.tag')"
      ><ElOption :value="null" :label="say('tests.anyTag')" /><ElOption
        v-for="[tag, n] in tally('tag')"
        :key="tag"
        :value="tag"
        :label="`${tag} (${n})`"
    /></SelectField>
    <SelectField v-model="filters.sort" :aria-label="say('tests.order')"
      ><ElOption value="changed" :label="say('tests.lastChanged')" /><ElOption
        value="newest"
        :label="say('tests.newest')" /><ElOption
        value="oldest"
        :label="say('tests.oldest')" /><ElOption
        value="most-used"
        :label="say('tests.mostAssigned')" /><ElOption value="title" :label="say('tests.byTitle')"
    /></SelectField>
  </div>
  <p v-if="struck.length || narrowed" class="struck">
    <ElButton
      link
      v-for="part in struck"
      :key="part.text"
      class="word"
      :aria-label="say('tests.removeFilterText', { text: part.text })"
      @click="part.strike()"
    >
      {{ part.text }} ×
    </ElButton>
    <ElButton link v-if="narrowed" class="word" @click="clear">{{
      say('tests.clearFilters')
    }}</ElButton>
  </p>
</template>

<style scoped>
.search {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding: 14px 20px 8px;
}
.search :deep(.el-input) {
  flex: 1 0 100%;
}
.search :deep(.select-field) {
  flex: 1 1 104px;
  width: 0;
}
.search :deep(.select-field:last-child) {
  flex: 1.4 1 130px;
}
.struck {
  padding: 0 20px;
  margin: 0 0 4px;
}
</style>
