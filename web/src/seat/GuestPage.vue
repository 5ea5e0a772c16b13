<script setup lang="ts">
/** Where a link for guests leads: a name for the teacher, and the work. */
import type { AnswerOf, api } from '@oaken/contract';
import { onMounted, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useDoing } from '../client/useDoing';
import { seatCall } from '../client/seatCall';
import { useSession } from '../client/session';
import { say } from '../words';
import LanguageChoice from './LanguageChoice.vue';
import { momentInWords } from './timeWords';

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
    <LanguageChoice />
    <p class="name">Oaken Ledger</p>
    <h1>{{ link?.title ?? session.school.name }}</h1>
    <template v-if="link">
      <p class="faded">{{ link.teacher }}, {{ session.school.name }}</p>
      <p v-if="link.state === 'before'">
        {{ say('guest.opens', { time: momentInWords(link.opensAt) }) }}
      </p>
      <p v-else-if="link.state === 'closed'">
        {{ say('guest.closed') }}
      </p>
      <form v-else @submit.prevent="come">
        <label class="field">
          <span class="label"
            >{{ say('signIn.myName') }} <span class="faded">{{ say('guest.why') }}</span></span
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
        <button class="btn main wide" :disabled="busy">{{ say('guest.go') }}</button>
      </form>
      <p class="faded other">
        {{ say('guest.haveCode') }}
        <RouterLink to="/sign-in">{{ say('guest.signIn') }}</RouterLink>
      </p>
    </template>
    <p v-else-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
  </main>
</template>
