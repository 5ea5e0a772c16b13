<script setup lang="ts">
/** Over a roster: how its students sign in, how students come onto it, and what it lacks. */
import { useWords } from '../shared/words';
import { say } from '../../words/teacher';
import type { OpenClass } from './useClass';

defineProps<{
  openClass: OpenClass;
  /** Students without a passcode. */
  without: number;
  mayChange: boolean;
}>();
const emit = defineEmits<{ add: []; strips: [] }>();
const words = useWords();
</script>

<template>
  <div class="inset">
    <div class="bar">
      <p class="code">
        {{ say('classes.classCode') }} <b>{{ openClass.class.code }}</b>{{ ' ' }}
        <span class="faded small"
          >{{ say('classes.studentsSignInAt') }} <b>{{ say('classes.seat') }}</b>
          {{ say('classes.withTheirNameTheir') }}</span
        >
      </p>
      <span class="links">
        <ElButton link v-if="mayChange" class="word" @click="emit('add')">
          {{ say('classes.addStudent') }}
        </ElButton>
        <RouterLink v-if="mayChange" :to="`/classes/${openClass.class.id}/bring`">{{
          say('classes.importStudents')
        }}</RouterLink>
        <RouterLink :to="`/classes/${openClass.class.id}/slips`">{{
          say('classes.signInSlips')
        }}</RouterLink>
        <ElButton link class="word" @click="emit('strips')">{{ say('classes.strips') }}</ElButton>
        <RouterLink :to="`/classes/${openClass.class.id}/list`">{{
          say('classes.classList')
        }}</RouterLink>
      </span>
    </div>
    <p v-if="without > 0" class="note">
      {{ say('classes.studentsHaveNoPasscode', { n: without }) }}
      <RouterLink :to="`/classes/${openClass.class.id}/slips`">{{
        say('classes.printTheirSlips')
      }}</RouterLink>
    </p>
    <p v-if="openClass.class.joiningUntil" class="note">
      {{
        say('classes.studentsCanJoinWithClass', {
          joiningUntil: words.time(openClass.class.joiningUntil),
        })
      }}
    </p>
  </div>
</template>

<style scoped>
.inset {
  padding: 14px 24px 4px;
}
.bar {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 4px 24px;
}
.links {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
}
.code b {
  letter-spacing: 0.06em;
}
.note {
  background: var(--low-wash);
  padding: 6px 12px;
  border-radius: var(--corner);
}
</style>
