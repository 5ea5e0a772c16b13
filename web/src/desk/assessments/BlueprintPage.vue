<script setup lang="ts">
/** Left what the test should be, right what the machine finds for it; the result becomes an ordinary test. */
import type { Blueprint } from '@oaken/core/assembly';
import { count } from '@oaken/core/text';
import { onMounted, ref } from 'vue';
import { useRoute } from 'vue-router';
import { useDoing } from '../../client/useDoing';
import EmptyNote from '../../parts/EmptyNote.vue';
import FacingPages from '../shared/FacingPages.vue';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../shared/PageHead.vue';
import { useLibrary } from '../library/library';
import StandardPicker from '../library/StandardPicker.vue';
import { failed } from '../shared/undo';
import { pointsText } from '../shared/words';
import BlueprintLimits from './BlueprintLimits.vue';
import BlueprintSources from './BlueprintSources.vue';
import BlueprintTable from './BlueprintTable.vue';
import FillPanel from './FillPanel.vue';
import UnsentChanges from './UnsentChanges.vue';
import { useBlueprint } from './useBlueprint';
import { useTest } from './useTest';
import SelectField from '../../parts/SelectField.vue';
import { say } from '../../words/teacher';

const testId = Number(useRoute().params.testId);
const library = useLibrary();
const test = useTest(testId);
const { outline, mayChange } = test;
const { blueprint, entries, states, problems, put, set, takeStandards, splitByDepth, fromTest } =
  useBlueprint(test);
const { wrong, read } = useDoing();
const picking = ref(false);

onMounted(async () => {
  library.load().catch(failed);
  await read(() => test.load());
});
</script>

<template>
  <PageHead
    :title="say('tests.blueprint')"
    :where="say('tests.testsTitle', { title: outline?.title ?? '' })"
  >
    <template v-if="mayChange">
      <ElButton :disabled="!test.canUndo.value" @click="test.undo()">{{
        say('common.undo')
      }}</ElButton>
      <ElButton :disabled="!test.canRedo.value" @click="test.redo()">{{
        say('tests.redo')
      }}</ElButton>
    </template>
    <RouterLink :to="`/tests/${testId}`">{{ say('tests.backTest') }}</RouterLink>
  </PageHead>
  <UnsentChanges
    :waiting="test.waiting.value"
    :keeps="test.keeps.value"
    :stuck="test.stuck.value"
    @decide="test.decide"
  />
  <p v-if="wrong" class="wrong inset" role="alert">{{ wrong }}</p>
  <FacingPages
    v-else
    name="blueprint"
    :left="say('tests.whatTestShouldCover')"
    :right="say('tests.findItems')"
    :start="54"
    :most="76"
  >
    <template #left>
      <div class="inset">
        <div class="line">
          <label
            >{{ say('tests.cellsCount') }}
            <SelectField
              :aria-label="say('tests.whatCellsCount')"
              :model-value="blueprint.measure"
              :disabled="!mayChange"
              @update:model-value="set({ measure: $event as Blueprint['measure'] })"
              ><ElOption value="items" :label="say('common.items')" /><ElOption
                value="points"
                :label="say('tests.points')" /></SelectField
          ></label>
          <ElCheckbox
            :model-value="blueprint.byDepth"
            :disabled="!mayChange"
            @change="splitByDepth($event as boolean)"
          >
            {{ say('tests.byDepth') }}</ElCheckbox
          >
          <ElButton link v-if="mayChange" class="word" @click="picking = true">
            {{ say('common.standards') }}
          </ElButton>
          <ElButton link v-if="mayChange && entries.length" class="word" @click="fromTest">
            {{ say('tests.copyFromThisTest') }}
          </ElButton>
        </div>
        <EmptyNote v-if="blueprint.rows.length === 0" :title="say('tests.noRowsYet')">{{
          say('tests.chooseStandardsOrStrands')
        }}</EmptyNote>
        <BlueprintTable
          v-else
          :blueprint="blueprint"
          :states="states"
          :may-change="mayChange"
          @change="put"
        />
        <BlueprintLimits :blueprint="blueprint" :may-change="mayChange" @set="set" />
        <BlueprintSources :blueprint="blueprint" :may-change="mayChange" @set="set" />
      </div>
    </template>
    <template #right>
      <div class="inset">
        <FillPanel
          :test-id="testId"
          :test="test"
          :blueprint="blueprint"
          :problems="problems"
          @without="set({ without: [...blueprint.without, $event] })"
        />
      </div>
    </template>
  </FacingPages>
  <FootingLine :label="say('tests.theBlueprintsTotals')">
    <span
      ><b>{{
        count(
          states.reduce((sum, { want }) => sum + want, 0),
          blueprint.measure === 'items' ? 'item' : 'point',
        )
      }}</b>
      {{ say('tests.wanted') }}</span
    >
    <span
      >{{ say('tests.theTestHas') }}
      <b>{{ pointsText(states.reduce((sum, { have }) => sum + have, 0)) }}</b>
      {{ say('tests.ofThem') }}</span
    >
  </FootingLine>
  <StandardPicker
    v-model="picking"
    :chosen="blueprint.rows.map(({ standard }) => standard)"
    :title="say('tests.rowsBlueprintStandardsOr')"
    @done="takeStandards"
  />
</template>

<style scoped>
.inset {
  padding: 14px 22px 24px;
}
.line {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 16px;
  margin: 0 0 10px;
}
</style>
