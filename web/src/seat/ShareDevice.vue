<script setup lang="ts">
/** Two students answer on one device: what is given counts for both. */
import type { SeatRound } from '@oaken/contract/rounds';
import { ref } from 'vue';
import { useDoing } from '../client/useDoing';
import { seatCall } from '../client/seatCall';
import { say } from '../words';
import NameAndPasscode from './NameAndPasscode.vue';

const props = defineProps<{ roundId: number; companion: SeatRound['companion'] }>();
const emit = defineEmits<{ changed: [round: SeatRound] }>();
const classmates = ref<{ id: number; name: string }[] | null>(null);
const form = ref({ studentId: 0, passcode: '' });
const { wrong, busy, act } = useDoing();
const params = { roundId: props.roundId };

const begin = () =>
  act(async () => {
    form.value = { studentId: 0, passcode: '' };
    classmates.value = (await seatCall('listClassmates', { params })).students;
  });
const share = () =>
  act(async () => {
    emit('changed', await seatCall('shareDevice', { params, body: form.value }));
    classmates.value = null;
  });
const unshare = () => act(async () => emit('changed', await seatCall('unshareDevice', { params })));
</script>

<template>
  <aside class="share">
    <p v-if="companion">
      {{ say('round.sharing', { name: companion.name }) }}
      <button class="word" :disabled="busy" @click="unshare">{{ say('round.alone') }}</button>
    </p>
    <form v-else-if="classmates" @submit.prevent="share">
      <NameAndPasscode
        v-model:student-id="form.studentId"
        v-model:passcode="form.passcode"
        :students="classmates"
        :name-label="say('round.secondName')"
        :passcode-label="say('round.secondPasscode')"
      />
      <button class="btn main" :disabled="busy || form.studentId === 0">
        {{ say('round.share') }}
      </button>
      <button type="button" class="word" @click="classmates = null">
        {{ say('round.alone') }}
      </button>
    </form>
    <button v-else class="word" :disabled="busy" @click="begin">{{ say('round.twoOfUs') }}</button>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
  </aside>
</template>

<style scoped>
.share {
  margin-top: 40px;
  padding-top: 12px;
  border-top: var(--line);
}
</style>
