<script setup lang="ts">
/** Sign-in slips: a new passcode for each chosen student, printed once, to be cut apart. */
import { ElMessageBox } from 'element-plus/es/components/message-box/index.mjs';
import { computed, onMounted, onUnmounted, ref } from 'vue';
import { onBeforeRouteLeave, useRoute } from 'vue-router';
import { call } from '../../client/call';
import { useDoing } from '../../client/useDoing';
import { useSession } from '../../client/session';
import EmptyNote from '../../parts/EmptyNote.vue';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../shared/PageHead.vue';
import PrintDesk from '../print/PrintDesk.vue';
import { fullName, useClass, type RosterRow } from './useClass';
import QrCode from '../../parts/QrCode.vue';
import { toggled } from '../../parts/toggled';
import { say } from '../../words/teacher';

const session = useSession();
const classId = Number(useRoute().params.classId);
const { openClass, wrong: classWrong, open, here } = useClass(() => undefined);
const { wrong, busy, act } = useDoing();
const chosen = ref<number[]>([]);
const slips = ref<Record<number, string>>({});
const address = computed(() => `${location.origin}/seat`);
onMounted(async () => {
  await open(classId);
  // Those who could not sign in otherwise.
  chosen.value = here.value.filter(({ hasPasscode }) => !hasPasscode).map(({ id }) => id);
});
const replaced = computed(
  () => here.value.filter(({ id, hasPasscode }) => hasPasscode && chosen.value.includes(id)).length,
);
const printed = computed(() => here.value.filter(({ id }) => slips.value[id]));
const all = (of: (student: RosterRow) => boolean) =>
  (chosen.value = here.value.filter(of).map(({ id }) => id));

async function make(): Promise<void> {
  await act(async () => {
    const made = await call('makeSlips', { params: { classId }, body: { students: chosen.value } });
    slips.value = Object.fromEntries(
      made.slips.map(({ studentId, passcode }) => [studentId, passcode]),
    );
  });
}
const print = () => {
  onPaper.value = true;
  window.print();
};
/** Passcodes that were not printed are gone with the page. */
const onPaper = ref(false);
const wouldLose = computed(() => printed.value.length > 0 && !onPaper.value);
const warn = (event: BeforeUnloadEvent) => wouldLose.value && event.preventDefault();
addEventListener('beforeunload', warn);
onUnmounted(() => removeEventListener('beforeunload', warn));
onBeforeRouteLeave(() => {
  if (!wouldLose.value) return true;
  const text = say('classes.passcodesShownOnlyHere', { n: printed.value.length });
  return ElMessageBox.confirm(text, say('classes.leaveWithoutPrinting'), {
    confirmButtonText: say('classes.leave'),
    cancelButtonText: say('classes.stayHere'),
  }).then(
    () => true,
    () => false,
  );
});
</script>

<template>
  <div class="screen-only">
    <PageHead
      :title="say('classes.signInSlips')"
      :where="say('classes.classesName', { name: openClass?.class.name ?? '' })"
    >
      <RouterLink :to="`/classes/${classId}`">{{ say('classes.backClass') }}</RouterLink>
      <ElButton v-if="printed.length" type="primary" @click="print">{{
        say('classes.printOrSaveAs')
      }}</ElButton>
    </PageHead>
    <p v-if="classWrong || wrong" class="wrong inset" role="alert">{{ classWrong || wrong }}</p>
  </div>
  <template v-if="openClass && printed.length === 0">
    <div class="one-sheet">
      <p>
        {{ say('classes.aSlipGivesStudent') }}
        <ElButton link class="word" @click="all(() => true)">{{
          say('classes.selectAll')
        }}</ElButton>
        ·
        <ElButton link class="word" @click="all(({ hasPasscode }) => !hasPasscode)">
          {{ say('classes.thoseWithoutPasscode') }}
        </ElButton>
        ·
        <ElButton link class="word" @click="all(({ signedInAt }) => signedInAt === null)">
          {{ say('classes.thoseWhoHaveNever') }}
        </ElButton>
      </p>
      <EmptyNote v-if="here.length === 0" :title="say('classes.nobodyInThisClass')"
        ><RouterLink :to="`/classes/${classId}/bring`">{{
          say('classes.importStudents')
        }}</RouterLink>
        {{ say('classes.first') }}</EmptyNote
      >
      <ul class="choices">
        <li v-for="student in here" :key="student.id">
          <ElCheckbox
            :model-value="chosen.includes(student.id)"
            @change="chosen = toggled(chosen, student.id)"
          >
            {{ student.rosterNumber }}
            {{ fullName(student) }}
            <span v-if="!student.hasPasscode" class="faded small">{{
              say('classes.noPasscodeYet')
            }}</span></ElCheckbox
          >
        </li>
      </ul>
    </div>
    <FootingLine :label="say('classes.slips')">
      <span
        ><b>{{ say('classes.slipsCounted', { n: chosen.length }) }}</b></span
      >
      <span v-if="replaced">{{ say('classes.passcodesInUseWill', { n: replaced }) }}</span>
      <template #actions>
        <ElButton type="primary" :disabled="chosen.length === 0" :loading="busy" @click="make">{{
          say('classes.makeSlips')
        }}</ElButton>
      </template>
    </FootingLine>
  </template>
  <PrintDesk v-else-if="openClass" :label="say('classes.theSlips')">
    <p class="screen-only faded">
      {{ say('classes.thesePasscodesShownOnly') }}
    </p>
    <div class="sheet slips">
      <article v-for="student in printed" :key="student.id" class="slip">
        <div>
          <p class="who">{{ fullName(student) }}</p>
          <p>
            {{
              say('classes.nameNumberRosterNumber', {
                name: openClass.class.name,
                rosterNumber: student.rosterNumber,
                name2: session.school.name,
              })
            }}
          </p>
          <dl>
            <dt>{{ say('classes.address') }}</dt>
            <dd>{{ address }}</dd>
            <dt>{{ say('classes.classCode') }}</dt>
            <dd class="secret">{{ openClass.class.code }}</dd>
            <dt>{{ say('classes.passcode') }}</dt>
            <dd class="secret">{{ slips[student.id] }}</dd>
          </dl>
        </div>
        <QrCode
          :text="`${address}/sign-in?code=${openClass.class.code}`"
          :label="say('classes.theAddressWithClass')"
          :size="92"
        />
      </article>
    </div>
  </PrintDesk>
</template>

<style scoped>
.inset {
  padding: 8px 24px;
}
.choices {
  columns: 3;
  list-style: none;
  padding: 0;
}
.choices li {
  padding: 3px 0;
  break-inside: avoid;
}
.slips {
  display: grid;
  grid-template-columns: 1fr 1fr;
}
.slip {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  padding: 12px;
  border: 1px dashed #777;
  margin-block: -1px 0;
  margin-inline: -1px 0;
  break-inside: avoid;
  font-size: 0.85rem;
}
.slip p {
  margin: 0 0 4px;
}
.who {
  font: 600 1.1rem var(--serif);
}
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 1px 10px;
  margin: 6px 0 0;
}
dt {
  color: #444;
}
dd {
  margin: 0;
  overflow-wrap: anywhere;
}
.secret {
  font-weight: 700;
  letter-spacing: 0.08em;
  font-size: 1rem;
}
</style>
