<script setup lang="ts">
/** The roster: who is in the class, with groups and accommodations, and what is done to one student. */
import { present } from '@oaken/core/certain';
import { accommodationsInWords } from '@oaken/core/accommodations';
import { ElMessageBox } from 'element-plus/es/components/message-box/index.mjs';
import { computed, nextTick, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { call } from '../../client/call';
import { useGrowing } from '../../parts/useGrowing';
import EmptyNote from '../../parts/EmptyNote.vue';
import { done, failed } from '../shared/undo';
import { useWords } from '../shared/words';
import AddStudentDialog from './AddStudentDialog.vue';
import MoveStudentDialog from './MoveStudentDialog.vue';
import RosterHead from './RosterHead.vue';
import StripsDialog from './StripsDialog.vue';
import StudentDialog from './StudentDialog.vue';
import AccommodationsDialog from './AccommodationsDialog.vue';
import { fullName, type OpenClass, type RosterRow } from './useClass';
import { say } from '../../words/teacher';

const props = defineProps<{
  openClass: OpenClass;
  here: RosterRow[];
  left: RosterRow[];
  mayChange: boolean;
  act: (work: () => Promise<unknown>) => Promise<boolean>;
}>();
const route = useRoute();
/** Whoever was looked for by name is brought into view. */
watch(
  () => [route.hash, props.here] as const,
  async ([hash]) => {
    if (!hash.startsWith('#student-')) return;
    await nextTick();
    document.getElementById(hash.slice(1))?.focus();
  },
  { immediate: true },
);
const words = useWords();
/** All of them where one is looked for. */
const drawn = useGrowing(() => props.here.length, route.hash ? Infinity : 4);
const fresh = ref<{ name: string; passcode: string } | null>(null);
const correcting = ref<RosterRow | null>(null);
const supporting = ref<RosterRow | null>(null);
const moving = ref<RosterRow | null>(null);
const adding = ref(false);
const printing = ref(useRoute().query.strips !== undefined);
/** By roster number, or by family name. */
const order = ref<'number' | 'name'>('number');
const orders = [
  ['number', say('common.no')],
  ['name', say('common.name')],
] as const;
const inOrder = computed(() =>
  order.value === 'number'
    ? props.here
    : [...props.here].sort(
        (a, b) =>
          a.familyName.localeCompare(b.familyName) || a.givenName.localeCompare(b.givenName),
      ),
);
const without = computed(() => props.here.filter(({ hasPasscode }) => !hasPasscode).length);
const groupNames = (student: RosterRow) =>
  props.openClass.groups
    .filter(({ id }) => student.groups.includes(id))
    .map(({ name }) => name)
    .join(', ');
function signedIn({ signedInAt, hasPasscode }: RosterRow): string {
  if (signedInAt !== null) return words.time(signedInAt);
  return hasPasscode ? say('classes.notYet') : say('classes.noPasscode');
}
const params = (student: RosterRow) => ({
  classId: props.openClass.class.id,
  studentId: student.id,
});

async function renew(student: RosterRow): Promise<void> {
  const name = fullName(student);
  const sure = await ElMessageBox.confirm(
    say('classes.nameGetsNewPasscode', { name }),
    say('classes.newPasscodeName', { name }),
    { confirmButtonText: say('classes.newPasscode'), cancelButtonText: say('classes.cancel') },
  ).catch(() => false);
  if (!sure) return;
  try {
    const { passcode } = await call('renewPasscode', { params: params(student) });
    fresh.value = { name, passcode };
  } catch (error) {
    failed(error);
  }
}
async function setLeft(student: RosterRow, left: boolean): Promise<void> {
  let working = 0;
  const ok = await props.act(async () => {
    working = (await call('leaveClass', { params: params(student), body: { left } })).working;
  });
  if (!ok) return;
  const going =
    working > 0 && left
      ? say('classes.whatGivenNameWorking', { givenName: student.givenName })
      : '';
  done(
    left
      ? say('classes.fullNameHasLeft', {
          fullName: fullName(student),
          name: props.openClass.class.name,
          going,
        })
      : say('classes.fullNameReEnrolled', { fullName: fullName(student) }),
    () =>
      props
        .act(() => call('leaveClass', { params: params(student), body: { left: !left } }))
        .then(() => undefined),
  );
}
function choose(student: RosterRow, what: string): void {
  if (what === 'passcode') void renew(student);
  if (what === 'correct') correcting.value = student;
  if (what === 'accommodations') supporting.value = student;
  if (what === 'move') moving.value = student;
  if (what === 'left') void setLeft(student, true);
}
</script>

<template>
  <RosterHead
    :open-class="openClass"
    :without="without"
    :may-change="mayChange"
    @add="adding = true"
    @strips="printing = true"
  />
  <StripsDialog v-model="printing" :open-class="openClass" />
  <p v-if="fresh" class="fresh" role="status">
    {{ say('classes.newPasscodeNameTitle', { name: fresh.name }) }}
    <b class="big">{{ fresh.passcode }}</b>{{ say('classes.itShownOnlyNow') }}
  </p>
  <EmptyNote v-if="here.length === 0" :title="say('classes.nobodyInThisClass')">
    <template v-if="mayChange"
      >{{ say('classes.pasteListNamesAnywhere') }}
      <RouterLink :to="`/classes/${openClass.class.id}/bring`">{{
        say('classes.importStudentsInline')
      }}</RouterLink>
      {{ say('classes.fromFileOrSchools') }}</template
    >
  </EmptyNote>
  <table v-else class="ruled">
    <thead>
      <tr>
        <th
          v-for="[by, name] in orders"
          :key="by"
          :class="{ figures: by === 'number' }"
          :aria-sort="order === by ? 'ascending' : undefined"
        >
          <ElButton link class="word" @click="order = by">{{ name }}</ElButton>
        </th>
        <th>{{ say('classes.studentNumber') }}</th>
        <th>{{ say('common.groups') }}</th>
        <th>{{ say('classes.accommodations') }}</th>
        <th class="figures">{{ say('common.handedInTitle') }}</th>
        <th>{{ say('classes.lastSignIn') }}</th>
        <th>
          <span class="unseen">{{ say('classes.actions') }}</span>
        </th>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="student in inOrder.slice(0, drawn)"
        :id="`student-${student.id}`"
        :key="student.id"
        tabindex="-1"
        :class="{ sought: route.hash === `#student-${student.id}` }"
      >
        <td class="figures">{{ student.rosterNumber }}</td>
        <td>
          {{ fullName(student) }}
          <span v-if="student.joinedBySelf" class="faded small">{{
            say('classes.joinedWithCode')
          }}</span>
        </td>
        <td class="faded">{{ student.studentNumber }}</td>
        <td class="small">{{ groupNames(student) }}</td>
        <td class="small">
          <ElButton
            link
            v-if="accommodationsInWords(student.accommodations).length"
            class="word accommodations"
            :disabled="!mayChange"
            :aria-label="
              say('classes.accommodationsInWordsAccommodations', {
                accommodationsInWords: accommodationsInWords(student.accommodations).join(', '),
                fullName: fullName(student),
              })
            "
            @click="supporting = student"
          >
            {{ accommodationsInWords(student.accommodations).join(', ') }}
          </ElButton>
        </td>
        <td class="figures">{{ student.handedIn }}</td>
        <td class="faded">
          {{ signedIn(student) }}
        </td>
        <td class="figures">
          <ElDropdown
            :persistent="false"
            trigger="click"
            @command="(what: string) => choose(student, what)"
          >
            <ElButton
              link
              class="word"
              :aria-label="say('classes.moreFullName', { fullName: fullName(student) })"
            >
              {{ say('classes.more') }}
            </ElButton>
            <template #dropdown>
              <ElDropdownMenu>
                <ElDropdownItem command="passcode">{{ say('classes.newPasscode') }}</ElDropdownItem>
                <template v-if="mayChange">
                  <ElDropdownItem command="accommodations">{{
                    say('classes.accommodations')
                  }}</ElDropdownItem>
                  <ElDropdownItem command="correct">{{
                    say('classes.editNameOrNumber')
                  }}</ElDropdownItem>
                  <ElDropdownItem command="move" divided>{{
                    say('classes.moveToAnotherClass')
                  }}</ElDropdownItem>
                  <ElDropdownItem command="left">{{ say('classes.hasLeftClass') }}</ElDropdownItem>
                </template>
              </ElDropdownMenu>
            </template>
          </ElDropdown>
        </td>
      </tr>
    </tbody>
  </table>
  <details v-if="left.length" class="inset">
    <summary>
      {{ say('classes.studentsHaveLeftResults', { n: left.length }) }}
    </summary>
    <ul>
      <li v-for="student in left" :key="student.id">
        {{
          say('classes.rosterNumberFullName', {
            rosterNumber: student.rosterNumber,
            fullName: fullName(student),
            leftAt: words.time(present(student.leftAt, say('classes.leftAt'))),
          })
        }}
        <ElButton
          link
          v-if="mayChange"
          class="word"
          :aria-label="say('classes.reEnrollFullName', { fullName: fullName(student) })"
          @click="setLeft(student, false)"
        >
          {{ say('classes.reEnroll') }}
        </ElButton>
      </li>
    </ul>
  </details>
  <AddStudentDialog v-model="adding" :open-class="openClass" :act="act" />
  <MoveStudentDialog v-model="moving" :open-class="openClass" :act="act" />
  <StudentDialog v-model="correcting" :class-id="openClass.class.id" :act="act" />
  <AccommodationsDialog v-model="supporting" :class-id="openClass.class.id" :act="act" />
</template>

<style scoped>
.sought td {
  background: var(--wash);
}
td:nth-child(2) {
  min-width: 130px;
}
.inset {
  padding: 14px 24px 4px;
}
.big {
  letter-spacing: 0.06em;
}
.fresh {
  background: var(--secure-wash);
  margin: 0 24px 8px;
  padding: 8px 12px;
  border-radius: var(--corner);
}
.accommodations {
  text-align: start;
}
summary {
  cursor: pointer;
  color: var(--faded);
}
</style>
