<script setup lang="ts">
/** The roster: who is in the class, with groups and accommodations, and what is done to one student. */
import { present } from '@oaken/core/certain';
import { accommodationsInWords } from '@oaken/core/accommodations';
import { count } from '@oaken/core/text';
import { ElMessageBox } from 'element-plus/es/components/message-box/index.mjs';
import { computed, ref } from 'vue';
import { call } from '../../client/call';
import EmptyNote from '../../parts/EmptyNote.vue';
import { done, failed } from '../shared/undo';
import { useWords } from '../shared/words';
import StudentDialog from './StudentDialog.vue';
import AccommodationsDialog from './AccommodationsDialog.vue';
import { fullName, type OpenClass, type RosterRow } from './useClass';

const props = defineProps<{
  openClass: OpenClass;
  here: RosterRow[];
  left: RosterRow[];
  mayChange: boolean;
  act: (work: () => Promise<unknown>) => Promise<boolean>;
}>();
const words = useWords();
const fresh = ref<{ name: string; passcode: string } | null>(null);
const correcting = ref<RosterRow | null>(null);
const supporting = ref<RosterRow | null>(null);
const without = computed(() => props.here.filter(({ hasPasscode }) => !hasPasscode).length);
const groupNames = (student: RosterRow) =>
  props.openClass.groups
    .filter(({ id }) => student.groups.includes(id))
    .map(({ name }) => name)
    .join(', ');
function signedIn({ signedInAt, hasPasscode }: RosterRow): string {
  if (signedInAt !== null) return words.time(signedInAt);
  return hasPasscode ? 'not yet' : 'no passcode';
}
const params = (student: RosterRow) => ({
  classId: props.openClass.class.id,
  studentId: student.id,
});

async function renew(student: RosterRow): Promise<void> {
  const name = fullName(student);
  const sure = await ElMessageBox.confirm(
    `${name} gets a new passcode. The old one ends at once, and so does ${name}’s sign-in wherever it is open.`,
    `New passcode for ${name}?`,
    { confirmButtonText: 'New passcode', cancelButtonText: 'Keep the old one' },
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
    working > 0 && left ? ` What ${student.givenName} is working on goes on and counts.` : '';
  done(
    left
      ? `${fullName(student)} has left ${props.openClass.class.name}; every result is kept.${going}`
      : `${fullName(student)} is back.`,
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
  if (what === 'left') void setLeft(student, true);
}
</script>

<template>
  <div class="inset">
    <div class="bar">
      <p class="code">
        Class code <b>{{ openClass.class.code }}</b>{{ ' ' }}
        <span class="faded small"
          >students sign in at <b>/seat</b> with it, their name and their passcode</span
        >
      </p>
      <span class="links">
        <RouterLink v-if="mayChange" :to="`/classes/${openClass.class.id}/bring`"
          >Bring students in</RouterLink
        >
        <RouterLink :to="`/classes/${openClass.class.id}/slips`">Sign-in slips</RouterLink>
        <RouterLink :to="`/classes/${openClass.class.id}/list`">Class list</RouterLink>
      </span>
    </div>
    <p v-if="without > 0" class="note">
      {{ count(without, 'student has', 'students have') }} no passcode yet and cannot sign in.
      <RouterLink :to="`/classes/${openClass.class.id}/slips`">Print their slips</RouterLink>
    </p>
    <p v-if="openClass.class.joiningUntil" class="note">
      Students can put themselves on this roster with the class code until
      {{ words.time(openClass.class.joiningUntil) }}.
    </p>
    <p v-if="fresh" class="fresh" role="status">
      New passcode for {{ fresh.name }}: <b class="big">{{ fresh.passcode }}</b>. It is shown only
      now; the old one no longer works.
    </p>
  </div>
  <EmptyNote v-if="here.length === 0" title="Nobody is in this class yet.">
    <template v-if="mayChange"
      >Paste a list of names anywhere on this page, or
      <RouterLink :to="`/classes/${openClass.class.id}/bring`">bring students in</RouterLink> from a
      file or the school’s roster.</template
    >
  </EmptyNote>
  <table v-else class="ruled">
    <thead>
      <tr>
        <th class="figures">No.</th>
        <th>Name</th>
        <th>Student number</th>
        <th>Groups</th>
        <th>Accommodations</th>
        <th class="figures">Handed in</th>
        <th>Last sign-in</th>
        <th><span class="unseen">Actions</span></th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="student in here" :key="student.id">
        <td class="figures">{{ student.rosterNumber }}</td>
        <td>
          {{ fullName(student) }}
          <span v-if="student.joinedBySelf" class="faded small">joined by themselves</span>
        </td>
        <td class="faded">{{ student.studentNumber }}</td>
        <td class="small">{{ groupNames(student) }}</td>
        <td class="small">
          <button
            v-if="accommodationsInWords(student.accommodations).length"
            class="word accommodations"
            :disabled="!mayChange"
            :aria-label="`${accommodationsInWords(student.accommodations).join(', ')}: accommodations of ${fullName(student)}`"
            @click="supporting = student"
          >
            {{ accommodationsInWords(student.accommodations).join(', ') }}
          </button>
        </td>
        <td class="figures">{{ student.handedIn }}</td>
        <td class="faded">
          {{ signedIn(student) }}
        </td>
        <td class="figures">
          <ElDropdown trigger="click" @command="(what: string) => choose(student, what)">
            <button class="word" :aria-label="`More for ${fullName(student)}`">More</button>
            <template #dropdown>
              <ElDropdownMenu>
                <ElDropdownItem command="passcode">New passcode</ElDropdownItem>
                <template v-if="mayChange">
                  <ElDropdownItem command="accommodations">Accommodations</ElDropdownItem>
                  <ElDropdownItem command="correct">Correct name or number</ElDropdownItem>
                  <ElDropdownItem command="left" divided>Has left the class</ElDropdownItem>
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
      {{ count(left.length, 'student has', 'students have') }} left; results and roster numbers stay
      theirs
    </summary>
    <ul>
      <li v-for="student in left" :key="student.id">
        {{ student.rosterNumber }} · {{ fullName(student) }}, left
        {{ words.time(present(student.leftAt, 'left at')) }}
        <button
          v-if="mayChange"
          class="word"
          :aria-label="`is back: ${fullName(student)}`"
          @click="setLeft(student, false)"
        >
          is back
        </button>
      </li>
    </ul>
  </details>
  <StudentDialog v-model="correcting" :class-id="openClass.class.id" :act="act" />
  <AccommodationsDialog v-model="supporting" :class-id="openClass.class.id" :act="act" />
</template>

<style scoped>
td:nth-child(2) {
  min-width: 130px;
}
.inset {
  padding: 14px 24px 4px;
}
.bar {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 4px 24px;
}
.links {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
}
.code b,
.big {
  letter-spacing: 0.06em;
}
.note {
  background: var(--low-wash);
  padding: 6px 12px;
  border-radius: var(--corner);
}
.fresh {
  background: var(--secure-wash);
  padding: 8px 12px;
  border-radius: var(--corner);
}
.accommodations {
  text-align: left;
}
summary {
  cursor: pointer;
  color: var(--faded);
}
</style>
