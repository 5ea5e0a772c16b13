<script setup lang="ts">
/** The rarer filters, each with how many items its choices would leave. */
import { difficultyBands, itemRestCorrelationBands, usesBands } from '@oaken/core/finding';
import { markers, media } from '@oaken/core/items';
import { onMounted, ref } from 'vue';
import { call } from '../../client/call';
import { markedWords, mediumWords } from './filterWords';
import type { SearchState } from './useSearch';

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
  <div class="more" role="group" aria-label="More filters">
    <label
      >Subject
      <select v-model="filters.subject" class="plain-input">
        <option :value="null">any</option>
        <option v-for="[subject, n] in subjects" :key="subject" :value="subject">
          {{ subject }} ({{ n }})
        </option>
      </select>
    </label>
    <label
      >Marked
      <select v-model="filters.markedBy" class="plain-input">
        <option :value="null">any way</option>
        <option v-for="marker in markers" :key="marker" :value="marker">
          {{ markedWords[marker].replace('marked ', '') }} ({{ markedBy.get(marker) ?? 0 }})
        </option>
      </select>
    </label>
    <label
      >Shows
      <select v-model="filters.has" class="plain-input">
        <option :value="null">anything</option>
        <option v-for="medium in media" :key="medium" :value="medium">
          {{ mediumWords[medium] }} ({{ mediaCounts.get(medium) ?? 0 }})
        </option>
      </select>
    </label>
    <label
      >Passage
      <select v-model="filters.passage" class="plain-input">
        <option :value="null">with or without</option>
        <option value="yes">with ({{ passage.get(true) ?? 0 }})</option>
        <option value="no">without ({{ passage.get(false) ?? 0 }})</option>
      </select>
    </label>
    <label
      >Tag
      <select v-model="filters.tag" class="plain-input">
        <option :value="null">any</option>
        <option v-for="[tag, n] in tags" :key="tag" :value="tag">{{ tag }} ({{ n }})</option>
      </select>
    </label>
    <label
      >Difficulty seen
      <select v-model="filters.difficulty" class="plain-input">
        <option :value="null">any</option>
        <option
          v-for="difficultyBand in difficultyBands"
          :key="difficultyBand.id"
          :value="difficultyBand.id"
        >
          {{ difficultyBand.title }} ({{ difficulty.get(difficultyBand.id) ?? 0 }})
        </option>
      </select>
    </label>
    <label
      >Discrimination
      <select v-model="filters.itemRestCorrelation" class="plain-input">
        <option :value="null">any</option>
        <option v-for="band in itemRestCorrelationBands" :key="band.id" :value="band.id">
          {{ band.title }} ({{ itemRestCorrelation.get(band.id) ?? 0 }})
        </option>
      </select>
    </label>
    <label
      >Uses
      <select v-model="filters.uses" class="plain-input">
        <option :value="null">any</option>
        <option v-for="usesBand in usesBands" :key="usesBand.id" :value="usesBand.id">
          {{ usesBand.title }} ({{ uses.get(usesBand.id) ?? 0 }})
        </option>
      </select>
    </label>
    <label
      >Edited since <input v-model.lazy="filters.editedSince" class="plain-input" type="date"
    /></label>
    <label
      >Not given since <input v-model.lazy="filters.unusedSince" class="plain-input" type="date"
    /></label>
    <label
      >Not given to
      <select v-model="filters.unusedBy" class="plain-input" :disabled="!filters.unusedSince">
        <option :value="null">my classes</option>
        <option v-for="schoolClass in classes" :key="schoolClass.id" :value="schoolClass.id">
          {{ schoolClass.name }}
        </option>
      </select>
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
.plain-input {
  color: var(--ink);
}
</style>
