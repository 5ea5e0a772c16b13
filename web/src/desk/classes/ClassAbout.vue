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
import { say } from '../../words/teacher';

const props = defineProps<{
  openClass: OpenClass;
  mayChange: boolean;
  act: (work: () => Promise<unknown>) => Promise<boolean>;
}>();
const emit = defineEmits<{ gone: [] }>();
const session = useSession();
const words = useWords();
const params = { classId: props.openClass.class.id };
const factsOf = (facts: ClassFacts): ClassFacts => ({
  name: facts.name,
  subject: facts.subject,
  period: facts.period,
  meetsFrom: facts.meetsFrom,
  meetsUntil: facts.meetsUntil,
  term: facts.term,
  grade: facts.grade,
  notes: facts.notes,
});
const facts = reactive(factsOf(props.openClass.class));
const form = useForm();
const changed = computed(() => !isEqual(factsOf(facts), factsOf(props.openClass.class)));

async function save(): Promise<void> {
  const before = factsOf(props.openClass.class);
  if (!(await form.act(() => call('describeClass', { params, body: factsOf(facts) })))) return;
  await props.act(async () => undefined);
  done(say('classes.nameSaved', { name: facts.name }), async () => {
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
    say('classes.nameWithThisClass', { name: colleague.name }),
  );
  joining.value.colleague = 0;
}
const drop = (accountId: number, name: string) =>
  setTeachers(
    withClass.value.filter((teacher) => teacher.accountId !== accountId),
    say('classes.nameNoLongerWith', { name }),
  );

const openHours = ref(2);
async function setJoining(hours: number | null): Promise<void> {
  const until = hours === null ? null : session.now() + hours * hour;
  if (await props.act(() => call('openJoining', { params, body: { until } })))
    done(hours === null ? say('classes.joiningByCodeHas') : say('classes.studentsCanJoinWith'));
}

async function putAway(away: boolean): Promise<void> {
  const ok = await props.act(() => call('putClassAway', { params, body: { away } }));
  if (ok)
    done(
      away
        ? say('classes.nameArchivedWithEverything', { name: props.openClass.class.name })
        : say('classes.nameActiveAgain', { name: props.openClass.class.name }),
      () =>
        props
          .act(() => call('putClassAway', { params, body: { away: !away } }))
          .then(() => undefined),
    );
}
async function remove(): Promise<void> {
  const sure = await ElMessageBox.confirm(
    say('classes.itsRosterGroupsGo'),
    say('classes.deleteNamePermanently', { name: props.openClass.class.name }),
    { confirmButtonText: say('classes.deleteClass'), cancelButtonText: say('classes.cancel') },
  ).catch(() => false);
  if (!sure) return;
  try {
    await call('removeClass', { params });
    done(say('classes.nameDeleted', { name: props.openClass.class.name }));
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
      <ElButton v-if="mayChange" type="primary" native-type="submit" :disabled="!changed">{{
        say('common.save')
      }}</ElButton>
    </form>

    <section>
      <h2>{{ say('classes.teachers') }}</h2>
      <table v-if="teachers" class="ruled">
        <tbody>
          <tr v-for="teacher in teachers.teachers" :key="teacher.accountId">
            <td>{{ teacher.name }}</td>
            <td>
              {{ teacher.part
              }}{{
                teacher.until ? say('classes.untilUntil', { until: words.time(teacher.until) }) : ''
              }}
            </td>
            <td class="figures">
              <ElButton
                link
                v-if="mayChange && teacher.part !== 'teacher'"
                class="word"
                :aria-label="say('classes.removeName', { name: teacher.name })"
                @click="drop(teacher.accountId, teacher.name)"
              >
                {{ say('common.remove') }}
              </ElButton>
            </td>
          </tr>
        </tbody>
      </table>
      <form v-if="mayChange && others.length" class="adding" @submit.prevent="addTeacher">
        <SelectField v-model="joining.colleague" :aria-label="say('classes.colleague')"
          ><ElOption :value="0" :label="say('classes.addColleague')" /><ElOption
            v-for="other in others"
            :key="other.accountId"
            :value="other.accountId"
            :label="other.name"
        /></SelectField>
        <SelectField v-model="joining.part" :aria-label="say('classes.asWhat')"
          ><ElOption value="co-teacher" :label="say('classes.asCoTeacher')" /><ElOption
            value="substitute"
            :label="say('classes.asSubstituteUntil')"
        /></SelectField>
        <DateField
          v-if="joining.part === 'substitute'"
          v-model="joining.wall"
          with-time
          :label="say('classes.substituteUntil')"
        />
        <ElButton link native-type="submit" class="word" :disabled="joining.colleague === 0">{{
          say('classes.add')
        }}</ElButton>
      </form>
      <p class="faded small">
        {{ say('classes.aCoTeacherCan') }}
      </p>
      <p v-if="teachersWrong" class="wrong" role="alert">{{ teachersWrong }}</p>
    </section>

    <section v-if="mayChange && !openClass.class.putAway">
      <h2>{{ say('classes.joiningByClassCode') }}</h2>
      <p v-if="openClass.class.joiningUntil">
        {{
          say('classes.studentsCanJoinUntil', {
            joiningUntil: words.time(openClass.class.joiningUntil),
          })
        }}
        <b>{{ openClass.class.code }}</b>.
        <ElButton link class="word" @click="setJoining(null)">{{ say('classes.endNow') }}</ElButton>
      </p>
      <p v-else>
        {{ say('classes.letStudentsJoinWith') }}
        <SelectField v-model="openHours" class="hours" :aria-label="say('classes.forHowLong')"
          ><ElOption :value="2" :label="say('classes.twoHours')" /><ElOption
            :value="24"
            :label="say('classes.aDay')" /><ElOption :value="168" :label="say('classes.aWeek')"
        /></SelectField>
        <ElButton link class="word" @click="setJoining(openHours)">{{
          say('classes.open')
        }}</ElButton>
      </p>
    </section>

    <section v-if="mayChange">
      <h2>{{ openClass.class.putAway ? say('classes.archive') : say('classes.whenTermOver') }}</h2>
      <p v-if="openClass.class.putAway">
        {{ say('classes.thisClassArchivedIts') }}
        <ElButton link class="word" @click="putAway(false)">{{
          say('classes.restoreClass')
        }}</ElButton>
      </p>
      <p v-else>
        <ElButton link class="word" @click="putAway(true)">{{
          say('classes.archiveClass')
        }}</ElButton>{{ ' ' }}
        <span class="faded">{{ say('classes.itLeavesYourList') }}</span>
      </p>
      <p v-if="openClass.assignments === 0">
        <ElButton link class="word" @click="remove">{{ say('classes.deleteClass') }}</ElButton>{{
          ' '
        }}
        <span class="faded">{{ say('classes.nothingWasEverGiven') }}</span>
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
