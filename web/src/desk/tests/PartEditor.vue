<script setup lang="ts">
/** One part: its key and its rule. Which editor serves which kind stands here. */
import { kinds, type MultipleChoice, type Part, type SingleChoice } from '@oaken/core/items';
import { computed } from 'vue';
import ChoicesEditor from './ChoicesEditor.vue';
import NumericEditor from './NumericEditor.vue';
import ShortTextEditor from './ShortTextEditor.vue';

const part = defineModel<Part>({ required: true });
const props = defineProps<{ problems: { pointer: string; message: string }[] }>();

const rules = computed(() =>
  part.value.kind === 'multiple-choice'
    ? ({
        'all-or-nothing': 'All or nothing',
        'each-right': 'Each right choice counts',
        'wrong-takes-away': 'Each right choice counts, wrong ones take away',
      } as Record<string, string>)
    : ({ 'all-or-nothing': 'All or nothing' } as Record<string, string>),
);
const points = computed(() => ('points' in part.value.rule ? part.value.rule.points : null));

function setRule(rule: string): void {
  part.value = { ...part.value, rule: { rule, points: points.value ?? 1 } } as Part;
}
function setPoints(event: Event): void {
  const typed = (event.target as HTMLInputElement).value.replace(',', '.');
  part.value = {
    ...part.value,
    rule: { ...part.value.rule, points: typed.trim() === '' ? Number.NaN : Number(typed) },
  } as Part;
}
const elsewhere = computed(() => props.problems.filter(({ pointer }) => !/^\/(choices|key)/.test(pointer)));
</script>

<template>
  <section class="part">
    <h2>{{ kinds[part.kind].title }}</h2>
    <ChoicesEditor
      v-if="part.kind === 'single-choice' || part.kind === 'multiple-choice'"
      v-model="part as SingleChoice | MultipleChoice"
      :problems="problems"
    />
    <fieldset v-else-if="part.kind === 'true-false'" class="plain">
      <legend>The statement is</legend>
      <label v-for="value in [true, false]" :key="String(value)"
        ><input v-model="part.key" type="radio" :value="value" /> {{ value ? 'true' : 'false' }}</label
      >
    </fieldset>
    <NumericEditor v-else-if="part.kind === 'numeric'" v-model="part" :problems="problems" />
    <ShortTextEditor v-else v-model="part" :problems="problems" />
    <div class="rule">
      <label>
        <span class="label">Rule</span>
        <select
          class="plain-input"
          :value="part.rule.rule"
          :disabled="part.rule.rule === 'table'"
          @change="setRule(($event.target as HTMLSelectElement).value)"
        >
          <option v-for="(name, rule) in rules" :key="rule" :value="rule">{{ name }}</option>
          <option v-if="part.rule.rule === 'table'" value="table">A table of points</option>
        </select>
      </label>
      <label v-if="points !== null">
        <span class="label">Points</span>
        <input
          class="plain-input narrow"
          inputmode="decimal"
          :value="Number.isNaN(points) ? '' : points"
          @input="setPoints"
        />
      </label>
    </div>
    <p v-for="problem in elsewhere" :key="problem.pointer" class="wrong">{{ problem.message }}</p>
  </section>
</template>

<style scoped>
.part {
  margin-top: 20px;
}
h2 {
  margin-bottom: 6px;
}
.rule {
  display: flex;
  gap: 16px;
  margin-top: 12px;
}
.label {
  display: block;
  font-weight: 600;
}
.narrow {
  width: 80px;
}
.plain {
  border: 0;
  padding: 0;
  margin: 0;
  display: flex;
  gap: 16px;
}
</style>
