<script setup lang="ts">
/** What is said about a class, who teaches it, joining by code, and putting it away. */
import { present } from '@oaken/core/certain';
import type { AnswerOf, api, BodyOf } from '@oaken/contract';
import type { ClassFacts } from '@oaken/contract/classes';
import { atWall, hour, wallOf } from '@oaken/core/timing';
import { ElMessageBox } from 'element-plus/es/components/message-box/index.mjs';
import isEqual from 'fast-deep-equal';
import { computed, onMounted, reactive, ref } from 'vue';
import { call } from '../../client/call';
import { sentenceOf, useDoing, useForm } from '../../client/useDoing';
import { useSession } from '../../client/session';
import { done, failed } from '../shared/undo';
import { useWords } from '../shared/words';
import ClassFactsFields from './ClassFactsFields.vue';
import type { OpenClass } from './useClass';
import DateField from '../../parts/DateField.vue';
import SelectField from '../../parts/SelectField.vue';

const props = defineProps<{
  openClass: OpenClass;
  mayChange: boolean;
  act: (work: () => Promise<unknown>) => Promise<boolean>;
}>();
const emit = defineEmits<{ gone: [] }>();
const session = useSession();
const words = useWords();
const params = { classId: props.openClass.class.id };
const factsOf = ({ name, subject, period, term, grade, notes }: ClassFacts): ClassFacts => ({
  name,
  subject,
  period,
  term,
  grade,
  notes,
});
const facts = reactive(factsOf(props.openClass.class));
const form = useForm();
const changed = computed(() => !isEqual(factsOf(facts), factsOf(props.openClass.class)));

async function save(): Promise<void> {
  const before = factsOf(props.openClass.class);
  if (!(await form.act(() => call('describeClass', { params, body: factsOf(facts) })))) return;
  await props.act(async () => undefined);
  done(`${facts.name} is changed.`, async () => {
    Object.assign(facts, before);
    await props.act(() => call('describeClass', { params, body: before }));
  });
}

type Teachers = AnswerOf<typeof api.readTeachers>;
const teachers = ref<Teachers | null>(null);
const { wrong: teachersWrong, read, act: actOnTeachers } = useDoing(sentenceOf);
async function readTeachers(): Promise<void> {
  await read(async () => {
    teachers.value = await call('readTeachers', { params });
  });
}
onMounted(readTeachers);
const lastDay = (days: number) =>
  `${wallOf(session.now() + days * 24 * hour, session.school.zone).slice(0, 10)}T18:00`;
const joining = ref({
  colleague: 0,
  part: 'co-teacher' as 'co-teacher' | 'substitute',
  wall: lastDay(7),
});
const withClass = computed(() => teachers.value?.teachers ?? []);
const others = computed(
  () =>
    teachers.value?.colleagues.filter(
      ({ accountId }) => !withClass.value.some((teacher) => teacher.accountId === accountId),
    ) ?? [],
);
async function setTeachers(list: Teachers['teachers'], text: string): Promise<void> {
  const before = withClass.value;
  const send = (all: Teachers['teachers']) => {
    const others = all.flatMap(
      ({ accountId, part, until }): BodyOf<typeof api.setTeachers>['others'] => {
        if (part === 'teacher') return [];
        return part === 'co-teacher'
          ? [{ accountId, part }]
          : [{ accountId, part, until: present(until, 'until') }];
      },
    );
    return call('setTeachers', { params, body: { others } });
  };
  await actOnTeachers(async () => {
    await send(list);
    done(text, async () => {
      await send(before);
      await readTeachers();
    });
    await readTeachers();
  });
}
function addTeacher(): void {
  const colleague = others.value.find(({ accountId }) => accountId === joining.value.colleague);
  if (!colleague || !teachers.value) return;
  const wall = atWall(joining.value.wall, session.school.zone);
  if (joining.value.part === 'substitute' && !wall.ok)
    return void (teachersWrong.value = wall.message);
  const until = joining.value.part === 'substitute' && wall.ok ? wall.at : null;
  void setTeachers(
    [...teachers.value.teachers, { ...colleague, part: joining.value.part, until }],
    `${colleague.name} is with this class now.`,
  );
  joining.value.colleague = 0;
}
const drop = (accountId: number, name: string) =>
  setTeachers(
    withClass.value.filter((teacher) => teacher.accountId !== accountId),
    `${name} is no longer with this class.`,
  );

const openHours = ref(2);
async function setJoining(hours: number | null): Promise<void> {
  const until = hours === null ? null : session.now() + hours * hour;
  if (await props.act(() => call('openJoining', { params, body: { until } })))
    done(
      hours === null ? 'Joining by code has ended.' : 'Students can join with the class code now.',
    );
}

