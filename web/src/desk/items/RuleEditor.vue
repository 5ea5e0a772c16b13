<script setup lang="ts">
/** How points are given: the rule, the points, or points for each choice. */
import { present } from '@oaken/core/certain';
import { kindOf, type Part, type RuleName, type Worth } from '@oaken/core/items';
import { plainText } from '@oaken/core/text';
import { computed } from 'vue';
import { under, type Problem } from '../../parts/problems';
import SelectField from '../../parts/SelectField.vue';
import CommitInput from '../../parts/CommitInput.vue';
import { say } from '../../words/teacher';

const part = defineModel<Part>({ required: true });
const props = defineProps<{ problems: Problem[] }>();

const names: Record<RuleName, string> = {
  'all-or-nothing': say('items.allOrNothing'),
  'each-right': say('items.pointsEachRightOne'),
  'wrong-takes-away': say('items.pointsEachRightOneWrong'),
  'each-place': say('items.pointsEachOneIn'),
  'each-pair': say('items.pointsEachTwoIn'),
  table: say('items.pointsEachChoice'),
  'by-hand': say('items.aTeacherMarks'),
};

const kind = computed(() => kindOf(part.value));
const offered = computed(() => kind.value.rules ?? []);
type AnyRule = {
  rule: RuleName;
  points?: number;
  values?: { value: string; points: number }[];
  otherwise?: number;
  lower?: number | undefined;
  upper?: number | undefined;
};
const rule = computed(() => ('rule' in part.value ? (part.value.rule as AnyRule) : null));
const set = (changed: AnyRule) => (part.value = { ...part.value, rule: changed } as Part);

/** What points can be given for one by one: the choices, or the accepted answers. */
const worths = computed<Worth[]>(() => {
  const { worths: listed, options } = kind.value;
  if (listed) return listed(part.value);
  return (options?.(part.value) ?? []).map(({ id, label, right }) => ({
    value: id,
    label: plainText(label) || say('common.empty'),
    right,
  }));
});
function choose(next: RuleName): void {
  if (next !== 'table') return void set({ rule: next, points: rule.value?.points ?? 1 });
  const worth = rule.value?.points ?? 1;
  set({
    rule: 'table',
    values: worths.value.map(({ value, right }) => ({ value, points: right ? worth : 0 })),
    otherwise: 0,
  });
}
const numberIn = (typed: string) => {
  const text = typed.replace(',', '.').replace('−', '-').trim();
  return text === '' ? Number.NaN : Number(text);
};
function setValue(value: string, points: number): void {
  const rest = (present(rule.value, 'rule').values ?? []).filter(
    (candidate) => candidate.value !== value,
  );
  set({ ...present(rule.value, 'rule'), values: [...rest, { value, points }] });
}
const pointsOf = (value: string) =>
  rule.value?.values?.find((candidate) => candidate.value === value)?.points ??
  rule.value?.otherwise ??
  0;
function setBound(name: 'lower' | 'upper', typed: string): void {
  const value = numberIn(typed);
  const { [name]: _, ...rest } = present(rule.value, 'rule');
  set(Number.isNaN(value) ? rest : { ...rest, [name]: value });
}
const shown = (value: number | undefined) =>
  value === undefined || Number.isNaN(value) ? '' : value;
/** Ticking everything would earn everything; where only one thing can be ticked it is no answer at all. */
const paysForAll = computed(() => {
  const options = kind.value.options?.(part.value) ?? [];
  const everything = kind.value.response.safeParse(options.map(({ id }) => id));
  if (!everything.success || options.every(({ right }) => right)) return false;
  const maxPoints = kind.value.points(part.value);
  return maxPoints > 0 && kind.value.score(part.value, everything.data) >= maxPoints;
});
const ruleProblems = computed(() => under(props.problems, '/rule'));
</script>

<template>
  <div v-if="rule" class="rule">
    <label v-if="offered.length > 1">
      <span class="label">{{ say('items.rule') }}</span>
      <SelectField :model-value="rule.rule" @update:model-value="choose($event as RuleName)"
        ><ElOption v-for="name in offered" :key="name" :value="name" :label="names[name]"
      /></SelectField>
    </label>
    <label v-if="rule.rule !== 'table' && !('criteria' in part && part.criteria?.length)">
      <span class="label">{{
        rule.rule === 'by-hand' ? say('items.maximumPoints') : say('common.points')
      }}</span>
      <ElInput
        class="narrow"
        inputmode="decimal"
        :model-value="shown(rule.points)"
        @input="set({ ...rule, points: numberIn($event) })"
      />
    </label>
  </div>
  <table v-if="rule?.rule === 'table'" class="ruled points">
    <thead>
      <tr>
        <th>{{ kind.worths ? say('items.acceptedAnswer') : say('common.choice') }}</th>
        <th class="figures">{{ say('common.points') }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="line in worths" :key="line.value">
        <td>{{ line.label }}</td>
        <td class="figures">
          <ElInput
            class="narrow"
            inputmode="decimal"
            :model-value="shown(pointsOf(line.value))"
            :aria-label="say('items.pointsLabel', { label: line.label })"
            @input="setValue(line.value, numberIn($event))"
          />
        </td>
      </tr>
      <tr>
        <td class="faded">{{ say('items.minimumMaximumScore') }}</td>
        <td class="figures bounds">
          <CommitInput
            class="narrow"
            inputmode="decimal"
            :model-value="shown(rule.lower)"
            placeholder="0"
            :aria-label="say('items.minimumPoints')"
            @change="setBound('lower', $event)"
          />
          <CommitInput
            class="narrow"
            inputmode="decimal"
            :model-value="shown(rule.upper)"
            :placeholder="say('common.any')"
            :aria-label="say('items.maximumPoints')"
            @change="setBound('upper', $event)"
          />
        </td>
      </tr>
    </tbody>
  </table>
  <p v-if="paysForAll" class="caution" role="status">
    {{ say('items.choosingEverythingEarnsAll') }}
  </p>
  <p v-for="problem in ruleProblems" :key="problem.pointer + problem.message" class="wrong">
    {{ problem.message }}
  </p>
</template>

<style scoped>
.rule {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  margin-top: 12px;
}
.label {
  display: block;
  font-weight: 600;
}
.narrow {
  width: 80px;
}
.points {
  margin-top: 10px;
}
.points .narrow {
  text-align: end;
}
.bounds {
  white-space: nowrap;
}
.caution {
  margin: 8px 0 0;
  color: var(--partial-ink);
}
</style>
