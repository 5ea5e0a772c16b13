<script setup lang="ts">
/** Where the items of a blueprint may come from, and those that are kept out. */
import type { Blueprint } from '@oaken/core/assembly';
import { computed, onMounted } from 'vue';
import SelectField from '../../parts/SelectField.vue';
import { useCurricula } from '../curriculum/curricula';
import { failed } from '../shared/undo';
import GradeRow from '../shared/GradeRow.vue';
import { useLibrary } from '../library/library';
import { say } from '../../words/teacher';

const props = defineProps<{ blueprint: Blueprint; mayChange: boolean }>();
const emit = defineEmits<{ set: [changed: Partial<Blueprint>] }>();
const library = useLibrary();
const curricula = useCurricula();
onMounted(() => curricula.load().catch(failed));
const lines = computed(() =>
  curricula.curricula.flatMap(({ lines: outline, name }) =>
    outline.map(({ id }) => ({ id, name: `${name}: ${curricula.nameOf(id)}` })),
  ),
);

const usable = computed(() => library.banks.filter(({ may }) => may !== 'read'));
const summary = computed(() => {
  const { banks, curriculumLine, grades } = props.blueprint;
  const from = [
    banks.map((id) => library.bankName(id)).join(', ') || say('tests.allBanksICan'),
    curriculumLine !== null && curricula.nameOf(curriculumLine),
  ]
    .filter(Boolean)
    .join(', ');
  return grades.length ? say('tests.fromGradeGrades', { from, grades: grades.join(', ') }) : from;
});
function toggleBank(id: number): void {
  const { banks } = props.blueprint;
  const without = banks.filter((bank) => bank !== id);
  const chosen = banks.includes(id) ? without : [...banks, id].sort((a, b) => a - b);
  emit('set', { banks: chosen });
}
</script>

<template>
  <details>
    <summary>
      <b>{{ say('tests.from') }}</b>{{ ' ' }}
      <span class="faded">{{ summary }}</span>
    </summary>
    <ElCheckbox
      v-for="bank in usable"
      :key="bank.id"
      class="tick"
      :model-value="blueprint.banks.includes(bank.id)"
      :disabled="!mayChange"
      @change="toggleBank(bank.id)"
    >
      {{ bank.name }}
      <span class="faded">{{ say('common.itemsCounted', { n: bank.items }) }}</span></ElCheckbox
    >
    <SelectField
      v-if="curricula.curricula.length"
      class="placed"
      :model-value="blueprint.curriculumLine"
      :aria-label="say('tests.onlyFromCurriculum')"
      :disabled="!mayChange"
      @update:model-value="emit('set', { curriculumLine: $event })"
      ><ElOption :value="null" :label="say('tests.anyPlaceInCurriculum')" /><ElOption
        v-for="line in lines"
        :key="line.id"
        :value="line.id"
        :label="line.name"
    /></SelectField>
    <GradeRow
      :model-value="blueprint.grades"
      :grades="library.grades"
      :label="say('tests.onlyItemsTheseGrades')"
      :each="say('tests.itemsGrade')"
      :disabled="!mayChange"
      @update:model-value="emit('set', { grades: $event })"
      >{{ say('tests.onlyGrade') }}</GradeRow
    >
  </details>
  <details v-if="blueprint.without.length">
    <summary>
      <b>{{ say('tests.excluded') }}</b>{{ ' ' }}
      <span class="faded">{{ say('common.itemsCounted', { n: blueprint.without.length }) }}</span>
    </summary>
    <ElButton link v-if="mayChange" class="word" @click="emit('set', { without: [] })">
      {{ say('tests.includeThemAgain') }}
    </ElButton>
  </details>
</template>

<style scoped>
details {
  border-top: var(--line);
  padding: 7px 0;
}
.placed {
  margin-block: 6px;
}
.tick {
  display: block;
  padding: 3px 0;
}
</style>
