<script setup lang="ts">
/** Teams of a round, dealt, from the groups of the class or by hand; and what all work towards together. */
import type { RoundDesk } from '@oaken/contract/rounds';
import { dealTeams, type Team, type Teams } from '@oaken/core/rounds';
import { randomFrom } from '@oaken/core/random';
import { computed, reactive, ref } from 'vue';
import { call } from '../../client/call';
import { useDoing } from '../../client/useDoing';
import SelectField from '../../parts/SelectField.vue';
import { whenOpened } from '../../parts/whenOpened';
import { say } from '../../words/teacher';

const open = defineModel<boolean>({ required: true });
const props = defineProps<{ round: RoundDesk; busy: boolean }>();
const emit = defineEmits<{ save: [teams: Teams | null, goal: number | null] }>();
const count = ref(4);
const devices = ref<Teams['devices']>('each');
const goal = ref<number>();
const list = reactive<Team[]>([]);
const groups = ref<Team[]>([]);
const { wrong, read } = useDoing();

/** Once a question was open, only the goal can be changed. */
const stand = computed(() => props.round.entries.some(({ asked }) => asked));
const students = computed(() => props.round.students.filter(({ guest }) => !guest));

whenOpened(open, async () => {
  const { teams, goal: set } = props.round;
  devices.value = teams?.devices ?? 'each';
  goal.value = set?.goal;
  take(
    (teams?.list ?? []).map(({ id, name, students: members }) => ({ id, name, students: members })),
  );
  await read(async () => {
    const { groups: known, roster } = await call('readClass', {
      params: { classId: props.round.classId },
    });
    groups.value = known.map(({ id, name }) => ({
      id: `g${id}`,
      name,
      students: roster
        .filter(({ groups: of, leftAt }) => leftAt === null && of.includes(id))
        .map((student) => student.id),
    }));
  });
});
const take = (teams: readonly Team[]) =>
  list.splice(0, list.length, ...teams.map((team) => ({ ...team, students: [...team.students] })));

function deal(): void {
  const names = Array.from({ length: count.value }, (_, n) => say('rounds.teamName', { n: n + 1 }));
  const ids = students.value.map(({ id }) => id);
  take(dealTeams(ids, names, randomFrom(crypto.randomUUID())));
}
/** A student who is in two groups goes with the first. */
function fromGroups(): void {
  const placed = new Set<number>();
  take(
    groups.value.map((group) => ({
      ...group,
      students: group.students.filter((id) => !placed.has(id) && placed.add(id)),
    })),
  );
}
const teamOf = (student: number) =>
  list.find(({ students: of }) => of.includes(student))?.id ?? null;
function move(student: number, team: string | null): void {
  for (const each of list) each.students = each.students.filter((id) => id !== student);
  list.find(({ id }) => id === team)?.students.push(student);
}
function save(): void {
  if (props.busy) return;
  const teams =
    list.length > 0 ? { devices: devices.value, list: list.map((team) => ({ ...team })) } : null;
  emit('save', teams, goal.value ?? null);
}
</script>

<template>
  <ElDialog v-model="open" :title="say('rounds.teamsTitle')" width="620px">
    <p>{{ say('rounds.teamsHint') }}</p>
    <form id="teams" @submit.prevent="save">
      <p v-if="stand" class="faded">{{ say('rounds.teamsStand') }}</p>
      <template v-else>
        <div class="deal">
          <label
            >{{ say('rounds.teamCount') }}
            <ElInputNumber v-model="count" :min="2" :max="20" :aria-label="say('rounds.teamCount')"
          /></label>
          <ElButton @click="deal">{{ say('rounds.dealTeams') }}</ElButton>
          <ElButton v-if="groups.length" @click="fromGroups">{{ say('rounds.byGroups') }}</ElButton>
          <ElButton v-if="list.length" @click="take([])">{{ say('rounds.noTeams') }}</ElButton>
        </div>
        <template v-if="list.length">
          <ElRadioGroup v-model="devices" :aria-label="say('rounds.teams')">
            <ElRadio value="each">{{ say('rounds.devicesEach') }}</ElRadio>
            <ElRadio value="shared">{{ say('rounds.devicesShared') }}</ElRadio>
          </ElRadioGroup>
          <div class="names">
            <ElInput
              v-for="(team, index) in list"
              :key="team.id"
              v-model="team.name"
              maxlength="60"
              :aria-label="say('rounds.nameOfTeam', { n: index + 1 })"
            />
          </div>
          <ul>
            <li v-for="student in students" :key="student.id">
              <span>{{ student.name }}</span>
              <SelectField
                :model-value="teamOf(student.id)"
                :aria-label="say('rounds.teamOf', { name: student.name })"
                @update:model-value="move(student.id, $event)"
                ><ElOption :value="null" :label="say('rounds.noTeam')" />
                <ElOption v-for="team in list" :key="team.id" :value="team.id" :label="team.name"
              /></SelectField>
            </li>
          </ul>
        </template>
      </template>
      <label class="goal"
        >{{ say('rounds.goal') }}
        <ElInputNumber v-model="goal" :min="1" :max="9999" :aria-label="say('rounds.goal')" />
        <span class="faded small">{{ say('rounds.goalHint') }}</span></label
      >
    </form>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <template #footer>
      <ElButton @click="open = false">{{ say('common.cancel') }}</ElButton>
      <ElButton type="primary" native-type="submit" form="teams" :loading="busy">{{
        say('rounds.save')
      }}</ElButton>
    </template>
  </ElDialog>
</template>

<style scoped>
.deal,
.goal {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
  margin-block: 10px;
}
.deal .el-button + .el-button {
  margin-inline-start: 0;
}
.names {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(130px, 1fr));
  gap: 8px;
  margin-block: 8px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  max-height: 38vh;
  overflow: auto;
}
li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  padding: 3px 0;
  border-bottom: var(--line);
}
</style>
