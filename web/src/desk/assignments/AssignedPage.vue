<script setup lang="ts">
/** What happened on assigning: who has it and until when, how students get in, and what can be done next. */
import type { ClassRow } from '@oaken/contract/classes';
import { computed, onMounted, ref } from 'vue';
import { useRoute } from 'vue-router';
import { call } from '../../client/call';
import { useDoing } from '../../client/useDoing';
import { useSession } from '../../client/session';
import FacingPages from '../shared/FacingPages.vue';
import LoadingLines from '../shared/LoadingLines.vue';
import PageHead from '../shared/PageHead.vue';
import { useWords } from '../shared/words';
import { say } from '../../words/teacher';
import GuestLink from './GuestLink.vue';
import QrCode from '../../parts/QrCode.vue';
import type { OpenAssignment } from './useChange';

const session = useSession();
const words = useWords();
const assignmentId = Number(useRoute().params.assignmentId);
const opened = ref<OpenAssignment | null>(null);
const classes = ref<ClassRow[]>([]);
const { wrong, read } = useDoing();
onMounted(() =>
  read(async () => {
    const [assignment, mine] = await Promise.all([
      call('readAssignment', { params: { assignmentId } }),
      call('listClasses', {}),
    ]);
    classes.value = mine.classes;
    opened.value = assignment;
  }),
);

const title = computed(() => opened.value?.assignment.title ?? say('assignments.assignedPaper'));
const address = `${location.origin}/seat`;
/** Each class of these students, also where only some of a class have it. */
const withCodes = computed(() => {
  const through = new Set(opened.value?.assignment.classes.map(({ id }) => id));
  return classes.value.filter(({ id }) => through.has(id));
});
const codeAddress = (code: string) => `${address}/sign-in?code=${code}`;
const times = computed(() => {
  if (!opened.value) return '';
  const { opensAt, closesAt } = opened.value.assignment;
  const closing = words.closing(closesAt);
  return opensAt > session.now()
    ? say('assignments.assignedOpensAt', { opensAt: words.time(opensAt), closing })
    : say('assignments.assignedOpenNow', { closing });
});
const next = computed(() => {
  if (!opened.value) return [];
  const { testId } = opened.value.assignment;
  return [
    {
      to: `/watch/${assignmentId}`,
      name: say('common.watch'),
      hint: say('assignments.seeWhoIsWorking'),
    },
    {
      to: `/tests/${testId}/print`,
      name: say('desk.print'),
      hint: say('assignments.printOnPaper'),
    },
    {
      to: `/assignments/${assignmentId}`,
      name: say('assignments.changeTimesRules'),
      hint: say('assignments.changeTimesRulesHint'),
    },
    ...withCodes.value.map(({ id, name }) => ({
      to: `/classes/${id}/slips`,
      name: say('assignments.signInSlipsOf', { name }),
      hint: say('assignments.signInSlipsHint'),
    })),
  ];
});
</script>

<template>
  <PageHead
    :title="title"
    :where="
      opened
        ? say('assignments.assignedWhere', { recipients: opened.assignment.recipients })
        : say('common.loading')
    "
  >
    <RouterLink to="/schedule">{{ say('desk.schedule') }}</RouterLink>
    <RouterLink :to="`/watch/${assignmentId}`"
      ><ElButton type="primary">{{ say('common.watch') }}</ElButton></RouterLink
    >
  </PageHead>
  <p v-if="wrong" class="wrong inset" role="alert">{{ wrong }}</p>
  <LoadingLines v-if="!opened && !wrong" />
  <FacingPages
    v-if="opened"
    name="assigned"
    :left="say('assignments.howStudentsGetIn')"
    :right="say('assignments.whatNext')"
    :start="58"
  >
    <template #left>
      <div class="inset">
        <p class="have">
          <b>{{ say('assignments.assignedHave', { n: opened.assignment.given }) }}</b>
          {{ times }}
        </p>
        <h2>{{ say('assignments.howStudentsGetIn') }}</h2>
        <template v-if="withCodes.length">
          <dl class="address">
            <dt>{{ say('assignments.goToAddress') }}</dt>
            <dd>{{ address }}</dd>
          </dl>
          <section v-for="{ id, name, code } in withCodes" :key="id" class="class">
            <dl>
              <dt>{{ say('assignments.typeClassCode', { name }) }}</dt>
              <dd class="code">{{ code }}</dd>
            </dl>
            <QrCode
              :text="codeAddress(code)"
              :size="168"
              :label="say('assignments.codeOfClass', { name })"
            />
          </section>
          <p class="faded">{{ say('assignments.chooseNamePasscode', { title }) }}</p>
        </template>
        <p v-else class="faded">{{ say('assignments.noClassCodes') }}</p>
        <dl v-if="opened.word">
          <dt>{{ say('assignments.startWord') }}</dt>
          <dd class="code">{{ opened.word }}</dd>
        </dl>
        <GuestLink v-if="opened.link" :token="opened.link" />
      </div>
    </template>
    <template #right>
      <div class="inset">
        <h2>{{ say('assignments.whatNext') }}</h2>
        <ul class="next">
          <li v-for="{ to, name, hint } in next" :key="to">
            <RouterLink :to="to">{{ name }}</RouterLink>
            <span class="faded">{{ hint }}</span>
          </li>
        </ul>
      </div>
    </template>
  </FacingPages>
</template>

<style scoped>
.inset {
  padding: 16px 24px;
}
.have {
  font-size: 1.05rem;
}
dl {
  margin: 8px 0;
}
dt {
  color: var(--faded);
}
dd {
  margin: 0;
  overflow-wrap: anywhere;
}
.address dd {
  font-size: 1.35rem;
  font-weight: 600;
}
.class {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 24px;
  align-items: center;
  justify-content: space-between;
  border-top: var(--line);
  padding: 6px 0;
}
.code {
  font: 700 2.4rem var(--code);
  letter-spacing: 0.1em;
}
.next {
  list-style: none;
  margin: 6px 0 0;
  padding: 0;
}
.next li {
  display: grid;
  gap: 2px;
  border-bottom: var(--line);
  padding: 10px 0;
}
.next a {
  font-weight: 600;
}
</style>