async function putAway(away: boolean): Promise<void> {
  const ok = await props.act(() => call('putClassAway', { params, body: { away } }));
  if (ok)
    done(
      away
        ? `${props.openClass.class.name} is put away, with everything in it.`
        : `${props.openClass.class.name} is in use again.`,
      () =>
        props
          .act(() => call('putClassAway', { params, body: { away: !away } }))
          .then(() => undefined),
    );
}
async function remove(): Promise<void> {
  const sure = await ElMessageBox.confirm(
    'Its roster and groups go with it. The students’ accounts stay.',
    `Delete ${props.openClass.class.name} for good?`,
    { confirmButtonText: 'Delete the class', cancelButtonText: 'Keep it' },
  ).catch(() => false);
  if (!sure) return;
  try {
    await call('removeClass', { params });
    done(`${props.openClass.class.name} is deleted.`);
    emit('gone');
  } catch (error) {
    failed(error);
  }
}
</script>

<template>
  <div class="inset">
    <form @submit.prevent="save">
      <ClassFactsFields v-model="facts" :wrong="form.errors.value" :disabled="!mayChange" />
      <p v-if="form.wrong.value" class="wrong" role="alert">{{ form.wrong.value }}</p>
      <ElButton v-if="mayChange" type="primary" native-type="submit" :disabled="!changed"
        >Save</ElButton
      >
    </form>

    <section>
      <h2>Teachers</h2>
      <table v-if="teachers" class="ruled">
        <tbody>
          <tr v-for="teacher in teachers.teachers" :key="teacher.accountId">
            <td>{{ teacher.name }}</td>
            <td>
              {{ teacher.part }}{{ teacher.until ? ` until ${words.time(teacher.until)}` : '' }}
            </td>
            <td class="figures">
              <button
                v-if="mayChange && teacher.part !== 'teacher'"
                class="word"
                :aria-label="`take away ${teacher.name}`"
                @click="drop(teacher.accountId, teacher.name)"
              >
                take away
              </button>
            </td>
          </tr>
        </tbody>
      </table>
      <form v-if="mayChange && others.length" class="adding" @submit.prevent="addTeacher">
        <SelectField v-model="joining.colleague" aria-label="Colleague"
          ><ElOption :value="0" label="Add a colleague …" /><ElOption
            v-for="other in others"
            :key="other.accountId"
            :value="other.accountId"
            :label="other.name"
        /></SelectField>
        <SelectField v-model="joining.part" aria-label="As what"
          ><ElOption value="co-teacher" label="as co-teacher" /><ElOption
            value="substitute"
            label="as substitute until"
        /></SelectField>
        <DateField
          v-if="joining.part === 'substitute'"
          v-model="joining.wall"
          with-time
          label="Substitute until"
        />
        <button class="word" :disabled="joining.colleague === 0">Add</button>
      </form>
      <p class="faded small">
        A co-teacher does all that you do. A substitute sees the roster and the results, and gives
        passcodes, until the time you set.
      </p>
      <p v-if="teachersWrong" class="wrong" role="alert">{{ teachersWrong }}</p>
    </section>

    <section v-if="mayChange && !openClass.class.putAway">
      <h2>Joining by class code</h2>
      <p v-if="openClass.class.joiningUntil">
        Students can put themselves on the roster until
        {{ words.time(openClass.class.joiningUntil) }}, with code <b>{{ openClass.class.code }}</b>.
        <button class="word" @click="setJoining(null)">End it now</button>
      </p>
      <p v-else>
        Let students put themselves on the roster with the class code for
        <SelectField v-model="openHours" class="hours" aria-label="For how long"
          ><ElOption :value="2" label="two hours" /><ElOption :value="24" label="a day" /><ElOption
            :value="168"
            label="a week"
        /></SelectField>
        <button class="word" @click="setJoining(openHours)">Open it</button>
      </p>
    </section>

    <section v-if="mayChange">
      <h2>{{ openClass.class.putAway ? 'Put away' : 'When the term is over' }}</h2>
      <p v-if="openClass.class.putAway">
        This class is put away: its code does not let anybody in, and everything in it is kept.
        <button class="word" @click="putAway(false)">Use it again</button>
      </p>
      <p v-else>
        <button class="word" @click="putAway(true)">Put the class away</button>
        <span class="faded"> It leaves your list; students, assignments and results are kept.</span>
      </p>
      <p v-if="openClass.assignments === 0">
        <button class="word" @click="remove">Delete the class</button>
        <span class="faded"> Nothing was ever given to it.</span>
      </p>
    </section>
  </div>
</template>

<style scoped>
.inset {
  padding: 16px 24px 30px;
}
section {
  margin-top: 26px;
}
h2 {
  border-bottom: 2px solid var(--rule-strong);
  padding-bottom: 4px;
  margin-bottom: 8px;
}
.adding {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin: 10px 0;
}
.hours {
  width: auto;
}
</style>
