<script setup lang="ts">
/** The people of the school: who they are, adding them, blocking them, and links for new passwords. */
import type { PersonalLink, StaffRow } from '@oaken/contract/accounts';
import { onMounted, ref } from 'vue';
import { useDoing } from '../client/useDoing';
import { call } from '../client/call';
import { useSession } from '../client/session';
import { done, failed } from '../desk/shared/undo';
import { useWords } from '../desk/shared/words';
import FootingLine from '../parts/FootingLine.vue';
import PageHead from '../desk/shared/PageHead.vue';
import AddStaffDialog from './AddStaffDialog.vue';
import LinksDialog from './LinksDialog.vue';
import { say } from '../words/teacher';

type Office = Awaited<ReturnType<typeof call<'listAccounts'>>>;

const session = useSession();
const words = useWords();
const office = ref<Office | null>(null);
const { wrong, read } = useDoing();
const adding = ref(false);
const links = ref<PersonalLink[]>([]);
const roleNames = {
  teacher: say('office.teacher'),
  administrator: say('office.administrator'),
  student: say('common.student'),
};

async function load(): Promise<void> {
  await read(async () => {
    office.value = await call('listAccounts', {});
  });
}
onMounted(load);

async function added(made: PersonalLink[]): Promise<void> {
  links.value = made;
  await load();
}

async function setBlocked(person: StaffRow, blocked: boolean): Promise<void> {
  try {
    await call('blockAccount', { params: { accountId: person.id }, body: { blocked } });
    const name = `${person.givenName} ${person.familyName}`;
    done(
      blocked
        ? say('office.nameBlockedSignedOut', { name })
        : say('office.nameCanSignIn', { name }),
      () => setBlocked(person, !blocked),
    );
    await load();
  } catch (error) {
    failed(error);
  }
}

async function makeLink(person: StaffRow): Promise<void> {
  try {
    links.value = [await call('makePersonalLink', { params: { accountId: person.id } })];
  } catch (error) {
    failed(error);
  }
}

const rowClass = ({ row }: { row: StaffRow }) => (row.blocked ? 'blocked' : '');
const byName = (a: StaffRow, b: StaffRow) => a.familyName.localeCompare(b.familyName);
function lastSignIn({ blocked, signedInAt }: StaffRow): string {
  if (blocked) return say('office.blocked');
  return signedInAt === null ? say('office.notYet') : words.time(signedInAt);
}
</script>

<template>
  <PageHead
    :title="say('office.peopleTitle')"
    :where="
      say('office.schoolAndZone', {
        school: session.school.name,
        zone: session.school.zone.replaceAll('_', ' '),
      })
    "
  >
    <ElButton type="primary" @click="adding = true">{{
      say('office.addTeachersOpening')
    }}</ElButton>
  </PageHead>
  <div class="one-sheet">
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <ElTable v-if="office" :data="office.staff" row-key="id" :row-class-name="rowClass">
      <ElTableColumn :label="say('common.name')" min-width="170" sortable :sort-method="byName">
        <template #default="{ row }">{{ row.givenName }} {{ row.familyName }}</template>
      </ElTableColumn>
      <ElTableColumn :label="say('office.signInName')" prop="signInName" min-width="150" sortable />
      <ElTableColumn :label="say('office.role')" min-width="120">
        <template #default="{ row }">{{ roleNames[row.role as StaffRow['role']] }}</template>
      </ElTableColumn>
      <ElTableColumn
        :label="say('common.classes')"
        prop="classes"
        width="120"
        align="right"
        sortable
      />
      <ElTableColumn :label="say('office.lastSignIn')" min-width="160">
        <template #default="{ row }">
          <span class="faded">{{ lastSignIn(row) }}</span>
        </template>
      </ElTableColumn>
      <ElTableColumn label="" width="240" align="right">
        <template #default="{ row }">
          <ElButton size="small" :disabled="row.blocked" @click="makeLink(row)">{{
            say('office.newSignInLink')
          }}</ElButton>
          <ElButton
            v-if="row.id !== session.account?.id"
            size="small"
            @click="setBlocked(row, !row.blocked)"
          >
            {{ row.blocked ? say('office.unblock') : say('office.block') }}
          </ElButton>
        </template>
      </ElTableColumn>
    </ElTable>
    <p v-if="office && office.staff.length === 1" class="faded first">
      {{ say('office.youOnlyOneSo') }}
    </p>
  </div>
  <FootingLine :label="say('office.theSchoolInFigures')">
    <template v-if="office">
      <span
        ><b>{{ office.counts.students }}</b> {{ say('office.students') }}</span
      >
      <span
        ><b>{{ office.counts.classes }}</b> {{ say('office.classes') }}</span
      >
      <span
        ><b>{{ office.counts.items }}</b> {{ say('common.items') }}</span
      >
      <span
        ><b>{{ office.counts.standards }}</b> {{ say('office.standards') }}</span
      >
      <span
        ><b>{{ office.counts.attempts }}</b> {{ say('office.attempts') }}</span
      >
    </template>
  </FootingLine>
  <AddStaffDialog
    v-model="adding"
    :taken="office?.staff.map(({ signInName }) => signInName) ?? []"
    @added="added"
  />
  <LinksDialog :links="links" @close="links = []" />
</template>

<style scoped>
.first {
  max-width: 60ch;
  margin-top: 20px;
}
:deep(.blocked) {
  color: var(--faded);
}
</style>
