<script setup lang="ts">
/** What a blueprint asks of the whole: its time, how hard it is, and how much is marked by hand. */
import type { Blueprint } from '@oaken/core/assembly';
import { ref } from 'vue';
import SelectField from '../../parts/SelectField.vue';
import { levelNames } from '../shared/levelNames';
import { useTyped } from './useTyped';
import { say } from '../../words/teacher';

const props = defineProps<{ blueprint: Blueprint; mayChange: boolean }>();
const emit = defineEmits<{ set: [changed: Partial<Blueprint>] }>();

const fields = {
  minutes: useTyped(() => props.blueprint.minutes),
  facility: useTyped(() => props.blueprint.facility),
  byHand: useTyped(() => props.blueprint.byHand),
};
const { minutes, facility, byHand } = fields;
const limits = {
  minutes: [1, 1440, say('tests.theTimeNumberMinutes')],
  facility: [0.05, 0.95, say('tests.theShareStudentsShould')],
  byHand: [0, 200, say('tests.thisMustBeWhole')],
} as const;
const wrong = ref('');

function setNumber(name: keyof typeof limits): void {
  const [least, largest, sentence] = limits[name];
  const text = fields[name].value.trim();
  const value = text === '' ? null : Number(text.replace(',', '.'));
  const fits =
    value === null ||
    (value >= least && value <= largest && (name !== 'byHand' || Number.isInteger(value)));
  wrong.value = fits ? '' : sentence;
  if (fits) emit('set', { [name]: value });
}
</script>

<template>
  <div class="limits">
    <label
      >{{ say('common.atMost') }}
      <ElInput
        v-model="minutes"
        class="few"
        inputmode="decimal"
        :aria-label="say('tests.minutesAtMost')"
        placeholder="–"
        :readonly="!mayChange"
        @change="setNumber('minutes')"
      />
      {{ say('tests.min') }}</label
    >
    <label
      >{{ say('tests.studentsShouldEarnAbout') }}
      <ElInput
        v-model="facility"
        class="few"
        inputmode="decimal"
        :aria-label="say('tests.sharePointsStudentsShould')"
        placeholder="–"
        :readonly="!mayChange"
        @change="setNumber('facility')"
      />
      {{ say('tests.ofPoints') }}
    </label>
    <label
      >{{ say('tests.markedByHandAt') }}
      <ElInput
        v-model="byHand"
        class="few"
        inputmode="numeric"
        :aria-label="say('tests.itemsMarkedByHand')"
        placeholder="–"
        :readonly="!mayChange"
        @change="setNumber('byHand')"
      />
    </label>
    <label
      >{{ say('tests.level') }}
      <SelectField
        class="level"
        :model-value="blueprint.level"
        :disabled="!mayChange"
        :aria-label="say('tests.level')"
        @update:model-value="emit('set', { level: $event as Blueprint['level'] })"
        ><ElOption value="any" :label="say('tests.anyLevel')" /><ElOption
          v-for="(name, level) in levelNames"
          :key="level"
          :value="level"
          :label="name"
      /></SelectField>
    </label>
  </div>
  <ElCheckbox
    class="tick"
    :model-value="blueprint.variantsOnly"
    :disabled="!mayChange"
    @change="emit('set', { variantsOnly: $event as boolean })"
  >
    {{ say('tests.onlyVariants') }}</ElCheckbox
  >
  <ElCheckbox
    v-if="blueprint.facility !== null"
    class="tick"
    :model-value="blueprint.unknownToo"
    :disabled="!mayChange"
    @change="emit('set', { unknownToo: $event as boolean })"
  >
    {{ say('tests.includeItemsHaveNo') }}</ElCheckbox
  >
  <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
</template>

<style scoped>
.limits {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 16px;
  margin: 14px 0 10px;
}
.limits :deep(.el-input) {
  width: 72px;
}
.limits .level {
  width: 150px;
}
.tick {
  display: block;
  padding: 3px 0;
}
</style>
