<script setup lang="ts">
/** Who is here and who has answered; right and wrong only when the teacher asks for it. */
import type { RoundDesk } from '@oaken/contract/rounds';
import { ElMessageBox } from 'element-plus/es/components/message-box/index.mjs';
import { call } from '../../client/call';
import { useDoing } from '../../client/useDoing';
import TallyBox from '../../parts/TallyBox.vue';
import { percent } from '../shared/words';
import { say } from '../../words/teacher';
import type { RoundCommand } from './useRound';

type Student = RoundDesk['students'][number];
const props = defineProps<{
  round: RoundDesk;
  busy: boolean;
  lead: (command: RoundCommand) => Promise<boolean>;
}>();
const marks = defineModel<boolean>('marks', { required: true });
const { wrong, act } = useDoing();

/** Null where nothing is said of it: right and wrong are not shown, or nothing is known of them. */
const shareOf = ({ share }: Student) => (marks.value && !props.round.pace ? share : null);
function stateOf(student: Student): string {
  const said = [stateWords(student)];
  if (student.unsure) said.push(say('rounds.notSure'));
  if (student.with !== null) said.push(say('rounds.withOther', { name: student.with }));
  if (student.guest) said.push(say('rounds.guest'));
  return said.filter(Boolean).join(' · ');
}
function stateWords({ answered, here, late }: Student): string {
  if (answered) return say('rounds.answered');
  if (late) return say('rounds.late');
  return here ? '' : say('rounds.notHere');
}
async function strikeOut({ id, name }: Student): Promise<void> {
  const sure = await ElMessageBox.confirm(
    say('rounds.strikeOutWords'),
    say('rounds.strikeOutTitle', { name }),
    { confirmButtonText: say('rounds.strikeOut'), cancelButtonText: say('common.cancel') },
  ).catch(() => false);
  if (!sure) return;
  const params = { roundId: props.round.id, studentId: id };
  await act(() => call('strikeOutGuest', { params }));
}
</script>

<template>
  <section>
    <div class="head">
      <h2>{{ say('rounds.class') }}</h2>
      <ElCheckbox v-if="!round.pace" v-model="marks">{{ say('rounds.showRight') }}</ElCheckbox>
    </div>
    <p v-if="!round.ended">
      <ElCheckbox
        :model-value="round.guests"
        :disabled="busy"
        @update:model-value="lead({ do: 'let-guests-in', guests: Boolean($event) })"
        >{{ say('rounds.guests') }}</ElCheckbox
      >
      <span class="faded small hint">{{ say('rounds.guestsHint') }}</span>
    </p>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <ul class="class">
      <li v-for="student in round.students" :key="student.id" :class="{ away: !student.here }">
        <TallyBox
          v-if="student.answered"
          :share="shareOf(student) ?? 1"
          :label="shareOf(student) === null ? say('rounds.answered') : percent(student.share)"
        />
        <span v-else class="none" aria-hidden="true" />
        <span v-if="round.strips && student.rosterNumber" class="number">{{
          student.rosterNumber
        }}</span>
        <span class="name">{{ student.name }}</span>
        <span class="faded small">{{ stateOf(student) }}</span>
        <ElButton
          v-if="student.guest && !round.ended"
          link
          class="word small"
          :aria-label="say('rounds.strikeOutName', { name: student.name })"
          @click="strikeOut(student)"
          >{{ say('rounds.strikeOut') }}</ElButton
        >
      </li>
    </ul>
  </section>
</template>

<style scoped>
.head {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  margin-top: 18px;
}
.hint {
  display: block;
}
.class {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(230px, 1fr));
  gap: 0 18px;
}
li {
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 4px 0;
  border-bottom: var(--line);
}
.name {
  flex: 1;
}
.number {
  min-inline-size: 1.6em;
  text-align: end;
  font-variant-numeric: tabular-nums;
}
.none {
  inline-size: 26px;
  block-size: 22px;
  border: 1px solid var(--rule-strong);
}
.away .name {
  color: var(--faded);
}
</style>
