<script setup lang="ts">
/** Students grouped by what they missed, with the evidence; one step makes a practice test for each group. */
import { elementAt } from '@oaken/core/certain';
import type { AnswerOf, api } from '@oaken/contract';
import { count, listing } from '@oaken/core/text';
import { computed, reactive, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import EmptyNote from '../../parts/EmptyNote.vue';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../../parts/PageHead.vue';
import TallyBox from '../../parts/TallyBox.vue';
import { done } from '../shared/undo';
import { percent } from '../shared/words';
import SelectField from '../../parts/SelectField.vue';

type Own = AnswerOf<typeof api.readFollowUp>;
const assignmentId = Number(useRoute().params.assignmentId);
const rules = reactive({ below: 60, over: 'this' as 'this' | 'all', groups: 5 });
const each = ref(3);
const followUp = ref<Own | null>(null);
const names = ref<string[]>([]);
const left = ref(new Set<number>());
const made = ref<AnswerOf<typeof api.makeFollowUp>['made'] | null>(null);
const { wrong, busy, read, act } = useDoing();
let key = crypto.randomUUID();

async function load(): Promise<void> {
  await read(async () => {
    followUp.value = await call('readFollowUp', { params: { assignmentId }, query: { ...rules } });
    names.value = followUp.value.groups.map(({ codes }) =>
      `Practice ${codes.join(', ')}`.slice(0, 80),
    );
    left.value = new Set();
    made.value = null;
    key = crypto.randomUUID();
  });
}
watch(rules, load, { immediate: true });

type Student = Own['groups'][number]['students'][number];
const mean = ({ evidence }: Student) =>
  evidence.reduce((sum, { share }) => sum + (share ?? 1), 0) / evidence.length;
const weakestFirst = (students: Student[]) => [...students].sort((a, b) => mean(a) - mean(b));
const statement = (code: string) =>
  followUp.value?.statements.find((standard) => standard.code === code)?.statement || code;
const chosen = computed(
  () =>
    followUp.value?.groups
      .map((group, index) => ({ group, at: index }))
      .filter(({ at }) => !left.value.has(at)) ?? [],
);
const toggle = (index: number) =>
  (left.value = left.value.has(index)
    ? new Set([...left.value].filter((value) => value !== index))
    : new Set([...left.value, index]));
async function make(): Promise<void> {
  await act(async () => {
    const groups = chosen.value.map(({ group, at }) => ({
      name: elementAt(names.value, at),
      codes: group.codes,
      students: group.students.map(({ id }) => id),
    }));
    made.value = (
      await call('makeFollowUp', {
        params: { assignmentId },
        body: { clientKey: key, each: each.value, groups },
      })
    ).made;
    done(`${count(made.value.length, 'practice test')} made, each with its group in the class.`);
  });
}
</script>

<template>
  <PageHead title="Follow-up" where="Students by the standards that they missed">
    <RouterLink :to="`/results/${assignmentId}/standards`">Back to the standards</RouterLink>
  </PageHead>
  <div class="bar" role="group" aria-label="How to group">
    <label
      >Missed below
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
      >over
      <SelectField v-model="rules.over"
        ><ElOption value="this" label="this assignment" /><ElOption
          value="all"
          label="everything that they handed in"
      /></SelectField>
    </label>
    <label
      >at most
      <ElInputNumber
        :controls="false"
        v-model.lazy.number="rules.groups"
        class="few"
        :min="1"
        :max="12"
      />
      groups</label
    >
    <label
      ><ElInputNumber :controls="false" v-model.lazy.number="each" class="few" :min="1" :max="10" />
      items for each standard</label
    >
  </div>
  <div class="sheet" tabindex="0" role="region" aria-label="Groups of students">
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <EmptyNote v-if="followUp && followUp.groups.length === 0" title="Nobody missed anything."
      >Everybody earned at least {{ rules.below }}% on every standard, or nobody has handed in
      yet.</EmptyNote
    >
    <article
      v-for="(group, position) in followUp?.groups ?? []"
      :key="position"
      :class="{ off: left.has(position) }"
    >
      <header>
        <ElCheckbox :model-value="!left.has(position)" @change="toggle(position)"
          ><span class="unseen">Make practice for group {{ position + 1 }}</span></ElCheckbox
        >
        <ElInput
          v-model="names[position]"
          :aria-label="`Name of group ${position + 1}`"
          maxlength="80"
        />
        <span class="faded">{{ count(group.students.length, 'student') }}</span>
      </header>
      <ul class="codes">
        <li v-for="{ code, items } in group.available" :key="code">
          {{ statement(code) }} <span class="faded small">{{ code }}</span>
          <span :class="items ? 'faded' : 'wrong'" class="small">
            ·
            {{
              items
                ? `${count(items, 'item')} that none of them has met`
                : 'your banks have nothing new for them'
            }}</span
          >
        </li>
      </ul>
      <p v-if="made?.find(({ name }) => name === names[position])" class="made">
        <template
          v-for="entry in made.filter(({ name }) => name === names[position])"
          :key="entry.testId"
        >
          <b>{{ count(entry.items, 'item') }}</b>{{
            entry.without.length ? `, none for ${listing(entry.without)}` : ''
          }}.
          <RouterLink :to="`/tests/${entry.testId}`">Look at the test</RouterLink>
          {{ ' ' }}
          <RouterLink
            :to="{
              path: `/tests/${entry.testId}/assign`,
              query: {
                practice: '1',
                ...(entry.groupIds.length
                  ? { groups: entry.groupIds.join(',') }
                  : { students: entry.students.join(',') }),
              },
            }"
            >Assign it to them</RouterLink
          >
        </template>
      </p>
      <table class="ruled">
        <thead>
          <tr>
            <th>Student</th>
            <th v-for="code in group.codes" :key="code">{{ code }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="student in weakestFirst(group.students)" :key="student.id">
            <td>
              {{ student.name }} <span class="faded small">{{ student.class }}</span>
            </td>
            <td v-for="proof in student.evidence" :key="proof.code">
              <template v-if="proof.share !== null">
                <TallyBox
                  :share="proof.share"
                  :label="`${percent(proof.share)} on ${count(proof.items, 'item')}`"
                />
                {{ percent(proof.share) }}
                <span class="faded small">{{ count(proof.items, 'item') }}</span>
              </template>
              <span v-else class="faded">not asked</span>
            </td>
          </tr>
        </tbody>
      </table>
    </article>
  </div>
  <FootingLine label="Groups">
    <template v-if="followUp">
      <span
        ><b>{{ followUp.groups.length }}</b>
        {{ followUp.groups.length === 1 ? 'group' : 'groups' }}</span
      >
      <span
        ><b>{{ followUp.secure }}</b> with at least {{ rules.below }}% on every standard</span
      >
    </template>
    <template #actions>
      <ElButton
        type="primary"
        :disabled="chosen.length === 0 || made !== null"
        :loading="busy"
        @click="make"
        >Make {{ count(chosen.length, 'practice test') }}</ElButton
      >
    </template>
  </FootingLine>
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
.sheet {
  flex: 1;
  overflow: auto;
  padding: 12px 24px;
  background: var(--sheet);
}
article {
  border-top: 3px double var(--rule-strong);
  padding: 12px 0 18px;
}
article:first-of-type {
  border-top: 0;
}
header {
  display: flex;
  gap: 12px;
  align-items: center;
}
header :deep(.el-input) {
  max-width: 520px;
  font-weight: 600;
}
.codes {
  margin: 8px 0;
}
.off {
  opacity: 0.55;
}
.made {
  border-left: 4px solid var(--secure);
  padding-left: 12px;
}
</style>
