<script setup lang="ts">
/** What one list does to one class; each line can be left out, and a question must be answered. */
import type { LineChoice } from '@oaken/core/rosters';
import { count } from '@oaken/core/text';
import { computed } from 'vue';
import {
  changesInWords,
  inOrder,
  isOpen,
  isQuiet,
  planInWords,
  type Plan,
  type PlanLine,
} from './bringing';
import SelectField from '../../parts/SelectField.vue';

const props = defineProps<{
  title: string;
  plan: Plan;
  choice: (line: number) => LineChoice | undefined;
  staying: readonly number[];
}>();
const emit = defineEmits<{
  decide: [line: number, choice: LineChoice];
  stay: [studentId: number, stays: boolean];
}>();

const shown = computed(() => inOrder(props.plan.lines.filter((line) => !isQuiet(line))));
const quiet = computed(() => inOrder(props.plan.lines.filter(isQuiet)));
const of = (line: PlanLine): LineChoice => props.choice(line.listed.line) ?? { take: true };
const decide = (line: PlanLine, change: Partial<LineChoice>) =>
  emit('decide', line.listed.line, { ...of(line), ...change });
function answer(line: PlanLine, value: string): void {
  if (value === 'out') decide(line, { take: false, as: undefined });
  else
    decide(line, {
      take: true,
      as: asOf(value),
    });
}
/** Who a line is, by the choice that stands for it: nobody yet, somebody new, or a student that is known. */
function asOf(value: string): number | null | undefined {
  if (value === '') return undefined;
  return value === 'new' ? null : Number(value);
}
const answered = (line: PlanLine) => {
  const { take, as } = of(line);
  if (!take) return 'out';
  if (as === undefined) return '';
  return as === null ? 'new' : String(as);
};
function happens(line: PlanLine): string {
  if (line.act === 'add') return 'is new';
  if (line.act === 'join') return line.from ? 'comes from' : 'joins; is at this school already';
  if (line.act === 'back') return 'comes back, with every result';
  return line.changes.length > 0 ? '' : 'stays';
}
</script>

<template>
  <section class="preview">
    <h2>{{ title }}</h2>
    <p>
      {{ planInWords(plan) }}.
      <template v-if="plan.open > 0">
        Whoever comes is given the
        {{ count(plan.open, 'assignment that is', 'assignments that are') }} open for the
        class.</template
      >
    </p>
    <table v-if="shown.length || plan.gone.length" class="ruled">
      <thead>
        <tr>
          <th><span class="unseen">Take</span></th>
          <th class="figures">No.</th>
          <th>Name</th>
          <th>What happens</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="line in shown"
          :key="line.listed.line"
          :class="{ open: isOpen(line, of(line)), out: !of(line).take }"
        >
          <td>
            <ElCheckbox
              v-if="line.act !== 'ask'"
              :model-value="of(line).take"
              @change="decide(line, { take: $event as boolean })"
              ><span class="unseen">Take {{ line.name }}</span></ElCheckbox
            >
          </td>
          <td class="figures">{{ line.rosterNumber }}</td>
          <td>
            {{ line.name }}
            <span v-if="line.listed.studentNumber" class="faded small number">{{
              line.listed.studentNumber
            }}</span>
          </td>
          <td>
            <template v-if="line.act === 'ask'">
              Likely known already. Who is it?
              <SelectField
                :model-value="answered(line)"
                :aria-label="`Who is ${line.name}?`"
                @update:model-value="answer(line, $event)"
                ><ElOption value="" label="Choose …" /><ElOption
                  v-for="student in line.likely"
                  :key="student.studentId"
                  :value="String(student.studentId)"
                  :label="`${student.name}${student.where ? ` (${student.where})` : ''}, who ${student.why}`" /><ElOption
                  value="new"
                  label="a new student" /><ElOption value="out" label="leave this line out"
              /></SelectField>
            </template>
            <template v-else>
              {{ happens(line) }}
              <template v-if="line.from">
                {{
                  line.act === 'join' ? line.from.className : `; is in ${line.from.className} now`
                }}
                <SelectField
                  class="short"
                  :model-value="of(line).move === false ? 'both' : 'move'"
                  :aria-label="`${line.name} and ${line.from.className}`"
                  @update:model-value="decide(line, { move: $event === 'move' })"
                  ><ElOption value="move" label="and leaves it" /><ElOption
                    value="both"
                    label="and stays there too"
                /></SelectField>
              </template>
            </template>
            <span v-if="line.changes.length">{{ changesInWords(line) }}</span>
            <span v-if="line.note" class="faded small number">{{ line.note }}</span>
          </td>
        </tr>
        <tr
          v-for="student in plan.gone"
          :key="`gone${student.studentId}`"
          :class="{ out: staying.includes(student.studentId) }"
        >
          <td>
            <ElCheckbox
              :model-value="!staying.includes(student.studentId)"
              @change="emit('stay', student.studentId, !$event as boolean)"
              ><span class="unseen">{{ student.name }} has left</span></ElCheckbox
            >
          </td>
          <td class="figures">{{ student.rosterNumber }}</td>
          <td>{{ student.name }}</td>
          <td>
            {{
              staying.includes(student.studentId)
                ? 'is not on the list, and stays in the class'
                : 'is not on the list: leaves the class, and keeps every result'
            }}
          </td>
        </tr>
      </tbody>
    </table>
    <details v-if="quiet.length">
      <summary>{{ count(quiet.length, 'student stays', 'students stay') }} as they are</summary>
      <p class="small">
        {{ quiet.map(({ name, rosterNumber }) => `${rosterNumber} ${name}`).join(', ') }}
      </p>
    </details>
  </section>
</template>

<style scoped>
td:nth-child(3) {
  min-width: 130px;
}
.preview {
  padding: 12px 24px 18px;
}
.number {
  display: block;
}
.short {
  width: auto;
  min-height: 30px;
  padding: 2px 6px;
}
.open td {
  background: var(--low-wash);
}
.out td {
  color: var(--faded);
  text-decoration: line-through;
}
.out td:first-child,
.out select {
  text-decoration: none;
}
summary {
  cursor: pointer;
  color: var(--faded);
  padding: 8px 0;
}
</style>
