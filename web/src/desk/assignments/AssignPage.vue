<script setup lang="ts">
import type { AssignmentRow } from '@oaken/contract/assignments';
import type { ClassRow } from '@oaken/contract/classes';
import type { TestAnswer } from '@oaken/contract/tests';
import type { ReleaseTime } from '@oaken/core/assignments';
import { countItems, totalPoints } from '@oaken/core/tests';
import { count, listing } from '@oaken/core/text';
import { computed, onMounted, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { call } from '../../client/call';
import { inWords, Refused } from '../../client/request';
import { useSession } from '../../client/session';
import EmptyNote from '../../parts/EmptyNote.vue';
import FacingPages from '../../parts/FacingPages.vue';
import PageHead from '../../parts/PageHead.vue';
import { done } from '../undo';
import { pointsText } from '../words';
import { useSlip } from './useSlip';
import WindowCalendar from './WindowCalendar.vue';

const session = useSession();
const router = useRouter();
const testId = Number(useRoute().params.testId);
const test = ref<TestAnswer | null>(null);
const classes = ref<ClassRow[]>([]);
const assignments = ref<AssignmentRow[]>([]);
const wrong = ref('');
const fieldErrors = ref<Record<string, string>>({});
const busy = ref(false);
const clientKey = crypto.randomUUID();

const { form, zone, chosen, otherGrade, opens, closes, late, rules, problems, inTheWay, slip, allForms, formNames } =
  useSlip(test, classes, fieldErrors);

onMounted(async () => {
  try {
    const [own, mine, given] = await Promise.all([
      call('readTest', { params: { testId } }),
      call('listClasses', {}),
      call('listAssignments', {}),
    ]);
    test.value = own;
    classes.value = mine.classes.filter(({ putAway }) => !putAway);
    assignments.value = given.assignments;
    const seconds = own.revisions.reduce((sum, revision) => sum + (revision.seconds ?? 60), 0);
    form.limitMinutes = own.outline.minutes ?? Math.max(10, Math.ceil((seconds * 1.5) / 300) * 5);
  } catch (error) {
    wrong.value = inWords(error);
  }
});

const canGive = computed(
  () =>
    slip.value !== null &&
    form.classIds.length > 0 &&
    Object.keys(problems.value).length === 0 &&
    inTheWay.value.length === 0,
);

const theirs = computed(() =>
  assignments.value.filter((own) => own.classes.some(({ id }) => form.classIds.includes(id))),
);
const extra = computed(() =>
  test.value && opens.value.ok && (!closes.value || closes.value.ok) && chosen.value.length > 0
    ? {
        title: test.value.outline.title,
        classes: listing(chosen.value.map(({ name }) => name)),
        opensAt: opens.value.at,
        closesAt: closes.value?.at ?? null,
      }
    : null,
);
const calendarFrom = computed(() => (opens.value.ok ? opens.value.at : session.now()));

async function give(): Promise<void> {
  if (busy.value || !canGive.value || !test.value || !opens.value.ok) return;
  busy.value = true;
  wrong.value = '';
  try {
    const { id, students } = await call('giveAssignment', {
      body: {
        clientKey,
        testId,
        testVersion: test.value.version,
        classIds: form.classIds,
        opensAt: form.opens === 'now' ? null : opens.value.at,
        closesAt: closes.value?.ok ? closes.value.at : null,
        lateRule: late.value?.ok ? { late: 'until', until: late.value.at } : { late: 'no' },
        rules: rules.value,
        forms: form.forms,
      },
    });
    done(`Given to ${count(students, 'student')}.`, async () => {
      await call('takeBackAssignment', { params: { assignmentId: id } });
      await router.push(`/tests/${testId}/assign`);
    });
    await router.push('/schedule');
  } catch (error) {
    if (error instanceof Refused && error.problem.errors)
      fieldErrors.value = Object.fromEntries(
        error.problem.errors.map(({ pointer, message }) => [pointer.split('/')[1] ?? '', message]),
      );
    else wrong.value = inWords(error);
    if (error instanceof Refused && error.status === 409)
      test.value = await call('readTest', { params: { testId } }).catch(() => test.value);
  } finally {
    busy.value = false;
  }
}

const releases: Record<ReleaseTime, string> = {
  'at-hand-in': 'as soon as they hand in',
  'after-closing': 'after it has closed',
  'by-hand': 'when I release them',
};
const changedField = () => (fieldErrors.value = {});
const order = computed(
  () =>
    `${form.shuffleChoices ? 'choices shuffled' : 'choices in my order'}, ${form.shuffleItems ? 'items shuffled' : 'items in my order'}`,
);
const outcome = computed(() => `scores ${releases[form.score]}, right answers ${releases[form.answers]}`);
</script>

<template>
  <PageHead title="Assign" :where="`Tests · ${test?.outline.title ?? ''}`">
    <RouterLink :to="`/tests/${testId}`">Back to the test</RouterLink>
  </PageHead>
  <p v-if="wrong" class="wrong inset" role="alert">{{ wrong }}</p>
  <FacingPages name="assign" left="What, who, when, how" right="Calendar and slip" :start="44">
    <template #left>
      <form v-if="test" class="inset" @submit.prevent="give" @change="changedField">
        <section>
          <h2>What</h2>
          <p class="what">
            <b>{{ test.outline.title }}</b>, {{ test.outline.kind
            }}<template v-if="test.outline.grades.length">, grade {{ test.outline.grades.join(' and ') }}</template
            >: {{ count(countItems(test.outline), 'item') }}, {{ pointsText(totalPoints(test.outline)) }} points
          </p>
          <p v-for="{ words } in inTheWay" :key="words" class="wrong">
            {{ words }} <RouterLink :to="`/tests/${testId}`">Mend it</RouterLink>
          </p>
        </section>
        <section>
          <h2>Who</h2>
          <EmptyNote v-if="classes.length === 0" title="You have no classes."
            >The office gives classes to teachers.</EmptyNote
          >
          <label v-for="own in classes" :key="own.id" class="class" :class="{ chosen: form.classIds.includes(own.id) }">
            <input v-model="form.classIds" type="checkbox" :value="own.id" />
            <b>{{ own.name }}</b><span>{{ own.subject }}, {{ own.period }}</span
            ><span class="faded">grade {{ own.grade }} · {{ count(own.students, 'student') }}</span>
          </label>
          <p v-if="otherGrade.length" class="note">
            The test is for grade {{ test.outline.grades.join(' and ') }}, but
            {{ listing(otherGrade.map(({ name, grade }) => `${name} is grade ${grade}`)) }}. Is that meant?
          </p>
          <p v-if="problems.classIds" class="wrong">{{ problems.classIds }}</p>
        </section>
        <section>
          <h2>
            When <span class="faded small">times of {{ zone.split('/').at(-1)?.replace('_', ' ') }}</span>
          </h2>
          <div class="pair">
            <span class="label">Opens</span>
            <label><input v-model="form.opens" type="radio" value="now" /> now</label>
            <label><input v-model="form.opens" type="radio" value="later" /> at</label>
            <input
              v-model="form.opensWall"
              class="plain-input time"
              type="datetime-local"
              aria-label="Opens at"
              :disabled="form.opens === 'now'"
              :aria-invalid="Boolean(problems.opensAt)"
            />
          </div>
          <p v-if="problems.opensAt" class="wrong">{{ problems.opensAt }}</p>
          <div class="pair">
            <span class="label">Closes</span>
            <input
              v-model="form.closesWall"
              class="plain-input time"
              type="datetime-local"
              aria-label="Closes at"
              :disabled="form.never"
              :aria-invalid="Boolean(problems.closesAt)"
            />
            <label><input v-model="form.never" type="checkbox" /> never</label>
          </div>
          <p v-if="problems.closesAt" class="wrong">{{ problems.closesAt }}</p>
          <div class="pair">
            <span class="label">Late work</span>
            <label><input v-model="form.lateWork" type="checkbox" :disabled="form.never" /> taken until</label>
            <input
              v-model="form.lateWall"
              class="plain-input time"
              type="datetime-local"
              aria-label="Late work until"
              :disabled="!form.lateWork || form.never"
            />
          </div>
          <p v-if="problems.lateRule" class="wrong">{{ problems.lateRule }}</p>
        </section>
        <section>
          <h2>How</h2>
          <div class="pair">
            <span class="label">Time limit</span>
            <label><input v-model="form.limited" type="checkbox" /></label>
            <input
              v-model.number="form.limitMinutes"
              class="plain-input minutes"
              type="number"
              min="1"
              max="1440"
              aria-label="Minutes to work"
              :disabled="!form.limited"
              :aria-invalid="Boolean(problems.limit)"
            />
            minutes
          </div>
          <p v-if="problems.limit" class="wrong">{{ problems.limit }}</p>
          <details v-if="allForms.length" :open="Boolean(problems.forms)">
            <summary>
              <b>Forms</b>{{ ' ' }}
              <span class="faded">{{
                formNames.length > 1
                  ? `${listing(formNames)} in turn`
                  : formNames.length
                    ? `form ${formNames[0]} for all`
                    : 'none chosen'
              }}</span>
            </summary>
            <label v-for="own in allForms" :key="own.name"
              ><input v-model="form.forms" type="checkbox" :value="own.id" /> form {{ own.name }}
              <span v-if="own.note" class="faded">{{ own.note }}</span></label
            >
            <p v-if="problems.forms" class="wrong">{{ problems.forms }}</p>
          </details>
          <details>
            <summary>
              <b>Order</b> <span class="faded">{{ order }}</span>
            </summary>
            <label
              ><input v-model="form.shuffleChoices" type="checkbox" /> each student gets the choices in another
              order</label
            >
            <label><input v-model="form.shuffleItems" type="checkbox" /> and the items too</label>
          </details>
          <details>
            <summary>
              <b>Release</b> <span class="faded">{{ outcome }}</span>
            </summary>
            <label class="rel"
              >Scores
              <select v-model="form.score" class="plain-input">
                <option v-for="(text, time) in releases" :key="time" :value="time">{{ text }}</option>
              </select></label
            >
            <label class="rel"
              >Right answers and explanations
              <select v-model="form.answers" class="plain-input">
                <option v-for="(text, time) in releases" :key="time" :value="time">{{ text }}</option>
              </select></label
            >
          </details>
        </section>
      </form>
    </template>
    <template #right>
      <div class="inset">
        <h2>What these students have</h2>
        <p v-if="chosen.length === 0" class="faded">Choose a class, and its calendar stands here.</p>
        <WindowCalendar v-else :assignments="theirs" :from="calendarFrom" :weeks="2" :extra="extra" />
        <div class="slip" aria-live="polite">
          <h2>The slip</h2>
          <template v-if="slip && chosen.length">
            <p class="line">{{ slip.line }}</p>
            <p v-for="sentence in slip.sentences" :key="sentence">{{ sentence }}</p>
          </template>
          <p v-else class="faded">It says what goes to whom, and when, once a class is chosen.</p>
          <el-button type="primary" size="large" :disabled="!canGive" :loading="busy" @click="give">{{
            slip && chosen.length ? slip.verb : 'Give'
          }}</el-button>
          <p v-if="Object.keys(problems).length" class="wrong">{{ Object.values(problems)[0] }}</p>
        </div>
      </div>
    </template>
  </FacingPages>
</template>

<style scoped>
.inset {
  padding: 16px 24px;
}
section {
  border-bottom: var(--line);
  padding-bottom: 12px;
  margin-bottom: 14px;
}
h2 {
  margin-bottom: 8px;
}
.class {
  display: grid;
  grid-template-columns: 22px 44px 1fr auto;
  gap: 8px;
  align-items: baseline;
  padding: 6px 8px;
  border-bottom: var(--line);
  cursor: pointer;
}
.class.chosen {
  background: var(--wash);
  box-shadow: inset 3px 0 var(--oak);
}
input[type='checkbox'],
input[type='radio'] {
  accent-color: var(--oak);
  width: 16px;
  height: 16px;
}
.pair {
  display: flex;
  align-items: center;
  gap: 10px;
  margin-bottom: 7px;
}
.pair .label {
  width: 84px;
  font-weight: 600;
}
.time {
  width: 220px;
}
.minutes {
  width: 84px;
}
.note {
  border-left: 4px solid var(--partial);
  padding-left: 10px;
  margin-top: 8px;
}
details {
  border-top: var(--line);
  padding: 7px 0;
}
details label {
  display: block;
  padding: 5px 0 0 16px;
}
.rel select {
  width: auto;
}
summary {
  cursor: pointer;
}
.slip {
  border: 1px solid var(--rule-strong);
  border-top: 3px double var(--rule-strong);
  background: var(--paper);
  padding: 14px 18px 18px;
  margin-top: 14px;
}
.line {
  font-family: var(--serif);
  font-weight: 600;
}
</style>
