<script setup lang="ts">
/** Students grouped by what they missed, with the evidence; one step makes a practice test for each group. */
import type { AnswerOf, api } from '@oaken/contract';
import { count, listing } from '@oaken/core/text';
import { computed, reactive, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { call } from '../../client/call';
import { inWords } from '../../client/request';
import EmptyNote from '../../parts/EmptyNote.vue';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../../parts/PageHead.vue';
import TallyBox from '../../parts/TallyBox.vue';
import { done } from '../undo';
import { percent } from '../words';

type Own = AnswerOf<typeof api.readFollowUp>;
const assignmentId = Number(useRoute().params.assignmentId);
const rules = reactive({ below: 60, over: 'this' as 'this' | 'all', groups: 5 });
const each = ref(3);
const own = ref<Own | null>(null);
const names = ref<string[]>([]);
const left = ref(new Set<number>());
const made = ref<AnswerOf<typeof api.makeFollowUp>['made'] | null>(null);
const wrong = ref('');
const busy = ref(false);
let key = crypto.randomUUID();

async function load(): Promise<void> {
  try {
    own.value = await call('readFollowUp', { params: { assignmentId }, query: { ...rules } });
    names.value = own.value.groups.map(({ codes }) => `Practice ${codes.join(', ')}`.slice(0, 80));
    left.value = new Set();
    made.value = null;
    key = crypto.randomUUID();
    wrong.value = '';
  } catch (error) {
    wrong.value = inWords(error);
  }
}
watch(rules, load, { immediate: true });

type Student = Own['groups'][number]['students'][number];
const mean = ({ evidence }: Student) =>
  evidence.reduce((sum, { share }) => sum + (share ?? 1), 0) / evidence.length;
const weakestFirst = (students: Student[]) => [...students].sort((a, b) => mean(a) - mean(b));
const statement = (code: string) =>
  own.value?.statements.find((one) => one.code === code)?.statement || code;
const chosen = computed(
  () =>
    own.value?.groups.map((group, at) => ({ group, at })).filter(({ at }) => !left.value.has(at)) ??
    [],
);
const toggle = (at: number) =>
  (left.value = left.value.has(at)
    ? new Set([...left.value].filter((one) => one !== at))
    : new Set([...left.value, at]));
async function make(): Promise<void> {
  busy.value = true;
  wrong.value = '';
  try {
    const groups = chosen.value.map(({ group, at }) => ({
      name: names.value[at]!,
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
  } catch (error) {
    wrong.value = inWords(error);
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <PageHead title="Follow-up" where="Students by the standards that they missed">
    <RouterLink :to="`/results/${assignmentId}/standards`">Back to the standards</RouterLink>
  </PageHead>
  <div class="bar" role="group" aria-label="How to group">
    <label
      >Missed below
      <input
        v-model.lazy.number="rules.below"
        class="plain-input few"
        type="number"
        min="1"
        max="100"
      />
      %</label
    >
    <label
      >over
      <select v-model="rules.over" class="plain-input">
        <option value="this">this assignment</option>
        <option value="all">everything that they handed in</option>
      </select>
    </label>
    <label
      >at most
      <input
        v-model.lazy.number="rules.groups"
        class="plain-input few"
        type="number"
        min="1"
        max="12"
      />
      groups</label
    >
    <label
      ><input v-model.lazy.number="each" class="plain-input few" type="number" min="1" max="10" />
      items for each standard</label
    >
  </div>
  <div class="sheet" tabindex="0" role="region" aria-label="Groups of students">
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <EmptyNote v-if="own && own.groups.length === 0" title="Nobody missed anything."
      >Everybody earned at least {{ rules.below }} % on every standard, or nobody has handed in
      yet.</EmptyNote
    >
    <article v-for="(group, at) in own?.groups ?? []" :key="at" :class="{ off: left.has(at) }">
      <header>
        <input
          type="checkbox"
          :checked="!left.has(at)"
          :aria-label="`Make practice for group ${at + 1}`"
          @change="toggle(at)"
        />
        <input
          v-model="names[at]"
          class="plain-input"
          :aria-label="`Name of group ${at + 1}`"
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
      <p v-if="made?.find(({ name }) => name === names[at])" class="made">
        <template v-for="one in made.filter(({ name }) => name === names[at])" :key="one.testId">
          <b>{{ count(one.items, 'item') }}</b>{{
            one.without.length ? `, none for ${listing(one.without)}` : ''
          }}.
          <RouterLink :to="`/tests/${one.testId}`">Look at the test</RouterLink>
          {{ ' ' }}
          <RouterLink
            :to="{
              path: `/tests/${one.testId}/assign`,
              query: {
                practice: '1',
                ...(one.groupIds.length
                  ? { groups: one.groupIds.join(',') }
                  : { students: one.students.join(',') }),
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
    <template v-if="own">
      <span
        ><b>{{ own.groups.length }}</b> {{ own.groups.length === 1 ? 'group' : 'groups' }}</span
      >
      <span
        ><b>{{ own.secure }}</b> with at least {{ rules.below }} % on every standard</span
      >
    </template>
    <template #actions>
      <el-button
        type="primary"
        :disabled="chosen.length === 0 || made !== null"
        :loading="busy"
        @click="make"
        >Make {{ count(chosen.length, 'practice test') }}</el-button
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
.bar .plain-input {
  width: auto;
  padding: 2px 6px;
  min-height: 30px;
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
header .plain-input {
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
