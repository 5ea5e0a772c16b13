<script lang="ts">
import type { Gathering } from '@oaken/contract/results';

/** How students are grouped by what they missed. */
export interface GroupRules {
  /** Missed below so many percent. */
  below: number;
  over: 'this' | 'all';
  by: Gathering;
  /** At most so many groups. */
  groups: number;
}
</script>

<script setup lang="ts">
/** What counts as missed, over which work, and how many groups and items there shall be. */
import SelectField from '../../parts/SelectField.vue';
import { say } from '../../words/teacher';

const rules = defineModel<GroupRules>({ required: true });
/** Items for each standard or tag. */
const each = defineModel<number>('each', { required: true });
</script>

<template>
  <div class="bar" role="group" :aria-label="say('results.howGroup')">
    <label
      >{{ say('results.missedBelow') }}
      <ElInputNumber
        :controls="false"
        v-model.lazy.number="rules.below"
        class="few"
        :min="1"
        :max="100"
      />
      %</label
    >
    <label
      >{{ say('results.over') }}
      <SelectField v-model="rules.over"
        ><ElOption value="this" :label="say('results.thisAssignment')" /><ElOption
          value="all"
          :label="say('results.everythingTheyHandedIn')"
      /></SelectField>
    </label>
    <label
      >{{ say('results.byInline') }}
      <SelectField v-model="rules.by"
        ><ElOption value="standard" :label="say('common.standards')" /><ElOption
          value="tag"
          :label="say('results.tags')"
      /></SelectField>
    </label>
    <label
      >{{ say('results.atMost') }}
      <ElInputNumber
        :controls="false"
        v-model.lazy.number="rules.groups"
        class="few"
        :min="1"
        :max="12"
      />
      {{ say('results.groups') }}</label
    >
    <label
      ><ElInputNumber :controls="false" v-model.lazy.number="each" class="few" :min="1" :max="10" />
      {{
        rules.by === 'tag' ? say('results.itemsEachTag') : say('results.itemsEachStandard')
      }}</label
    >
  </div>
</template>

<style scoped>
.bar {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 20px;
  align-items: center;
  padding: 8px 24px;
  border-bottom: var(--line);
}
.few {
  width: 64px !important;
}
</style>
