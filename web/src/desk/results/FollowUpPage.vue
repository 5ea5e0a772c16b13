<script setup lang="ts">
/** Students grouped by what they missed, with the evidence; one step makes a practice test for each group. */
import { elementAt } from '@oaken/core/certain';
import type { AnswerOf, api } from '@oaken/contract';
import { listing } from '@oaken/core/text';
import { computed, reactive, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import EmptyNote from '../../parts/EmptyNote.vue';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../shared/PageHead.vue';
import TallyBox from '../../parts/TallyBox.vue';
import { done } from '../shared/undo';
import { percent } from '../shared/words';
import FollowUpRules, { type GroupRules } from './FollowUpRules.vue';
import { say } from '../../words/teacher';

type Own = AnswerOf<typeof api.readFollowUp>;
const route = useRoute();
const assignmentId = Number(route.params.assignmentId);
const rules = reactive<GroupRules>({
  below: 60,
  over: 'this',
  by: route.query.by === 'tag' ? 'tag' : 'standard',
  groups: 5,
});
const byTag = computed(() => rules.by === 'tag');
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
      say('results.practiceCodes', { codes: codes.join(', ') }).slice(0, 80),
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
        body: { clientKey: key, each: each.value, by: rules.by, groups },
      })
    ).made;
    done(say('results.practiceTestsMadeEach', { n: made.value.length }));
  });
}
</script>

<template>
  <PageHead
    :title="say('results.followUp')"
    :where="byTag ? say('results.studentsByTagsThey') : say('results.studentsByStandardsThey')"
  >
    <RouterLink :to="`/results/${assignmentId}/standards`">{{
      say('results.backStandards')
    }}</RouterLink>
  </PageHead>
  <FollowUpRules v-model="rules" v-model:each="each" />
  <div class="sheet" tabindex="0" role="region" :aria-label="say('results.groupsStudents')">
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <EmptyNote
      v-if="followUp && followUp.statements.length === 0"
      :title="byTag ? say('results.noTagsHere') : say('results.noStandardsHere')"
      >{{ say('results.theItemsThisTest') }}</EmptyNote
    >
    <EmptyNote
      v-else-if="followUp && followUp.groups.length === 0"
      :title="say('results.nobodyMissedAnything')"
      >{{
        byTag
          ? say('results.everybodyEarnedOnTags', { below: rules.below })
          : say('results.everybodyEarnedAtLeast', { below: rules.below })
      }}</EmptyNote
    >
    <article
      v-for="(group, position) in followUp?.groups ?? []"
      :key="position"
      :class="{ off: left.has(position) }"
    >
      <header>
        <ElCheckbox :model-value="!left.has(position)" @change="toggle(position)"
          ><span class="unseen">{{
            say('results.makePracticeGroupNumber', { number: position + 1 })
          }}</span></ElCheckbox
        >
        <ElInput
          v-model="names[position]"
          :aria-label="say('results.nameGroupNumber', { number: position + 1 })"
          maxlength="80"
        />
        <span class="faded">{{ say('common.studentsCounted', { n: group.students.length }) }}</span>
      </header>
      <ul class="codes">
        <li v-for="{ code, items } in group.available" :key="code">
          {{ statement(code) }}
          <span v-if="statement(code) !== code" class="faded small">{{ code }}</span>
          <span :class="items ? 'faded' : 'wrong'" class="small">
            ·
            {{
              items
                ? say('results.itemsNoneThemHas', { n: items })
                : say('results.yourBanksHaveNothing')
            }}</span
          >
        </li>
      </ul>
      <p v-if="made?.find(({ name }) => name === names[position])" class="made">
        <template
          v-for="entry in made.filter(({ name }) => name === names[position])"
          :key="entry.testId"
        >
          <b>{{ say('common.itemsCounted', { n: entry.items }) }}</b>{{
            entry.without.length
              ? say('results.noneWithout', { without: listing(entry.without) })
              : ''
          }}.
          <RouterLink :to="`/tests/${entry.testId}`">{{ say('results.openTest') }}</RouterLink>
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
            >{{ say('results.assignThem') }}</RouterLink
          >
        </template>
      </p>
      <table class="ruled">
        <thead>
          <tr>
            <th>{{ say('common.student') }}</th>
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
                  :label="
                    say('results.shareOnItems', { n: proof.items, share: percent(proof.share) })
                  "
                />
                {{ percent(proof.share) }}
                <span class="faded small">{{
                  say('common.itemsCounted', { n: proof.items })
                }}</span>
              </template>
              <span v-else class="faded">{{ say('results.notAsked') }}</span>
            </td>
          </tr>
        </tbody>
      </table>
    </article>
  </div>
  <FootingLine :label="say('common.groups')">
    <template v-if="followUp && followUp.statements.length > 0">
      <span
        ><b>{{ followUp.groups.length }}</b>
        {{ followUp.groups.length === 1 ? say('results.group') : say('results.groups') }}</span
      >
      <span
        ><b>{{ followUp.secure }}</b>
        {{
          byTag
            ? say('results.withAtLeastOnTags', { below: rules.below })
            : say('results.withAtLeastBelow', { below: rules.below })
        }}</span
      >
    </template>
    <template #actions>
      <ElButton
        type="primary"
        :disabled="chosen.length === 0 || made !== null"
        :loading="busy"
        @click="make"
        >{{ say('results.makePracticeTests', { n: chosen.length }) }}</ElButton
      >
    </template>
  </FootingLine>
</template>

<style scoped>
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
  border-inline-start: 4px solid var(--secure);
  padding-inline-start: 12px;
}
</style>
