<script setup lang="ts">
/** What one list does to one class; each line can be left out, and a question must be answered. */
import type { LineChoice } from '@oaken/core/rosters';
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
import { say } from '../../words/teacher';

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
  if (line.act === 'add') return say('classes.isNew');
  if (line.act === 'join')
    return line.from ? say('classes.comesFrom') : 'joins; is at this school already';
  if (line.act === 'back') return say('classes.reEnrollsWithEvery');
  return line.changes.length > 0 ? '' : say('classes.stays');
}
</script>

<template>
  <section class="preview">
    <h2>{{ title }}</h2>
    <p>
      {{ planInWords(plan) }}.
      <template v-if="plan.open > 0">
        {{ say('classes.whoeverComesGivenAssignments', { n: plan.open }) }}</template
      >
    </p>
    <table v-if="shown.length || plan.gone.length" class="ruled">
      <thead>
        <tr>
          <th>
            <span class="unseen">{{ say('classes.include') }}</span>
          </th>
          <th class="figures">{{ say('common.no') }}</th>
          <th>{{ say('common.name') }}</th>
          <th>{{ say('classes.whatHappens') }}</th>
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
              ><span class="unseen">{{
                say('classes.includeName', { name: line.name })
              }}</span></ElCheckbox
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
              {{ say('classes.probablyKnownAlreadyWho') }}
              <SelectField
                :model-value="answered(line)"
                :aria-label="say('classes.whoName', { name: line.name })"
                @update:model-value="answer(line, $event)"
                ><ElOption value="" :label="say('classes.choose')" /><ElOption
                  v-for="student in line.likely"
                  :key="student.studentId"
                  :value="String(student.studentId)"
                  :label="
                    say('classes.nameWhoWhy', {
                      name: student.name,
                      value: student.where ? ` (${student.where})` : '',
                      why: student.why,
                    })
                  " /><ElOption value="new" :label="say('classes.aNewStudent')" /><ElOption
                  value="out"
                  :label="say('classes.leaveThisLineOut')"
              /></SelectField>
            </template>
            <template v-else>
              {{ happens(line) }}
              <template v-if="line.from">
                {{
                  line.act === 'join'
                    ? line.from.className
                    : say('classes.isInClassName', { className: line.from.className })
                }}
                <SelectField
                  class="short"
                  :model-value="of(line).move === false ? 'both' : 'move'"
                  :aria-label="
                    say('classes.nameClassName', {
                      name: line.name,
                      className: line.from.className,
                    })
                  "
                  @update:model-value="decide(line, { move: $event === 'move' })"
                  ><ElOption value="move" :label="say('classes.andLeaves')" /><ElOption
                    value="both"
                    :label="say('classes.andStaysThereToo')"
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
              ><span class="unseen">{{
                say('classes.nameHasLeft', { name: student.name })
              }}</span></ElCheckbox
            >
          </td>
          <td class="figures">{{ student.rosterNumber }}</td>
          <td>{{ student.name }}</td>
          <td>
            {{
              staying.includes(student.studentId)
                ? say('classes.isNotOnList')
                : say('classes.isNotOnListLeaves')
            }}
          </td>
        </tr>
      </tbody>
    </table>
    <details v-if="quiet.length">
      <summary>{{ say('classes.studentsStayAsThey', { n: quiet.length }) }}</summary>
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
