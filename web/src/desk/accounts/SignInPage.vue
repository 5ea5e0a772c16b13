<script setup lang="ts">
import { reactive, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { call } from '../../client/call';
import { inWords } from '../../client/request';
import { useSession } from '../../client/session';

const session = useSession();
const route = useRoute();
const router = useRouter();
const form = reactive({ name: '', password: '' });
const wrong = ref('');
const busy = ref(false);

async function signIn(): Promise<void> {
  if (busy.value) return;
  busy.value = true;
  wrong.value = '';
  try {
    session.take(await call('signInStaff', { body: form }));
    // Only a path of our own, never another site.
    const to = String(route.query.to ?? '/');
    await router.push(/^\/(?!\/)/.test(to) ? to : '/');
  } catch (error) {
    wrong.value = inWords(error);
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <main class="door">
    <form class="card" @submit.prevent="signIn">
      <p class="name">Oaken Ledger</p>
      <h1>{{ session.school.name || 'Sign in' }}</h1>
      <p class="faded">For teachers and the office.</p>
      <label class="field">
        <span class="label">Name</span>
        <input
          v-model="form.name"
          class="plain-input"
          autocomplete="username"
          autocapitalize="off"
          spellcheck="false"
          required
          maxlength="120"
        />
      </label>
      <label class="field">
        <span class="label">Password</span>
        <input
          v-model="form.password"
          class="plain-input"
          type="password"
          autocomplete="current-password"
          required
          maxlength="200"
        />
      </label>
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
      <el-button type="primary" native-type="submit" size="large" :loading="busy" class="go">Sign in</el-button>
      <p class="other">Are you a student? <a href="/seat">Sign in with your class code</a></p>
    </form>
  </main>
</template>

<style scoped>
.door {
  min-height: 100vh;
  display: grid;
  place-items: center;
  padding: 20px;
  border-left: 84px solid var(--oak-deep);
  box-shadow: inset 4px 0 var(--oak-light);
}
.card {
  width: min(400px, 100%);
}
.name {
  font-family: var(--serif);
  color: var(--oak);
  font-weight: 600;
  margin-bottom: 4px;
}
.go {
  width: 100%;
  margin-top: 8px;
}
.other {
  margin-top: 22px;
  padding-top: 14px;
  border-top: var(--line);
}
@media (max-width: 600px) {
  .door {
    border-left-width: 18px;
  }
}
</style>
