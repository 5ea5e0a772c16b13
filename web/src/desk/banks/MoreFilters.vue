<script setup lang="ts">
/** The rarer filters, each with how many items its choices would leave. */
import { difficultyBands, separationBands, usesBands } from '@oaken/core/finding';
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
  separation,
  uses,
} = counts;
</script>

<template>
  <div class="more" role="group" aria-label="More filters">
    <label
      >Subject
      <select v-model="filters.subject" class="plain-input">
        <option :value="null">any</option>
        <option v-for="[own, n] in subjects" :key="own" :value="own">{{ own }} ({{ n }})</option>
      </select>
    </label>
    <label
      >Marked
      <select v-model="filters.markedBy" class="plain-input">
        <option :value="null">any way</option>
        <option v-for="own in markers" :key="own" :value="own">
          {{ markedWords[own].replace('marked ', '') }} ({{ markedBy.get(own) ?? 0 }})
        </option>
      </select>
    </label>
    <label
      >Shows
      <select v-model="filters.has" class="plain-input">
        <option :value="null">anything</option>
        <option v-for="own in media" :key="own" :value="own">
          {{ mediumWords[own] }} ({{ mediaCounts.get(own) ?? 0 }})
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
        <option v-for="[own, n] in tags" :key="own" :value="own">{{ own }} ({{ n }})</option>
      </select>
    </label>
    <label
      >Difficulty seen
      <select v-model="filters.difficulty" class="plain-input">
        <option :value="null">any</option>
        <option v-for="own in difficultyBands" :key="own.id" :value="own.id">
          {{ own.title }} ({{ difficulty.get(own.id) ?? 0 }})
        </option>
      </select>
    </label>
    <label
      >Separation seen
      <select v-model="filters.separation" class="plain-input">
        <option :value="null">any</option>
        <option v-for="own in separationBands" :key="own.id" :value="own.id">
          {{ own.title }} ({{ separation.get(own.id) ?? 0 }})
        </option>
      </select>
    </label>
    <label
      >Uses
      <select v-model="filters.uses" class="plain-input">
        <option :value="null">any</option>
        <option v-for="own in usesBands" :key="own.id" :value="own.id">
          {{ own.title }} ({{ uses.get(own.id) ?? 0 }})
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
        <option v-for="own in classes" :key="own.id" :value="own.id">{{ own.name }}</option>
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
