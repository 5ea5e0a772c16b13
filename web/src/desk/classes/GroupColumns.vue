<script setup lang="ts">
/**
 * Groups as columns beside the roster; names are dragged between them, or put in and taken out by
 * the boxes at each name.
 */
import { present } from '@oaken/core/certain';
import { ref } from 'vue';
import { ElMessageBox } from 'element-plus/es/components/message-box/index.mjs';
import { call } from '../../client/call';
import { inWords } from '../../client/request';
import { done } from '../shared/undo';
import { fullName, type Group, type OpenClass, type RosterRow } from './useClass';
import { useGroupDrag } from './useGroupDrag';
import CommitInput from '../../parts/CommitInput.vue';
import { say } from '../../words/teacher';

const props = defineProps<{
  openClass: OpenClass;
  here: RosterRow[];
  mayChange: boolean;
  act: (work: () => Promise<unknown>) => Promise<boolean>;
}>();
const fresh = ref('');
const wrong = ref('');
const board = ref<HTMLElement>();
const members = (group: Group) => props.here.filter(({ groups }) => groups.includes(group.id));
const classId = () => props.openClass.class.id;

const change = (groupId: number, put: number[], take: number[]) =>
  call('changeMembers', { params: { classId: classId(), groupId }, body: { put, take } });

/** What one drag does: out of the roster it puts in, between groups it moves. */
async function move(studentId: number, from: number | null, to: number | null): Promise<void> {
  if (from === to) return;
  const name = fullName(
    present(
      props.here.find(({ id }) => id === studentId),
      'here',
    ),
  );
  const nameOf = (id: number) =>
    present(
      props.openClass.groups.find((group) => group.id === id),
      'group',
    ).name;
  const was =
    to !== null &&
    present(
      props.here.find(({ id }) => id === studentId),
      'here',
    ).groups.includes(to);
  const ok = await props.act(async () => {
    if (to !== null) await change(to, [studentId], []);
    if (from !== null) await change(from, [], [studentId]);
  });
  if (!ok) return;
  const back = () =>
    props
      .act(async () => {
        if (from !== null) await change(from, [studentId], []);
        if (to !== null && !was) await change(to, [], [studentId]);
      })
      .then(() => undefined);
  done(
    to === null
      ? say('classes.nameRemovedFromName', { name, nameOf: nameOf(present(from, 'from')) })
      : say('classes.nameAddedName', { name, nameOf: nameOf(to) }),
    back,
  );
}
function toggle(student: RosterRow, group: Group): void {
  if (student.groups.includes(group.id)) void move(student.id, group.id, null);
  else void move(student.id, null, group.id);
}
async function make(): Promise<void> {
  const name = fresh.value.trim();
  if (name === '') return;
  wrong.value = '';
  try {
    await call('makeGroup', { params: { classId: classId() }, body: { name, students: [] } });
    fresh.value = '';
  } catch (error) {
    wrong.value = inWords(error);
  }
  await props.act(async () => undefined);
}
async function rename(group: Group, typed: string): Promise<void> {
  const name = typed.trim();
  if (name === '' || name === group.name) return;
  await props.act(() =>
    call('renameGroup', { params: { classId: classId(), groupId: group.id }, body: { name } }),
  );
}
async function remove(group: Group): Promise<void> {
  const inIt = members(group);
  const sure =
    inIt.length === 0 ||
    (await ElMessageBox.confirm(
      say('classes.studentsInTheyStay', { n: inIt.length }),
      say('classes.deleteGroupName', { name: group.name }),
      { confirmButtonText: say('classes.delete'), cancelButtonText: say('classes.cancel') },
    ).catch(() => false));
  if (!sure) return;
  const students = inIt.map(({ id }) => id);
  if (
    !(await props.act(() =>
      call('removeGroup', { params: { classId: classId(), groupId: group.id } }),
    ))
  )
    return;
  done(say('classes.theGroupNameDeleted', { name: group.name }), () =>
    props
      .act(() =>
        call('makeGroup', { params: { classId: classId() }, body: { name: group.name, students } }),
      )
      .then(() => undefined),
  );
}

useGroupDrag(
  board,
  () => props.mayChange,
  () => [props.openClass.groups.length, props.openClass.class.id, props.here.length],
  move,
);
</script>

