<script setup lang="ts">
/** Which items of a section a student gets: all of them, so many of them, or so many of what a search finds. */
import { present } from '@oaken/core/certain';
import type { Draw, PoolSearch, Section } from '@oaken/core/assessments';
import { computed, ref, watch } from 'vue';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import { useLibrary } from '../library/library';
import StandardPicker from '../library/StandardPicker.vue';
import { depthNames } from '../shared/words';
import { useTyped } from './useTyped';
import SelectField from '../../parts/SelectField.vue';
import { say } from '../../words/teacher';

const props = defineProps<{
  section: Section;
  name: string;
  /** Items of the test, which a search does not find again. */
  but: readonly number[];
}>();
const emit = defineEmits<{ draw: [draw: Draw | null] }>();
const library = useLibrary();

const anything: PoolSearch = { standard: null, grade: null, depth: null, bank: null };
const way = computed(() => {
  if (!props.section.draw) return 'all';
  return props.section.draw.search ? 'search' : 'these';
});
const picking = ref(false);
const poolSize = ref<number | null>(null);
const { wrong, read } = useDoing();
const typedCount = useTyped(() => props.section.draw?.count);
const typedPoints = useTyped(() => props.section.draw?.points);
const pool = computed(() =>
  way.value === 'search' ? poolSize.value : props.section.entries.length,
);
const short = computed(
  () => pool.value !== null && props.section.draw !== null && props.section.draw.count > pool.value,
);

watch(
  () => [props.section.draw?.search, props.but.length] as const,
  async ([search]) => {
    poolSize.value = null;
    if (!search) return;
    await read(async () => {
      const { total } = await call('countPool', { body: { search, but: [...props.but] } });
      if (props.section.draw?.search === search) poolSize.value = total;
    });
  },
  { immediate: true },
);

function choose(next: string): void {
  if (next === 'all') return emit('draw', null);
  const had = props.section.draw;
  const points = had?.points ?? props.section.entries[0]?.points ?? 1;
  const count = next === 'these' ? Math.max(1, props.section.entries.length) : 5;
  emit('draw', {
    count: Math.min(had?.count ?? 3, count),
    points,
    search: next === 'search' ? (had?.search ?? anything) : null,
  });
}
function change(draw: Partial<Draw>): void {
  emit('draw', { ...present(props.section.draw, 'draw'), ...draw });
}
function changeCount(): void {
  const next = Number(typedCount.value);
  if (!Number.isInteger(next) || next < 1 || next > 200) wrong.value = say('tests.aDrawGivesFrom');
  else {
    wrong.value = '';
    change({ count: next });
  }
}
function changePoints(): void {
  const next = Number(typedPoints.value.replace(',', '.'));
  if (typedPoints.value.trim() === '' || !(next >= 0 && next <= 1000))
    wrong.value = say('tests.pointsNumberFrom');
  else {
    wrong.value = '';
    change({ points: next });
  }
}
const look = (poolSearch: Partial<PoolSearch>) =>
  change({ search: { ...(props.section.draw?.search ?? anything), ...poolSearch } });
const chosen = computed(() => library.standards.get(props.section.draw?.search?.standard ?? 0));
</script>

<template>
  <fieldset class="draw">
    <legend class="unseen">{{ say('tests.itemsEachStudent') }}</legend>
    <SelectField
      class="way"
      :aria-label="say('tests.whichItemsNameEach', { name })"
      :model-value="way"
      @update:model-value="choose($event)"
      ><ElOption value="all" :label="say('tests.everyStudentGetsAll')" /><ElOption
        value="these"
        :label="say('tests.aDrawFromThese')" /><ElOption
        value="search"
        :label="say('tests.aDrawFromSearch')"
    /></SelectField>
    <template v-if="section.draw">
      <label
        ><ElInput
          v-model="typedCount"
          class="few"
          inputmode="numeric"
          :aria-label="say('tests.howManyEachStudent', { name })"
          :aria-invalid="short"
          @change="changeCount"
        />
        {{ say('tests.of', { value: pool === null ? '…' : pool }) }}</label
      >
      <label
        ><ElInput
          v-model="typedPoints"
          class="few"
          inputmode="decimal"
          :aria-label="say('tests.pointsEachDrawnItem', { name })"
          @change="changePoints"
        />
        {{ say('tests.ptEach') }}</label
      >
    </template>
    <div v-if="section.draw?.search" class="search">
      <ElButton link class="word" @click="picking = true">
        {{ chosen ? chosen.code : say('tests.anyStandard') }}
      </ElButton>
      <ElButton
        link
        v-if="chosen"
        class="word"
        :aria-label="say('tests.anyStandard')"
        @click="look({ standard: null })"
      >
        ×
      </ElButton>
      <SelectField
        :aria-label="say('common.grade')"
        :model-value="section.draw.search.grade ?? ''"
        @update:model-value="look({ grade: $event || null })"
        ><ElOption value="" :label="say('tests.anyGrade')" /><ElOption
          v-for="grade in library.grades"
          :key="grade"
          :value="grade"
          :label="say('tests.gradeGrade', { grade })"
      /></SelectField>
      <SelectField
        :aria-label="say('common.depth')"
        :model-value="section.draw.search.depth ?? ''"
        @update:model-value="look({ depth: $event || null })"
        ><ElOption value="" :label="say('tests.anyDepth')" /><ElOption
          v-for="depth in [1, 2, 3, 4]"
          :key="depth"
          :value="depth"
          :label="`${depth} ${depthNames[depth]}`"
      /></SelectField>
      <SelectField
        :aria-label="say('tests.bank')"
        :model-value="section.draw.search.bank ?? ''"
        @update:model-value="look({ bank: $event || null })"
        ><ElOption value="" :label="say('tests.anyBank')" /><ElOption
          v-for="bank in library.banks"
          :key="bank.id"
          :value="bank.id"
          :label="bank.name"
      /></SelectField>
    </div>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <p v-else-if="section.draw?.search && section.entries.length" class="wrong" role="alert">
      {{ say('tests.theSectionHasItems', { n: section.entries.length }) }}
    </p>
    <p v-else-if="short" class="wrong" role="alert">
      {{
        say('tests.thereAskFewerOr', {
          value:
            pool === 1
              ? say('tests.isOnly1Item')
              : say('tests.areOnlyItems', { n: present(pool, 'pool') }),
        })
      }}
    </p>
    <p v-else-if="section.draw" class="faded small">
      {{
        say('tests.allItemsUsedAbout', {
          value: section.draw.search ? say('tests.onlyItemsMarkedBy') : '',
        })
      }}
    </p>
    <StandardPicker
      v-model="picking"
      :chosen="section.draw?.search?.standard ? [section.draw.search.standard] : []"
      :title="say('tests.drawFromThisStandard')"
      @done="look({ standard: $event.at(-1) ?? null })"
    />
  </fieldset>
</template>

<style scoped>
.draw {
  border: 0;
  margin: 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
}
.way {
  width: auto;
}
.few {
  width: 56px;
  text-align: end;
}
.search {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
  flex-basis: 100%;
}
p {
  flex-basis: 100%;
  margin: 0;
}
</style>
