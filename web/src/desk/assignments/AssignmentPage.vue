<script setup lang="ts">
/** One assignment: where each student stands, what can still be changed, and what a change would do. */
import type { AnswerOf, api } from '@oaken/contract';
import { changeEffects, releaseInWords, type Shows } from '@oaken/core/assignments';
import { count, listing } from '@oaken/core/text';
import { ElMessageBox } from 'element-plus/es/components/message-box/index.mjs';
import { computed, onMounted, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { call } from '../../client/call';
import { inWords, Refused } from '../../client/request';
import { useSession } from '../../client/session';
import EmptyNote from '../../parts/EmptyNote.vue';
import FacingPages from '../../parts/FacingPages.vue';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../../parts/PageHead.vue';
import { done, failed } from '../shared/undo';
import { useWords } from '../shared/words';
import ExtendDialog from './ExtendDialog.vue';
import GuestLink from './GuestLink.vue';
import HowBlock from './HowBlock.vue';
import { stateOf, stateWords } from './states';
import TieDialog from './TieDialog.vue';
import WhenBlock from './WhenBlock.vue';
import { blankForm, formOfWishes, readForm, type WishForm } from './wishForm';
import './wishes.css';

type Own = AnswerOf<typeof api.readAssignment>;
type Student = Own['students'][number];
const session = useSession();
const words = useWords();
const router = useRouter();
const assignmentId = Number(useRoute().params.assignmentId);
const opened = ref<Own | null>(null);
const form = ref<WishForm | null>(null);
const wrong = ref('');
const fieldErrors = ref<Record<string, string>>({});
const busy = ref(false);
const picked = ref<number[]>([]);
const extending = ref(false);
const tying = ref<Student | null>(null);

async function load(): Promise<void> {
  try {
    opened.value = await call('readAssignment', { params: { assignmentId } });
    const { assignment, ...rest } = opened.value;
    form.value = formOfWishes(
      { ...rest, ...assignment },
      blankForm(session.now(), session.school.zone),
      session.school.zone,
    );
    wrong.value = '';
  } catch (error) {
    wrong.value = inWords(error);
  }
}
onMounted(load);

const state = computed(() =>
  opened.value ? stateOf(opened.value.assignment, session.now()) : null,
);
const reading = computed(() =>
  form.value ? readForm(form.value, session.school.zone, session.now(), true, null) : null,
);
const problems = computed(() => ({ ...reading.value?.problems, ...fieldErrors.value }));
const wanted = computed(() => {
  const read = reading.value?.read;
  if (!read || !form.value) return null;
  const { word, instructions, note } = form.value;
  return { ...read, word, instructions, note };
});
const present = computed(() => {
  if (!opened.value) return null;
  const { opensAt, closesAt, lateRule, rules } = opened.value.assignment;
  const { visibleFrom, answersFrom, word, instructions, note } = opened.value;
  return { opensAt, closesAt, lateRule, visibleFrom, answersFrom, rules, word, instructions, note };
});
/** To the minute, as a field shows it: what was given at once has seconds too. */
const minutes = (value: unknown) =>
  JSON.stringify(value, (_, part: unknown) =>
    typeof part === 'number' && part > 1e11 ? Math.floor(part / 60_000) : part,
  );
const keys = [
  'opensAt',
  'closesAt',
  'lateRule',
  'visibleFrom',
  'answersFrom',
  'rules',
  'word',
  'instructions',
  'note',
] as const;
const changed = computed(
  () =>
    wanted.value !== null &&
    present.value !== null &&
    keys.some((key) => minutes(wanted.value![key]) !== minutes(present.value![key])),
);
/** What the fields do not change stays exact to the millisecond. */
const exact = computed(() => {
  if (!wanted.value || !present.value) return null;
  const keep = <K extends (typeof keys)[number]>(key: K) =>
    minutes(wanted.value![key]) === minutes(present.value![key])
      ? present.value![key]
      : wanted.value![key];
  return {
    ...wanted.value,
    opensAt: keep('opensAt') as number,
    closesAt: keep('closesAt') as number | null,
  };
});
const effects = computed(() =>
  changed.value && opened.value && exact.value
    ? changeEffects(
        present.value!,
        exact.value,
        opened.value.assignment,
        session.school.zone,
        session.now(),
      )
    : [],
);

async function act<Answer>(
  work: () => Promise<Answer>,
  notice: string | ((answer: Answer) => string),
): Promise<void> {
  if (busy.value) return;
  busy.value = true;
  fieldErrors.value = {};
  try {
    const answer = await work();
    await load();
    done(typeof notice === 'string' ? notice : notice(answer));
  } catch (error) {
    if (error instanceof Refused && error.problem.errors)
      fieldErrors.value = Object.fromEntries(
        error.problem.errors.map(({ pointer, message }) => [pointer.split('/')[1] ?? '', message]),
      );
    else failed(error);
  } finally {
    busy.value = false;
  }
}
const params = { assignmentId };
const change = () =>
  act(() => call('changeAssignment', { params, body: exact.value! }), 'It is changed.');
async function stop(): Promise<void> {
  const { working, notBegun } = opened.value!.assignment;
  const sure = await ElMessageBox.confirm(
    `${count(working, 'student')} working now ${working === 1 ? 'is' : 'are'} handed in with what is saved; ${count(notBegun, 'student')} can no longer begin. It can be opened again.`,
    'Close it now for everybody?',
    { confirmButtonText: 'Close it now', cancelButtonText: 'Leave it open' },
  ).catch(() => false);
  if (sure) await act(() => call('stopAssignment', { params }), 'It is closed.');
}
const letIn = ({ studentId, name }: Student) =>
  act(() => call('letIn', { params: { assignmentId, studentId } }), `${name} can go on.`);
async function release(released: boolean): Promise<void> {
  const releaseWords = (shows: Shows) =>
    released
      ? releaseInWords(shows, session.school.zone, session.now())
      : 'The release is taken back.';
  await act(
    () => call('releaseAssignment', { params, body: { released } }),
    ({ shows }) => releaseWords(shows),
  );
}
async function takeBack(): Promise<void> {
  const sure = await ElMessageBox.confirm(
    'Nobody has begun. It leaves the students’ lists.',
    'Take the assignment back?',
    { confirmButtonText: 'Take it back', cancelButtonText: 'Leave it' },
  ).catch(() => false);
  if (!sure) return;
  try {
    await call('takeBackAssignment', { params });
    await router.push('/schedule');
    done('It is taken back.');
  } catch (error) {
    failed(error);
  }
}
const standing: Record<Student['state'], string> = {
  'not-begun': 'not begun',
  working: 'working',
  'handed-in': 'handed in',
  withdrawn: 'has left the class',
};
const more = ({ closesAt, extraMinutes, extraAttempts }: Student) =>
  listing(
    [
      closesAt === null ? '' : `until ${words.time(closesAt)}`,
      extraMinutes ? `${extraMinutes} minutes more` : '',
      extraAttempts ? `${extraAttempts} ${extraAttempts === 1 ? 'attempt' : 'attempts'} more` : '',
    ].filter(Boolean),
  );
const letterWords = computed(() => {
  const { sent, waiting, failed: lost } = opened.value!.letters;
  const sentences = [
    sent ? `${count(sent, 'letter')} sent` : '',
    waiting ? `${waiting} to be sent` : '',
    lost ? `${lost} could not be sent` : '',
  ].filter(Boolean);
  return sentences.length ? `${listing(sentences)}.` : '';
});
const pickable = computed(
  () => opened.value?.students.filter((student) => student.state !== 'withdrawn') ?? [],
);
const allPicked = computed(
  () => picked.value.length > 0 && picked.value.length === pickable.value.length,
);
async function extended(text: string): Promise<void> {
  picked.value = [];
  await load();
  done(text);
}
</script>

<template>
  <PageHead
    :title="opened?.assignment.title ?? 'Assignment'"
    :where="opened ? `Schedule · ${opened.assignment.recipients}` : 'Schedule'"
  >
    <RouterLink to="/schedule">Back to the schedule</RouterLink>
    <RouterLink v-if="opened" :to="`/watch/${assignmentId}`">Watch</RouterLink>
    <RouterLink v-if="opened" :to="`/results/${assignmentId}`">Results</RouterLink>
    <el-button
      v-if="opened"
      @click="router.push(`/tests/${opened.assignment.testId}/assign?again=${assignmentId}`)"
      >Give it again</el-button
    >
  </PageHead>
  <p v-if="wrong" class="wrong inset" role="alert">{{ wrong }}</p>
  <FacingPages
    v-if="opened && form"
    name="assignment"
    left="Students"
    right="Times and rules"
    :start="54"
  >
    <template #left>
      <div class="inset">
        <p class="state">
          <b>{{ stateWords[state!] }}</b>, {{ words.closing(opened.assignment.closesAt) }}.
          <template
            v-if="
              opened.assignment.lastEnd &&
              opened.assignment.closesAt &&
              opened.assignment.lastEnd > opened.assignment.closesAt
            "
            >The last student has until {{ words.time(opened.assignment.lastEnd) }}.</template
          >
        </p>
        <p v-if="opened.note" class="note">{{ opened.note }}</p>
        <p v-if="opened.word">
          The word to begin: <b>{{ opened.word }}</b>
        </p>
        <p v-if="letterWords" class="faded">{{ letterWords }}</p>
        <GuestLink v-if="opened.link" :token="opened.link" />
        <p v-if="opened.mayChange" class="acts">
          <button v-if="state === 'open'" class="word" @click="stop">Close it now</button>
          <button
            v-if="opened.assignment.releasedAt === null && opened.assignment.handedIn > 0"
            class="word"
            @click="release(true)"
          >
            Release
          </button>
          <button v-if="opened.assignment.releasedAt !== null" class="word" @click="release(false)">
            Take the release back
          </button>
          <button
            v-if="opened.assignment.working + opened.assignment.handedIn === 0"
            class="word"
            @click="takeBack"
          >
            Take it back
          </button>
        </p>
      </div>
      <EmptyNote v-if="opened.students.length === 0" title="Nobody has it yet."
        >Guests come by the link above.</EmptyNote
      >
      <table v-else class="ruled">
        <thead>
          <tr>
            <th>
              <input
                type="checkbox"
                :checked="allPicked"
                aria-label="Pick all"
                @change="picked = allPicked ? [] : pickable.map(({ studentId }) => studentId)"
              />
            </th>
            <th>Student</th>
            <th>State</th>
            <th>Accommodations</th>
            <th>Of their own</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="student in opened.students" :key="student.studentId">
            <td>
              <input
                v-if="student.state !== 'withdrawn'"
                v-model="picked"
                type="checkbox"
                :value="student.studentId"
                :aria-label="`Pick ${student.name}`"
              />
            </td>
            <td>
              {{ student.name }}
              <span class="faded small">{{
                student.guest ? 'guest' : `${student.className} no. ${student.rosterNumber}`
              }}</span>
            </td>
            <td>
              {{ standing[student.state]
              }}<template v-if="student.attempts > 1">, attempt {{ student.attempts }}</template>
              <template v-if="student.away">
                <span class="away">left the sitting</span>
                <button
                  v-if="opened.mayChange"
                  class="word"
                  :aria-label="`let in again: ${student.name}`"
                  @click="letIn(student)"
                >
                  let in again
                </button>
              </template>
            </td>
            <td class="small">{{ student.accommodations }}</td>
            <td class="small">
              {{ more(student) }}
              <button
                v-if="student.guest && opened.mayChange"
                class="word"
                :aria-label="`say who it is: ${student.name}`"
                @click="tying = student"
              >
                say who it is
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </template>
    <template #right>
      <form class="inset wish-form" @submit.prevent="change">
        <fieldset :disabled="!opened.mayChange">
          <legend class="unseen">Times and rules</legend>
          <WhenBlock v-model="form" :problems="problems" given />
          <HowBlock
            v-model="form"
            :problems="problems"
            :forms="[]"
            :parties="[]"
            :sections="opened.sections"
            given
          />
        </fieldset>
        <div v-if="opened.mayChange" class="slip" aria-live="polite">
          <h2>What the change does</h2>
          <p v-if="!changed" class="faded">Nothing is changed yet. All but the mode can be.</p>
          <template v-else>
            <p v-for="sentence in effects" :key="sentence">{{ sentence }}</p>
            <p v-if="effects.length === 0">
              Only what is said and shown changes; nobody’s work is touched.
            </p>
          </template>
          <p v-for="(message, key) in problems" :key="key" class="wrong">{{ message }}</p>
          <el-button
            type="primary"
            native-type="submit"
            :disabled="!changed || Object.keys(problems).length > 0"
            :loading="busy"
            >Change it</el-button
          >
        </div>
        <p v-else class="faded">
          You watch this assignment for a colleague; its times are theirs to change.
        </p>
      </form>
    </template>
  </FacingPages>
  <FootingLine v-if="opened" label="How it goes">
    <span
      ><b>{{ opened.assignment.given }}</b> given</span
    ><span
      ><b>{{ opened.assignment.notBegun }}</b> not begun</span
    ><span
      ><b>{{ opened.assignment.working }}</b> working</span
    ><span
      ><b>{{ opened.assignment.handedIn }}</b> handed in</span
    >
    <template v-if="opened.mayChange" #actions>
      <el-button :disabled="picked.length === 0" @click="extending = true">
        {{
          picked.length ? `More for ${count(picked.length, 'student')}` : 'More for whom is picked'
        }}
      </el-button>
    </template>
  </FootingLine>
  <ExtendDialog
    v-if="opened"
    v-model="extending"
    :assignment="opened.assignment"
    :student-ids="allPicked ? null : picked"
    :students="picked.length"
    @done="extended"
  />
  <TieDialog v-if="opened" v-model="tying" :assignment-id="assignmentId" @done="extended" />
</template>

<style scoped>
td:nth-child(3) {
  white-space: nowrap;
}
.slip {
  position: sticky;
  bottom: 0;
}
.inset {
  padding: 14px 24px;
}
.state {
  font-size: 1.05rem;
}
.note {
  border-left: 4px solid var(--rule-strong);
  padding-left: 10px;
  white-space: pre-line;
}
.away {
  color: var(--partial-ink);
  font-weight: 600;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
}
fieldset {
  border: 0;
  margin: 0;
  padding: 0;
  min-width: 0;
}
</style>