<template>
  <form v-if="mayChange" class="fresh" @submit.prevent="make">
    <label
      >{{ say('classes.newGroup') }}
      <ElInput v-model="fresh" class="name" maxlength="60" :placeholder="say('classes.itsName')" />
    </label>
    <ElButton link native-type="submit" class="word" :disabled="fresh.trim() === ''">{{
      say('classes.makeGroup')
    }}</ElButton>
    <span v-if="wrong" class="wrong" role="alert">{{ wrong }}</span>
  </form>
  <div ref="board" class="board" :style="{ '--columns': openClass.groups.length + 1 }">
    <section class="column">
      <h3>
        {{ say('classes.everybody') }} <span class="faded">{{ here.length }}</span>
      </h3>
      <p class="faded small">
        {{ say('classes.dragNameIntoGroup') }}
      </p>
      <p v-if="openClass.groups.length" class="names" aria-hidden="true">
        <span v-for="group in openClass.groups" :key="group.id">{{ group.name }}</span>
      </p>
      <ul data-column="roster" :aria-label="say('classes.everybody')">
        <li v-for="student in here" :key="student.id" :data-student="student.id">
          <span class="who">{{ student.rosterNumber }} {{ fullName(student) }}</span>
          <span v-if="openClass.groups.length" class="ticks">
            <ElCheckbox
              v-for="group in openClass.groups"
              :key="group.id"
              :title="group.name"
              :model-value="student.groups.includes(group.id)"
              :disabled="!mayChange"
              @change="toggle(student, group)"
              ><span class="unseen">{{
                say('classes.fullNameInName', { fullName: fullName(student), name: group.name })
              }}</span></ElCheckbox
            >
          </span>
        </li>
      </ul>
    </section>
    <section v-for="group in openClass.groups" :key="group.id" class="column">
      <h3>
        <CommitInput
          class="title bare"
          :model-value="group.name"
          :aria-label="say('classes.nameGroupName', { name: group.name })"
          maxlength="60"
          :disabled="!mayChange"
          @change="rename(group, $event)"
        />
        <span class="faded">{{ members(group).length }}</span>
      </h3>
      <ul :data-column="group.id" :aria-label="group.name">
        <li v-for="student in members(group)" :key="student.id" :data-student="student.id">
          <span class="who">{{ student.rosterNumber }} {{ fullName(student) }}</span>
        </li>
        <li v-if="members(group).length === 0" class="faded small">
          {{ say('classes.nobodyYet') }}
        </li>
      </ul>
      <ElButton
        link
        v-if="mayChange"
        class="word small"
        :aria-label="say('classes.deleteGroupNameTitle', { name: group.name })"
        @click="remove(group)"
      >
        {{ say('classes.deleteGroup') }}
      </ElButton>
    </section>
  </div>
</template>

<style scoped>
.fresh {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
  padding: 10px 16px;
  border-bottom: var(--line);
}
.fresh .name {
  width: 220px;
}
.board {
  display: flex;
  gap: 0;
  align-items: stretch;
  overflow-x: auto;
  flex: 1;
}
.column {
  flex: 0 0 190px;
  padding: 14px 14px 24px;
  border-inline-end: var(--line);
}
.column:first-child {
  flex-basis: 260px;
}
ul {
  list-style: none;
  margin: 8px 0;
  padding: 0;
  min-height: 60px;
}
li {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  padding: 5px 6px;
  border-bottom: var(--line);
}
li[data-student] {
  cursor: grab;
}
.who {
  min-width: 0;
}
.names {
  display: flex;
  justify-content: end;
  align-items: end;
  gap: 4px;
  margin: 0;
  padding-inline-end: 6px;
  color: var(--faded);
  font-size: 0.75rem;
}
.names span {
  writing-mode: vertical-rl;
  transform: rotate(180deg);
  width: 20px;
  max-height: 90px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.ticks :deep(.el-checkbox) {
  width: 24px;
  margin: 0;
  justify-content: center;
}
.ticks {
  display: flex;
  gap: 4px;
  flex: none;
}
h3 {
  display: flex;
  align-items: baseline;
  gap: 8px;
}
.title {
  font-family: var(--serif);
  font-weight: 600;
  min-height: 30px;
  padding: 2px 6px;
  min-width: 0;
}
</style>
