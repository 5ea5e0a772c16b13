<script setup lang="ts">
/** Bringing students in: the list on the left, on the right what it would do before anything is done. */
import type { ClassRow } from '@oaken/contract/classes';
import type { ListedStudent, RosterClass, RosterReading } from '@oaken/core/rosters';
import { count, listing } from '@oaken/core/text';
import { computed, onMounted, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import { inWords } from '../../client/request';
import EmptyNote from '../../parts/EmptyNote.vue';
import FacingPages from '../../parts/FacingPages.vue';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../../parts/PageHead.vue';
import { useKeptForm } from '../shared/keptForm';
import { done } from '../shared/undo';
import { takeOver } from './handOver';
import ListSource from './ListSource.vue';
import { readFile } from './readTable';
import RosterPreview from './RosterPreview.vue';
import { useBringing, type Roster } from './useBringing';

const router = useRouter();
const classId = Number(useRoute().params.classId);
const classes = ref<ClassRow[]>([]);
const source = ref<'list' | 'file' | 'roster'>('list');
const sources = { list: 'Type or paste', file: 'File', roster: 'School’s roster' } as const;
const kept = useKeptForm<string>(`list-${classId}`);
const text = ref(takeOver() || (kept.read() ?? ''));
const whole = ref(false);
const { wrong, read } = useDoing();
const busy = ref(false);
const reading = ref(false);
const problems = ref<RosterReading['problems']>([]);
const fileName = ref('');
const schoolClass = computed(() => classes.value.find(({ id }) => id === classId));
const {
  rosters,
  plans,
  planning,
  wrong: planWrong,
  choiceOf,
  decide,
  staying,
  open,
  touched,
  apply,
} = useBringing(() => classes.value);

onMounted(async () => {
  await read(async () => {
    classes.value = (await call('listClasses', {})).classes.filter(
      ({ putAway, part }) => !putAway && part !== 'substitute',
    );
  });
});

function takeList(students: ListedStudent[]): void {
  kept.write(text.value);
  if (source.value === 'list')
    rosters.value = [
      { key: 'list', source: null, listed: students, target: classId, whole: whole.value },
    ];
}
function setWhole(now: boolean): void {
  whole.value = now;
  for (const roster of rosters.value) if (!roster.source) roster.whole = now;
}
/** Classes of a file or of the roster go where they are tied, the one of this class's name here, the others nowhere yet. */
function takeClasses(rosterClasses: (RosterClass & { classId?: number | null })[]): void {
  const target = (rosterClass: RosterClass & { classId?: number | null }): Roster['target'] => {
    if (rosterClass.classId) return rosterClass.classId;
    const tied = classes.value.find(({ sourcedId }) => sourcedId === rosterClass.sourcedId);
    if (tied) return tied.id;
    return rosterClasses.length === 1 || rosterClass.title === schoolClass.value?.name
      ? classId
      : 'out';
  };
  rosters.value = rosterClasses.map((rosterClass) => ({
    key: rosterClass.sourcedId,
    source: rosterClass,
    listed: rosterClass.students,
    target: target(rosterClass),
    whole: true,
  }));
  rosters.value.sort((a, b) => Number(b.target === classId) - Number(a.target === classId));
}
function choose(next: typeof source.value): void {
  source.value = next;
  [rosters.value, problems.value, wrong.value, fileName.value] = [[], [], '', ''];
  if (next === 'roster') void askRoster();
}
async function askRoster(): Promise<void> {
  reading.value = true;
  try {
    const roster = await call('readRosterService', {});
    if (!roster.there)
      wrong.value = 'This school has no roster service. Paste a list, or bring in a file.';
    else if (roster.classes.length === 0)
      wrong.value = 'The roster knows no class that you teach. Ask the office.';
    problems.value = roster.problems;
    takeClasses(roster.classes);
  } catch (error) {
    wrong.value = inWords(error);
  } finally {
    reading.value = false;
  }
}
async function takeFile(event: Event): Promise<void> {
  const field = event.target as HTMLInputElement;
  const file = field.files?.[0];
  field.value = '';
  if (!file) return;
  [wrong.value, problems.value, rosters.value, fileName.value] = ['', [], [], file.name];
  await read(async () => {
    const read = await readFile(file);
    if (read.kind === 'roster') {
      problems.value = read.roster.problems;
      takeClasses(read.roster.classes);
      if (read.roster.classes.length === 0) wrong.value = 'There is no class in use in that file.';
    } else {
      text.value = read.rows
        .map((row) =>
          row
            .map((cell) => (/["\t\n]/.test(cell) ? `"${cell.replace(/"/g, '""')}"` : cell))
            .join('\t'),
        )
        .join('\n');
      source.value = 'list';
    }
  });
}

const titleOf = (roster: Roster) => {
  const target =
    roster.target === 'new'
      ? `${roster.source?.title ?? ''}, a new class`
      : (classes.value.find(({ id }) => id === roster.target)?.name ?? '');
  return roster.source && roster.source.title !== target
    ? `${roster.source.title} → ${target}`
    : target;
};
/** Classes of a list that is not typed here: each says where it comes from. */
const listedClasses = computed(() =>
  rosters.value.flatMap((roster) => (roster.source ? [{ roster, source: roster.source }] : [])),
);
const shown = computed(() =>
  rosters.value.flatMap((roster) => {
    const plan = roster.target === 'out' ? undefined : plans.value[roster.key];
    return plan ? [{ ...roster, plan }] : [];
  }),
);
function stay(key: string, studentId: number, stays: boolean): void {
  const held = staying[key] ?? [];
  staying[key] = stays ? [...held, studentId] : held.filter((id) => id !== studentId);
}
async function bring(): Promise<void> {
  if (busy.value) return;
  busy.value = true;
  const outcome = await apply();
  busy.value = false;
  if (!outcome) return;
  kept.forget();
  const words = [
    outcome.added ? `${outcome.added} new` : '',
    outcome.joined ? `${outcome.joined} joined` : '',
    outcome.changed ? `${outcome.changed} changed` : '',
    outcome.left ? `${outcome.left} left` : '',
  ].filter(Boolean);
  done(
    words.length ? `Done: ${listing(words)}.` : 'Everything was as the list has it.',
    async () => {
      await call('undoRosters', { params: { changeId: outcome.changeId } });
      await router.push(`/classes/${classId}/bring`);
    },
    outcome.added ? { to: `/classes/${classId}/slips`, text: 'Print sign-in slips' } : undefined,
  );
  await router.push(
    `/classes/${outcome.classIds.includes(classId) ? classId : outcome.classIds[0]}`,
  );
}
</script>

<template>
  <PageHead title="Bring students in" :where="`Classes · ${schoolClass?.name ?? ''}`">
    <RouterLink :to="`/classes/${classId}`">Back to the class</RouterLink>
  </PageHead>
  <FacingPages name="bring" left="The list" right="What it does" :start="44">
    <template #left>
      <div class="tabs" role="tablist" aria-label="Where the list comes from">
        <button
          v-for="(words, key) in sources"
          :key="key"
          role="tab"
          :aria-selected="source === key"
          @click="choose(key)"
        >
          {{ words }}
        </button>
      </div>
      <div class="inset">
        <template v-if="source === 'list'">
          <ListSource v-model="text" @read="takeList" />
          <label
            ><input
              type="checkbox"
              :checked="whole"
              @change="setWhole(($event.target as HTMLInputElement).checked)"
            />
            this is the whole class: whoever is not on it has left</label
          >
        </template>
        <template v-if="source === 'file'">
          <p>A CSV with one student a line, or a OneRoster 1.2 zip with classes and enrolments.</p>
          <label class="field"
            ><span class="unseen">CSV or OneRoster zip</span>
            <input type="file" accept=".csv,.txt,.tsv,.zip" @change="takeFile"
          /></label>
          <p v-if="fileName && !wrong" class="faded">{{ fileName }} is read.</p>
        </template>
        <p v-if="reading" class="faded" role="status">Asking the school’s roster …</p>
        <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
        <table v-if="source !== 'list' && rosters.length" class="ruled">
          <thead>
            <tr>
              <th>{{ source === 'roster' ? 'In the roster' : 'In the file' }}</th>
              <th class="figures">Students</th>
              <th>Goes to</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="{ roster, source: listed } in listedClasses" :key="roster.key">
              <td>
                {{ listed.title }}
                <span class="faded small">{{
                  [listed.subject, listed.term].filter(Boolean).join(', ')
                }}</span>
              </td>
              <td class="figures">{{ roster.listed.length }}</td>
              <td>
                <select
                  v-model="roster.target"
                  class="plain-input"
                  :aria-label="`Where ${listed.title} goes`"
                >
                  <option value="out">nowhere</option>
                  <option v-for="entry in classes" :key="entry.id" :value="entry.id">
                    {{ entry.name }}, {{ entry.subject }}
                  </option>
                  <option value="new">a new class</option>
                </select>
              </td>
            </tr>
          </tbody>
        </table>
        <ul v-if="problems.length" class="problems">
          <li v-for="(problem, index) in problems.slice(0, 30)" :key="index" class="wrong">
            {{ problem.file }}, line {{ problem.line }}: {{ problem.message }}
          </li>
          <li v-if="problems.length > 30" class="faded">and {{ problems.length - 30 }} more</li>
        </ul>
      </div>
    </template>
    <template #right>
      <p v-if="planWrong" class="wrong inset" role="alert">{{ planWrong }}</p>
      <EmptyNote v-if="shown.length === 0 && !planning" title="Nothing to show yet.">{{
        source === 'list'
          ? 'Type or paste the names on the left; here stands what would happen to each, before anything does.'
          : 'Choose on the left where a class of the list goes.'
      }}</EmptyNote>
      <RosterPreview
        v-for="roster in shown"
        :key="roster.key"
        :title="titleOf(roster)"
        :plan="roster.plan"
        :choice="(line) => choiceOf(roster.key, line)"
        :staying="staying[roster.key] ?? []"
        @decide="(line, choice) => decide(roster.key, line, choice)"
        @stay="(studentId, stays) => stay(roster.key, studentId, stays)"
      />
    </template>
  </FacingPages>
  <FootingLine label="What would happen">
    <span v-if="open > 0" class="wrong">{{ count(open, 'question') }} to answer first</span>
    <span v-else-if="planning" class="faded">Looking …</span>
    <span v-else-if="shown.length && touched === 0">Everything is as the list has it.</span>
    <template #actions>
      <el-button
        type="primary"
        :disabled="shown.length === 0 || open > 0 || planning"
        :loading="busy"
        @click="bring"
      >
        {{
          touched === 0 && shown.length
            ? 'Nothing to change'
            : `Do this for ${count(touched, 'student')}`
        }}
      </el-button>
    </template>
  </FootingLine>
</template>

<style scoped>
.inset {
  padding: 14px 24px;
}
.problems {
  padding-left: 18px;
}
</style>
