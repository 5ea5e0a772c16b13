<script setup lang="ts">
/** Left what the test should be, right what the machine finds for it; the result becomes an ordinary test. */
import { elementAt } from '@oaken/core/certain';
import {
  blueprintProblems,
  cellStates,
  emptyBlueprint,
  type Blueprint,
} from '@oaken/core/assembly';
import { allEntries, mostEntries } from '@oaken/core/assessments';
import { count } from '@oaken/core/text';
import { computed, onMounted, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useDoing } from '../../client/useDoing';
import EmptyNote from '../../parts/EmptyNote.vue';
import FacingPages from '../../parts/FacingPages.vue';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../../parts/PageHead.vue';
import GradeRow from '../../parts/GradeRow.vue';
import { useLibrary } from '../library/library';
import StandardPicker from '../library/StandardPicker.vue';
import { done, failed } from '../shared/undo';
import { pointsText } from '../shared/words';
import BlueprintTable from './BlueprintTable.vue';
import FilledResult from './FilledResult.vue';
import { plannedOf } from './planned';
import { useFill } from './useFill';
import UnsentChanges from './UnsentChanges.vue';
import { useTest } from './useTest';
import { useTyped } from './useTyped';

const testId = Number(useRoute().params.testId);
const router = useRouter();
const library = useLibrary();
const test = useTest(testId);
const { outline, revisions, points, mayChange } = test;
const fill = useFill(testId, test);
const { wrong, read } = useDoing();
const picking = ref(false);
const keep = ref(true);
const forms = ref(1);
const seconds = ref(20);

onMounted(async () => {
  library.load().catch(failed);
  await read(async () => {
    await test.load();
  });
});

const blueprint = computed<Blueprint>(() => outline.value?.blueprint ?? emptyBlueprint());
const entries = computed(() => (outline.value ? allEntries(outline.value) : []));
const planned = computed(() =>
  entries.value.flatMap(({ id, revisionId }) => {
    const revision = revisions.value.get(revisionId);
    return revision
      ? [
          {
            ...plannedOf(revision, library.chainOf),
            points: points.value?.entries.get(id) ?? revision.points,
          },
        ]
      : [];
  }),
);
const states = computed(() => cellStates(blueprint.value, planned.value));
const problems = computed(() => blueprintProblems(blueprint.value, mostEntries));

function change(next: Blueprint, text = 'the blueprint'): void {
  test.change(text, { do: 'describe', facts: { blueprint: next } });
}
const set = (changed: Partial<Blueprint>) => change({ ...blueprint.value, ...changed });
function takeStandards(ids: number[]): void {
  const columns = blueprint.value.byDepth ? 4 : 1;
  const held = new Map(blueprint.value.rows.map((row) => [row.standard, row]));
  change(
    {
      ...blueprint.value,
      rows: ids.map(
        (standard) => held.get(standard) ?? { standard, wants: new Array<number>(columns).fill(0) },
      ),
    },
    'the rows of the blueprint',
  );
}
function splitByDepth(byDepth: boolean): void {
  const rows = blueprint.value.rows.map(({ standard, wants }) => {
    const all = wants.reduce((sum, want) => sum + want, 0);
    return { standard, wants: byDepth ? [0, all, 0, 0] : [all] };
  });
  change({ ...blueprint.value, byDepth, rows }, 'how the blueprint counts depth');
}
/** What the test has now, as the wish: a beginning that is never far off. */
function fromTest(): void {
  const ids = [
    ...new Set(
      planned.value.flatMap(({ standards }) => standards.flatMap(([value]) => value ?? [])),
    ),
  ];
  const rows = ids.map((standard) => ({
    standard,
    wants: new Array<number>(blueprint.value.byDepth ? 4 : 1).fill(0),
  }));
  const empty = { ...blueprint.value, rows };
  const wants = cellStates(empty, planned.value);
  for (const { row, column, have } of wants) elementAt(rows, row).wants[column] = have;
  change(empty, 'a blueprint of what is there');
}

const fields = {
  minutes: useTyped(() => blueprint.value.minutes),
  facility: useTyped(() => blueprint.value.facility),
  byHand: useTyped(() => blueprint.value.byHand),
};
const { minutes, facility, byHand } = fields;
const limits = {
  minutes: [1, 1440, 'The time is a number of minutes above zero.'],
  facility: [0.05, 0.95, 'What students should earn is a share from 0.05 (hard) to 0.95 (easy).'],
  byHand: [0, 200, 'So many must be a whole number from 0.'],
} as const;
const fieldWrong = ref('');
function setNumber(name: keyof typeof limits): void {
  const [least, maximum, sentence] = limits[name];
  const text = fields[name].value.trim();
  const value = text === '' ? null : Number(text.replace(',', '.'));
  if (
    value !== null &&
    (!(value >= least && value <= maximum) || (name === 'byHand' && !Number.isInteger(value)))
  )
    fieldWrong.value = sentence;
  else {
    fieldWrong.value = '';
    set({ [name]: value });
  }
}
const toggleBank = (value: number) => {
  const banks = blueprint.value.banks;
  set({
    banks: banks.includes(value)
      ? banks.filter((bank) => bank !== value)
      : [...banks, value].sort((a, b) => a - b),
  });
};
const usable = computed(() => library.banks.filter(({ may }) => may !== 'read'));
const bankWords = computed(() =>
  blueprint.value.banks.length === 0
    ? 'all that I may use'
    : blueprint.value.banks.map((id) => library.bankName(id)).join(', '),
);

