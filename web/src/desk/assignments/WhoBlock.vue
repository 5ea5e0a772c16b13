<script setup lang="ts">
/** Who gets it: classes, groups within them, single students, a whole grade, and guests by a link. */
import type { AnswerOf, api } from '@oaken/contract';
import type { ClassRow } from '@oaken/contract/classes';
import { listing } from '@oaken/core/text';
import { computed, reactive, ref } from 'vue';
import { call } from '../../client/call';
import EmptyNote from '../../parts/EmptyNote.vue';
import { fullName, type RosterRow } from '../classes/useClass';
import { failed } from '../shared/undo';
import type { WishForm } from './wishForm';
import { toggled } from '../../parts/toggled';
import { say } from '../../words/teacher';

type Group = AnswerOf<typeof api.listGroups>['groups'][number];
const form = defineModel<WishForm>({ required: true });
const props = defineProps<{
  classes: ClassRow[];
  groups: Group[];
  testGrades: number[];
  wrong: string | undefined;
  reachable: number | null;
  /** More students for what was given: guests and letters stay as they are. */
  adding?: boolean;
}>();

/** Rosters that were opened to choose single students from. */
const rosters = reactive<Record<number, RosterRow[]>>({});
const open = ref<number[]>([]);
async function unfold(classId: number): Promise<void> {
  if (open.value.includes(classId))
    return void (open.value = open.value.filter((id) => id !== classId));
  try {
    rosters[classId] ??= (await call('readClass', { params: { classId } })).roster.filter(
      ({ leftAt }) => leftAt === null,
    );
    open.value.push(classId);
  } catch (error) {
    failed(error);
  }
}
const groupsOf = (classId: number) => props.groups.filter((group) => group.classId === classId);
const singles = (classId: number) =>
  (rosters[classId] ?? []).filter(({ id }) => form.value.studentIds.includes(id)).length;

const grades = computed(() =>
  [...new Set(props.classes.map(({ grade }) => grade))].sort((a, b) => a - b),
);
const ofGrade = (grade: number) =>
  props.classes.filter((schoolClass) => schoolClass.grade === grade).map(({ id }) => id);
const isWhole = (grade: number) => ofGrade(grade).every((id) => form.value.classIds.includes(id));
function toggleGrade(grade: number): void {
  const ids = ofGrade(grade);
  const rest = form.value.classIds.filter((id) => !ids.includes(id));
  form.value.classIds = isWhole(grade) ? rest : [...rest, ...ids];
}
/** Every class that somebody comes through, for the grade that does not fit. */
const touched = computed(() => {
  const through = new Set(form.value.classIds);
  for (const group of props.groups)
    if (form.value.groupIds.includes(group.id)) through.add(group.classId);
  for (const [classId, roster] of Object.entries(rosters))
    if (roster.some(({ id }) => form.value.studentIds.includes(id))) through.add(Number(classId));
  return props.classes.filter(({ id }) => through.has(id));
});
const otherGrade = computed(() =>
  props.testGrades.length
    ? touched.value.filter(({ grade }) => !props.testGrades.includes(grade))
    : [],
);
</script>

