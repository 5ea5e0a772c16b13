<script setup lang="ts">
/** Where a link for guests leads: a name for the teacher, and the work. */
import type { AnswerOf, api } from '@oaken/contract';
import { inWords as timeInWords } from '@oaken/core/timing';
import { onMounted, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useDoing } from '../client/useDoing';
import { seatCall } from '../client/seatCall';
import { useSession } from '../client/session';

const session = useSession();
const router = useRouter();
const token = String(useRoute().params.token);
const link = ref<AnswerOf<typeof api.readLink> | null>(null);
const name = ref('');
const { wrong, busy, read, act } = useDoing();
onMounted(async () => {
  await read(async () => {
    link.value = await seatCall('readLink', { body: { token } });
  });
});
async function come(): Promise<void> {
  if (busy.value) return;
  await act(async () => {
    const answer = await seatCall('comeAsGuest', { body: { token, name: name.value } });
    session.take(answer);
    await router.replace('/');
  });
}
</script>

<template>
  <main class="column door">
    <p class="name">Oaken Ledger</p>
    <h1>{{ link?.title ?? session.school.name }}</h1>
    <template v-if="link">
      <p class="faded">{{ link.teacher }}, {{ session.school.name }}</p>
      <p v-if="link.state === 'before'">
        It opens {{ timeInWords(link.opensAt, session.school.zone, link.now) }}. Come back then.
      </p>
      <p v-else-if="link.state === 'closed'">
        It has closed. Ask your teacher if you should still do it.
      </p>
      <form v-else @submit.prevent="come">
        <label class="field">
          <span class="label"
            >My name <span class="faded">so that your teacher knows whose work it is</span></span
          >
          <input
            v-model="name"
            class="plain-input big"
            autocomplete="name"
            maxlength="80"
            required
          />
        </label>
        <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
        <button class="btn main wide" :disabled="busy">Go to the work</button>
      </form>
      <p class="faded other">
        Do you have a class code? <RouterLink to="/sign-in">Sign in with it</RouterLink> instead.
      </p>
    </template>
    <p v-else-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
  </main>
</template>
