<script setup lang="ts">
import { reactive, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { inWords, request } from '../client/request';
import { useSession, type SessionAnswer } from '../client/session';

const session = useSession();
const route = useRoute();
const router = useRouter();
const form = reactive({ code: '', studentId: 0, passcode: '' });
const found = ref<{ name: string; students: { id: number; name: string }[] } | null>(null);
const wrong = ref('');
const busy = ref(false);

async function act(step: () => Promise<void>): Promise<void> {
  if (busy.value) return;
  busy.value = true;
  wrong.value = '';
  try {
    await step();
  } catch (error) {
    wrong.value = inWords(error);
  } finally {
    busy.value = false;
  }
}
const findClass = () =>
  act(async () => {
    found.value = await request('POST', '/api/session/class', { code: form.code });
    form.studentId = 0;
  });
const signIn = () =>
  act(async () => {
    if (!form.studentId) throw new Error('Choose your name first.');
    session.take(await request<SessionAnswer>('POST', '/api/session/student', form));
    const to = String(route.query.to ?? '/');
    await router.push(/^\/(?!\/)/.test(to) ? to : '/');
  });
</script>

<template>
  <main class="column door">
    <p class="name">Oaken Ledger</p>
    <h1>{{ session.school.name || 'Sign in' }}</h1>
    <form v-if="!found" @submit.prevent="findClass">
      <label class="field">
        <span class="label">Class code</span>
        <input
          v-model="form.code"
          class="plain-input big"
          autocomplete="off"
          autocapitalize="characters"
          spellcheck="false"
          maxlength="12"
          required
          placeholder="Six letters and digits"
        />
      </label>
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
      <button class="btn main wide" :disabled="busy">Find my class</button>
      <p class="faded other">Your teacher has the code. Are you a teacher? <a href="/sign-in">Sign in here</a></p>
    </form>
    <form v-else @submit.prevent="signIn">
      <p>
        Class <b>{{ found.name }}</b>
        <button type="button" class="word" @click="found = null">Another class</button>
      </p>
      <label class="field">
        <span class="label">My name</span>
        <select v-model="form.studentId" class="plain-input big" required>
          <option :value="0" disabled>Choose your name</option>
          <option v-for="own in found.students" :key="own.id" :value="own.id">{{ own.name }}</option>
        </select>
      </label>
      <label class="field">
        <span class="label">My passcode</span>
        <input
          v-model="form.passcode"
          class="plain-input big"
          type="password"
          autocomplete="off"
          autocapitalize="off"
          spellcheck="false"
          maxlength="40"
          required
        />
      </label>
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
      <button class="btn main wide" :disabled="busy">Sign in</button>
    </form>
  </main>
</template>

<style scoped>
.door {
  max-width: 420px;
  padding-top: 9vh;
}
.name {
  font-family: var(--serif);
  color: var(--oak);
  font-weight: 600;
  margin: 0;
}
h1 {
  margin-bottom: 22px;
}
.big {
  min-height: 48px;
  font-size: 1.1rem;
}
.wide {
  width: 100%;
  justify-content: center;
  margin-top: 6px;
}
.other {
  margin-top: 20px;
}
</style>