const stepWords = {
  reading: 'Reading the banks',
  fitting: 'Fitting items to the cells',
  balancing: 'Bringing the difficulty to its target, and forms to each other',
};
/** Whether what is shown was found around the items that the test has. */
const kept = ref(true);
const start = () => {
  kept.value = keep.value;
  return fill.fill(blueprint.value, {
    forms: forms.value,
    seconds: seconds.value,
    keep: keep.value ? [...new Set(entries.value.map(({ itemId }) => itemId))] : [],
  });
};
/** An item that the teacher does not want: the machine looks again without it. */
function keepOut(item: number): void {
  set({ without: [...blueprint.value.without, item] });
  void start();
}
function take(): void {
  if (!outline.value || !fill.filled.value) return;
  try {
    const changes = fill.changesFor(outline.value, fill.filled.value, kept.value);
    if (changes.length > 0) test.change('filling the blueprint', ...changes);
    done(
      `The test has the ${count(elementAt(fill.filled.value.forms, 0).length, 'item')} now. Go on as with any other test.`,
    );
    void test.settled().then(() => router.push(`/tests/${testId}`));
  } catch (error) {
    failed(error);
  }
}
</script>

<template>
  <PageHead title="Blueprint" :where="`Tests · ${outline?.title ?? ''}`">
    <template v-if="mayChange">
      <el-button :disabled="!test.canUndo.value" @click="test.undo()">Undo</el-button>
      <el-button :disabled="!test.canRedo.value" @click="test.redo()">Redo</el-button>
    </template>
    <RouterLink :to="`/tests/${testId}`">Back to the test</RouterLink>
  </PageHead>
  <UnsentChanges
    :waiting="test.waiting.value"
    :keeps="test.keeps.value"
    :stuck="test.stuck.value"
    @decide="test.decide"
  />
  <p v-if="wrong" class="wrong inset" role="alert">{{ wrong }}</p>
  <FacingPages
    v-else
    name="blueprint"
    left="What the test should be"
    right="Filling it"
    :start="54"
    :most="76"
  >
    <template #left>
      <div class="inset">
        <div class="line">
          <label
            >Cells count
            <select
              class="plain-input"
              aria-label="What cells count"
              :value="blueprint.measure"
              :disabled="!mayChange"
              @change="
                set({ measure: ($event.target as HTMLSelectElement).value as Blueprint['measure'] })
              "
            >
              <option value="items">items</option>
              <option value="points">points</option>
            </select></label
          >
          <label
            ><input
              type="checkbox"
              :checked="blueprint.byDepth"
              :disabled="!mayChange"
              @change="splitByDepth(($event.target as HTMLInputElement).checked)"
            />
            by depth</label
          >
          <button v-if="mayChange" class="word" @click="picking = true">Standards</button>
          <button v-if="mayChange && entries.length" class="word" @click="fromTest">
            As the test is now
          </button>
        </div>
        <EmptyNote v-if="blueprint.rows.length === 0" title="No rows yet."
          >Choose the standards, or strands, that the test should cover; each becomes a
          row.</EmptyNote
        >
        <BlueprintTable
          v-else
          :blueprint="blueprint"
          :states="states"
          :may-change="mayChange"
          @change="change"
        />
        <div class="limits">
          <label
            >At most
            <input
              v-model="minutes"
              class="plain-input few"
              inputmode="decimal"
              aria-label="Minutes at most"
              placeholder="–"
              :readonly="!mayChange"
              @change="setNumber('minutes')"
            />
            min</label
          >
          <label
            >Students should earn about
            <input
              v-model="facility"
              class="plain-input few"
              inputmode="decimal"
              aria-label="Share of the points that students should earn"
              placeholder="–"
              :readonly="!mayChange"
              @change="setNumber('facility')"
            />
            of the points
          </label>
          <label
            >Marked by hand at most
            <input
              v-model="byHand"
              class="plain-input few"
              inputmode="numeric"
              aria-label="Items marked by hand at most"
              placeholder="–"
              :readonly="!mayChange"
              @change="setNumber('byHand')"
            />
          </label>
        </div>
        <label v-if="blueprint.facility !== null" class="tick"
          ><input
            type="checkbox"
            :checked="blueprint.unknownToo"
            :disabled="!mayChange"
            @change="set({ unknownToo: ($event.target as HTMLInputElement).checked })"
          />
          items whose difficulty nobody knows yet may be taken too</label
        >
        <p v-if="fieldWrong" class="wrong" role="alert">{{ fieldWrong }}</p>
        <details>
          <summary>
            <b>From</b>{{ ' ' }}
            <span class="faded"
              >{{ bankWords
              }}{{ blueprint.grades.length ? `; grade ${blueprint.grades.join(', ')}` : '' }}</span
            >
          </summary>
          <label v-for="bank in usable" :key="bank.id" class="tick"
            ><input
              type="checkbox"
              :checked="blueprint.banks.includes(bank.id)"
              :disabled="!mayChange"
              @change="toggleBank(bank.id)"
            />
            {{ bank.name }} <span class="faded">{{ count(bank.items, 'item') }}</span></label
          >
          <GradeRow
            :model-value="blueprint.grades"
            :grades="library.grades"
            label="Only items for these grades"
            each="Items for grade"
            :disabled="!mayChange"
            @update:model-value="set({ grades: $event })"
            >Only for grade</GradeRow
          >
        </details>
        <details v-if="blueprint.without.length">
          <summary>
            <b>Kept out</b> <span class="faded">{{ count(blueprint.without.length, 'item') }}</span>
          </summary>
          <button v-if="mayChange" class="word" @click="set({ without: [] })">
            Let them in again
          </button>
        </details>
      </div>
    </template>
    <template #right>
      <div class="inset">
        <template v-if="mayChange">
          <label class="tick"
            ><input v-model="keep" type="checkbox" :disabled="entries.length === 0" /> keep the
            {{ count(entries.length, 'item') }} that the test has</label
          >
          <div class="line">
            <label
              >Parallel forms
              <select v-model.number="forms" class="plain-input" aria-label="Parallel forms">
                <option :value="1">one</option>
                <option :value="2">two, A and B</option>
                <option :value="3">three, A, B and C</option>
              </select></label
            >
            <label
              >at most
              <select v-model.number="seconds" class="plain-input" aria-label="Seconds at most">
                <option v-for="n in [5, 10, 20, 40, 60]" :key="n" :value="n">{{ n }} s</option>
              </select></label
            >
          </div>
          <p v-for="problem in problems" :key="problem" class="wrong">{{ problem }}</p>
          <el-button
            v-if="!fill.busy.value"
            type="primary"
            :disabled="problems.length > 0"
            @click="start"
            >Fill it from the banks</el-button
          >
          <div v-else class="progress" role="status">
            <progress
              :max="seconds"
              :value="Math.min(fill.elapsed.value, seconds)"
              aria-label="Time used"
            />
            <p>
              {{ fill.step.value && stepWords[fill.step.value] }} …
              {{
                fill.candidates.value
                  ? `${fill.candidates.value.toLocaleString('en')} items, `
                  : ''
              }}{{ fill.elapsed.value.toFixed(0) }} s
              <el-button @click="fill.stop">Stop</el-button>
            </p>
          </div>
        </template>
        <p v-if="fill.wrong.value" class="wrong" role="alert">{{ fill.wrong.value }}</p>
        <FilledResult
          v-if="fill.filled.value"
          :filled="fill.filled.value"
          :blueprint="blueprint"
          @without="keepOut"
        >
          <p>
            <el-button type="primary" @click="take">{{
              kept || entries.length === 0 ? 'Put them into the test' : 'Make the test of these'
            }}</el-button>
          </p>
        </FilledResult>
        <EmptyNote v-else-if="!fill.busy.value && !fill.wrong.value" title="Nothing is chosen yet."
          >The machine looks for the items that fit every cell at once, within the time and as hard
          as you want. You go on editing what it finds.</EmptyNote
        >
      </div>
    </template>
  </FacingPages>
  <FootingLine label="The blueprint’s totals">
    <span
      ><b>{{
        count(
          states.reduce((sum, { want }) => sum + want, 0),
          blueprint.measure.slice(0, -1),
        )
      }}</b>
      wanted</span
    >
    <span
      >the test has <b>{{ pointsText(states.reduce((sum, { have }) => sum + have, 0)) }}</b> of
      them</span
    >
  </FootingLine>
  <StandardPicker
    v-model="picking"
    :chosen="blueprint.rows.map(({ standard }) => standard)"
    title="Rows of the blueprint: standards or whole strands"
    @done="takeStandards"
  />
</template>

<style scoped>
.inset {
  padding: 14px 22px 24px;
}
.line,
.limits {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 16px;
  margin: 0 0 10px;
}
.limits {
  margin-top: 14px;
}
.plain-input {
  width: auto;
}
.few {
  width: 66px;
  text-align: right;
}
.inset > section {
  margin-top: 14px;
}
.tick {
  display: block;
  padding: 3px 0;
}
details {
  border-top: var(--line);
  padding: 7px 0;
}
progress {
  width: 100%;
  accent-color: var(--oak);
}
</style>
