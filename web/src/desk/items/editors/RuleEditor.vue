<script setup lang="ts">
/** How points are given: the rule, the points, or points for each choice. */
import { kindOf, type Part } from '@oaken/core/items';
import { plainText } from '@oaken/core/text';
import { computed } from 'vue';
import { under, type Problem } from '../problems';

const part = defineModel<Part>({ required: true });
const props = defineProps<{ problems: Problem[] }>();

const names = {
  'all-or-nothing': 'All or nothing',
  'each-right': 'Each right one counts',
  'wrong-takes-away': 'Each right one counts, wrong ones take away',
  'each-place': 'Each one in its own place counts',
  'each-pair': 'Each two in the right order count',
  table: 'Points for each choice',
  'by-hand': 'A teacher marks it',
} as const;
type Rule = keyof typeof names;

const offered = computed<Rule[]>(() => {
  switch (part.value.kind) {
    case 'single-choice':
      return ['all-or-nothing', 'table'];
    case 'short-text':
      return ['all-or-nothing', 'table'];
    case 'multiple-choice':
    case 'words-in-text':
    case 'places':
      return ['wrong-takes-away', 'all-or-nothing', 'each-right', 'table'];
    case 'inline-choice':
    case 'matching':
    case 'sorting':
    case 'grid':
      return ['all-or-nothing', 'each-right', 'wrong-takes-away'];
    case 'ordering':
      return ['all-or-nothing', 'each-place', 'each-pair'];
    case 'long-text':
    case 'drawing':
    case 'upload':
      return ['by-hand'];
    default:
      return ['all-or-nothing'];
  }
});
type AnyRule = {
  rule: Rule;
  points?: number;
  values?: { value: string; points: number }[];
  otherwise?: number;
  lower?: number | undefined;
  upper?: number | undefined;
};
const rule = computed(() => ('rule' in part.value ? (part.value.rule as AnyRule) : null));
const set = (own: AnyRule) => (part.value = { ...part.value, rule: own } as Part);

/** What points can be given for one by one: the choices, or the accepted answers. */
const lines = computed(() => {
  if (part.value.kind === 'short-text')
    return part.value.key.variants.map((own) => ({ value: own, label: own }));
  const options = kindOf(part.value).options?.(part.value) ?? [];
  return options.map(({ id, label }) => ({ value: id, label: plainText(label) || '(empty)' }));
});
function choose(next: Rule): void {
  if (next !== 'table') return void set({ rule: next, points: rule.value?.points ?? 1 });
  const options = kindOf(part.value).options?.(part.value);
  const worth = rule.value?.points ?? 1;
  const right = options
    ? options.filter((own) => own.right).map(({ id }) => id)
    : lines.value.map(({ value }) => value);
  set({
    rule: 'table',
    values: lines.value.map(({ value }) => ({ value, points: right.includes(value) ? worth : 0 })),
    otherwise: 0,
  });
}
const typed = (event: Event) => {
  const text = (event.target as HTMLInputElement).value.replace(',', '.').replace('−', '-').trim();
  return text === '' ? Number.NaN : Number(text);
};
function setValue(value: string, points: number): void {
  const rest = (rule.value!.values ?? []).filter((own) => own.value !== value);
  set({ ...rule.value!, values: [...rest, { value, points }] });
}
const pointsOf = (value: string) =>
  rule.value?.values?.find((own) => own.value === value)?.points ?? rule.value?.otherwise ?? 0;
function setBound(name: 'lower' | 'upper', event: Event): void {
  const value = typed(event);
  const { [name]: _, ...rest } = rule.value!;
  set(Number.isNaN(value) ? rest : { ...rest, [name]: value });
}
const shown = (value: number | undefined) =>
  value === undefined || Number.isNaN(value) ? '' : value;
/** Ticking everything would earn everything. */
const paysForAll = computed(() => {
  const own = part.value;
  if (own.kind !== 'multiple-choice' && own.kind !== 'words-in-text' && own.kind !== 'places')
    return false;
  const kind = kindOf(own);
  const all = kind.options?.(own).map(({ id }) => id) ?? [];
  const most = kind.points(own);
  const everyRight = all.length > 0 && kind.options!(own).every(({ right }) => right);
  return !everyRight && most > 0 && kind.score(own, all as never) >= most;
});
const own = computed(() => under(props.problems, '/rule'));
</script>

<template>
  <div v-if="rule" class="rule">
    <label v-if="offered.length > 1">
      <span class="label">Rule</span>
      <select
        class="plain-input"
        :value="rule.rule"
        @change="choose(($event.target as HTMLSelectElement).value as Rule)"
      >
        <option v-for="one in offered" :key="one" :value="one">{{ names[one] }}</option>
      </select>
    </label>
    <label v-if="rule.rule !== 'table' && !('criteria' in part && part.criteria?.length)">
      <span class="label">{{ rule.rule === 'by-hand' ? 'Points at most' : 'Points' }}</span>
      <input
        class="plain-input narrow"
        inputmode="decimal"
        :value="shown(rule.points)"
        @input="set({ ...rule, points: typed($event) })"
      />
    </label>
  </div>
  <table v-if="rule?.rule === 'table'" class="ruled points">
    <thead>
      <tr>
        <th>{{ part.kind === 'short-text' ? 'Accepted answer' : 'Choice' }}</th>
        <th class="figures">Points</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="line in lines" :key="line.value">
        <td>{{ line.label }}</td>
        <td class="figures">
          <input
            class="plain-input narrow"
            inputmode="decimal"
            :value="shown(pointsOf(line.value))"
            :aria-label="`Points for ${line.label}`"
            @input="setValue(line.value, typed($event))"
          />
        </td>
      </tr>
      <tr>
        <td class="faded">Everything together at least / at most</td>
        <td class="figures bounds">
          <input
            class="plain-input narrow"
            inputmode="decimal"
            :value="shown(rule.lower)"
            placeholder="0"
            aria-label="Points at least"
            @change="setBound('lower', $event)"
          />
          <input
            class="plain-input narrow"
            inputmode="decimal"
            :value="shown(rule.upper)"
            placeholder="any"
            aria-label="Points at most"
            @change="setBound('upper', $event)"
          />
        </td>
      </tr>
    </tbody>
  </table>
  <p v-if="paysForAll" class="caution" role="status">
    Whoever picks everything earns all the points. Let wrong ones take points away, or let students
    pick only so many.
  </p>
  <p v-for="problem in own" :key="problem.pointer + problem.message" class="wrong">
    {{ problem.message }}
  </p>
</template>

<style scoped>
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
.points {
  margin-top: 10px;
}
.points .narrow {
  text-align: right;
}
.bounds {
  white-space: nowrap;
}
.caution {
  margin: 8px 0 0;
  color: var(--partial-ink);
}
</style>
