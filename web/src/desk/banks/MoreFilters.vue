<script setup lang="ts">
/** The rarer filters, each with how many items its choices would leave. */
import { difficultyBands, itemRestCorrelationBands, usesBands } from '@oaken/core/finding';
import { markers, media } from '@oaken/core/items';
import { onMounted, ref } from 'vue';
import { call } from '../../client/call';
import { markedWords, mediumWords } from './filterWords';
import type { SearchState } from './useSearch';
import DateField from '../../parts/DateField.vue';
import SelectField from '../../parts/SelectField.vue';
import { say } from '../../words/teacher';

const props = defineProps<{ search: SearchState }>();
const { filters, counts } = props.search;
const classes = ref<{ id: number; name: string }[]>([]);
onMounted(async () => {
  classes.value = (await call('listClasses', {}).catch(() => ({ classes: [] }))).classes;
});
const {
  subjects,
  markedBy,
  media: mediaCounts,
  passage,
  tags,
  difficulty,
  itemRestCorrelation,
  uses,
} = counts;
</script>

<template>
  <div class="more" role="group" :aria-label="say('banks.moreFilters')">
    <label
      >{{ say('common.subject') }}
      <SelectField v-model="filters.subject"
        ><ElOption :value="null" :label="say('common.any')" /><ElOption
          v-for="[subject, n] in subjects"
          :key="subject"
          :value="subject"
          :label="`${subject} (${n})`"
      /></SelectField>
    </label>
    <label
      >{{ say('banks.marked') }}
      <SelectField v-model="filters.markedBy"
        ><ElOption :value="null" :label="say('banks.anyWay')" /><ElOption
          v-for="marker in markers"
          :key="marker"
          :value="marker"
          :label="`${markedWords[marker].replace('marked ', '')} (${markedBy.get(marker) ?? 0})`"
      /></SelectField>
    </label>
    <label
      >{{ say('banks.shows') }}
      <SelectField v-model="filters.has"
        ><ElOption :value="null" :label="say('banks.anything')" /><ElOption
          v-for="medium in media"
          :key="medium"
          :value="medium"
          :label="`${mediumWords[medium]} (${mediaCounts.get(medium) ?? 0})`"
      /></SelectField>
    </label>
    <label
      >{{ say('common.passage') }}
      <SelectField v-model="filters.passage"
        ><ElOption :value="null" :label="say('banks.withOrWithout')" /><ElOption
          value="yes"
          :label="say('banks.withGet', { get: passage.get(true) ?? 0 })" /><ElOption
          value="no"
          :label="say('banks.withoutGet', { get: passage.get(false) ?? 0 })"
      /></SelectField>
    </label>
    <label
      >{{ say('banks.tag') }}
      <SelectField v-model="filters.tag"
        ><ElOption :value="null" :label="say('common.any')" /><ElOption
          v-for="[tag, n] in tags"
          :key="tag"
          :value="tag"
          :label="`${tag} (${n})`"
      /></SelectField>
    </label>
    <label
      >{{ say('banks.averageScore') }}
      <SelectField v-model="filters.difficulty"
        ><ElOption :value="null" :label="say('common.any')" /><ElOption
          v-for="difficultyBand in difficultyBands"
          :key="difficultyBand.id"
          :value="difficultyBand.id"
          :label="`${difficultyBand.title} (${difficulty.get(difficultyBand.id) ?? 0})`"
      /></SelectField>
    </label>
    <label
      >{{ say('banks.discrimination') }}
      <SelectField v-model="filters.itemRestCorrelation"
        ><ElOption :value="null" :label="say('common.any')" /><ElOption
          v-for="band in itemRestCorrelationBands"
          :key="band.id"
          :value="band.id"
          :label="`${band.title} (${itemRestCorrelation.get(band.id) ?? 0})`"
      /></SelectField>
    </label>
    <label
      >{{ say('banks.uses') }}
      <SelectField v-model="filters.uses"
        ><ElOption :value="null" :label="say('common.any')" /><ElOption
          v-for="usesBand in usesBands"
          :key="usesBand.id"
          :value="usesBand.id"
          :label="`${usesBand.title} (${uses.get(usesBand.id) ?? 0})`"
      /></SelectField>
    </label>
    <label
      >{{ say('banks.editedSince') }}
      <DateField
        :model-value="filters.editedSince ?? ''"
        :label="say('banks.editedSince')"
        @update:model-value="filters.editedSince = $event || null"
    /></label>
    <label
      >{{ say('banks.notUsedSince') }}
      <DateField
        :model-value="filters.unusedSince ?? ''"
        :label="say('banks.notUsedSince')"
        @update:model-value="filters.unusedSince = $event || null"
    /></label>
    <label
      >{{ say('banks.notUsedIn') }}
      <SelectField v-model="filters.unusedBy" :disabled="!filters.unusedSince"
        ><ElOption :value="null" :label="say('banks.myClasses')" /><ElOption
          v-for="schoolClass in classes"
          :key="schoolClass.id"
          :value="schoolClass.id"
          :label="schoolClass.name"
      /></SelectField>
    </label>
  </div>
</template>

<style scoped>
.more {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(124px, 1fr));
  gap: 8px 12px;
  padding: 8px 0 10px;
}
label {
  font-size: 0.84rem;
  color: var(--faded);
}
.more :deep(.select-field),
.more :deep(.date-field),
.more :deep(.el-date-editor) {
  width: 100%;
}
.more :deep(.day) {
  display: none;
}
</style>