<template>
  <section>
    <h2>{{ say('assignments.who') }}</h2>
    <EmptyNote v-if="classes.length === 0" :title="say('assignments.youHaveNoClasses')"
      ><RouterLink to="/classes">{{ say('assignments.makeOne') }}</RouterLink
      >{{ say('assignments.orOpenGuestsBy') }}</EmptyNote
    >
    <p v-if="classes.length > 2" class="grades">
      {{ say('assignments.everyoneInMyGrade') }}
      <ElCheckbox
        v-for="grade in grades"
        :key="grade"
        :model-value="isWhole(grade)"
        @change="toggleGrade(grade)"
      >
        {{ grade }}</ElCheckbox
      >
    </p>
    <template v-for="schoolClass in classes" :key="schoolClass.id">
      <div class="class" :class="{ chosen: form.classIds.includes(schoolClass.id) }">
        <ElCheckbox
          :model-value="form.classIds.includes(schoolClass.id)"
          @change="form.classIds = toggled(form.classIds, schoolClass.id)"
        >
          <b>{{ schoolClass.name }}</b><span>{{
            [schoolClass.subject, schoolClass.period].filter(Boolean).join(', ')
          }}</span
          ><span class="faded">{{
            say('assignments.gradeGradeStudents', {
              n: schoolClass.students,
              grade: schoolClass.grade,
            })
          }}</span>
        </ElCheckbox>
        <ElButton
          link
          class="word small"
          :aria-expanded="open.includes(schoolClass.id)"
          :aria-label="say('assignments.someStudentsName', { name: schoolClass.name })"
          @click="unfold(schoolClass.id)"
        >
          {{ say('assignments.someStudents') }}
        </ElButton>
      </div>
      <div
        v-if="
          open.includes(schoolClass.id) ||
          groupsOf(schoolClass.id).some(({ id }) => form.groupIds.includes(id)) ||
          singles(schoolClass.id)
        "
        class="some"
      >
        <p v-if="groupsOf(schoolClass.id).length" class="groups">
          <ElCheckbox
            v-for="group in groupsOf(schoolClass.id)"
            :key="group.id"
            :model-value="form.groupIds.includes(group.id)"
            @change="form.groupIds = toggled(form.groupIds, group.id)"
          >
            {{ say('assignments.groupName', { name: group.name }) }}
            <span class="faded">{{ group.students.length }}</span></ElCheckbox
          >
        </p>
        <ul v-if="open.includes(schoolClass.id)">
          <li v-for="student in rosters[schoolClass.id]" :key="student.id">
            <ElCheckbox
              :model-value="form.studentIds.includes(student.id)"
              @change="form.studentIds = toggled(form.studentIds, student.id)"
            >
              {{ student.rosterNumber }} {{ fullName(student) }}</ElCheckbox
            >
          </li>
        </ul>
      </div>
    </template>
    <ElCheckbox v-if="!adding" class="line" v-model="form.link">
      {{ say('assignments.guestsByLink') }}
      <span class="faded small">{{ say('assignments.theyTypeNameYou') }}</span></ElCheckbox
    >
    <ElCheckbox v-if="reachable" class="line" v-model="form.invite">
      {{ say('assignments.sendEMail') }}
      <span class="faded small">{{
        say('assignments.haveEMailAddress', { n: reachable })
      }}</span></ElCheckbox
    >
    <p v-if="otherGrade.length" class="note">
      {{
        say('assignments.theTestGradeTest', {
          testGrades: listing(testGrades.map(String)),
          map: listing(
            otherGrade.map(({ name, grade }) => say('assignments.nameGradeGrade', { name, grade })),
          ),
        })
      }}
    </p>
    <p v-if="wrong" class="wrong">{{ wrong }}</p>
  </section>
</template>

<style scoped>
.class {
  display: flex;
  align-items: baseline;
  gap: 10px;
  padding: 6px 8px;
  border-bottom: var(--line);
}
.class :deep(.el-checkbox) {
  flex: 1;
}
.class :deep(.el-checkbox__label) {
  flex: 1;
  display: grid;
  grid-template-columns: 44px 1fr auto;
  gap: 8px;
}
.class.chosen {
  background: var(--wash);
  box-shadow: inset 3px 0 var(--oak);
}
.some {
  padding-block: 4px 8px;
  padding-inline: 34px 8px;
  border-bottom: var(--line);
}
.some ul {
  columns: 2;
  list-style: none;
  margin: 4px 0 0;
  padding: 0;
  font-size: 0.92rem;
}
.grades,
.groups {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
  margin: 0 0 4px;
}
.line {
  display: block;
  padding: 8px;
}
.note {
  border-inline-start: 4px solid var(--partial);
  padding-inline-start: 10px;
  margin-top: 8px;
}
</style>
