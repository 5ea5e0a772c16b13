<script setup lang="ts">
/** Who is here and who has answered; right and wrong only when the teacher asks for it. */
import type { RoundDesk } from '@oaken/contract/rounds';
import TallyBox from '../../parts/TallyBox.vue';
import { percent } from '../shared/words';
import { say } from '../../words/teacher';

type Student = RoundDesk['students'][number];
defineProps<{ students: readonly Student[] }>();
const marks = defineModel<boolean>('marks', { required: true });
const stateOf = ({ answered, here, late }: Student) => {
  if (answered) return say('rounds.answered');
  if (late) return say('rounds.late');
  return here ? '' : say('rounds.notHere');
};
</script>

<template>
  <section>
    <div class="head">
      <h2>{{ say('rounds.class') }}</h2>
      <ElCheckbox v-model="marks">{{ say('rounds.showRight') }}</ElCheckbox>
    </div>
    <ul class="class">
      <li v-for="student in students" :key="student.id" :class="{ away: !student.here }">
        <TallyBox
          v-if="student.answered"
          :share="marks ? (student.share ?? 0) : 1"
          :label="marks && student.share !== null ? percent(student.share) : say('rounds.answered')"
        />
        <span v-else class="none" aria-hidden="true" />
        <span class="name">{{ student.name }}</span>
        <span class="faded small">{{ stateOf(student) }}</span>
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
.none {
  inline-size: 26px;
  block-size: 22px;
  border: 1px solid var(--rule-strong);
}
.away .name {
  color: var(--faded);
}
</style>
