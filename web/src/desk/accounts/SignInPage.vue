<script setup lang="ts">
import { reactive } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import { useSession } from '../../client/session';
import DoorFrame from './DoorFrame.vue';
import { rememberSignInName } from './signInName';
import { say } from '../../words/teacher';

const session = useSession();
const route = useRoute();
const router = useRouter();
const form = reactive({ name: '', password: '' });
const { wrong, busy, act } = useDoing();

async function signIn(): Promise<void> {
  if (busy.value) return;
  await act(async () => {
    session.take(await call('signInStaff', { body: form }));
    rememberSignInName(form.name);
    // Only a path of our own, never another site.
    const to = String(route.query.to ?? '/');
    await router.push(/^\/(?!\/)/.test(to) ? to : '/');
  });
}
</script>

<template>
  <DoorFrame :title="session.school.name || say('accounts.signIn')">
    <form @submit.prevent="signIn">
      <p v-if="session.demonstration" class="demonstration" role="note">
        <b>{{ say('accounts.thisDemonstration') }}</b>
        {{ say('accounts.everybodyKnowsItsPasswords') }}
        <code>{{ say('accounts.npmRunSchool') }}</code> {{ say('accounts.onServer') }}
      </p>
      <p class="faded">{{ say('accounts.forTeachersOffice') }}</p>
      <label class="field">
        <span class="label">{{ say('accounts.signInName') }}</span>
        <ElInput
          v-model="form.name"
          autocomplete="username"
          autocapitalize="off"
          spellcheck="false"
          required
          maxlength="120"
        />
      </label>
      <label class="field">
        <span class="label">{{ say('accounts.password') }}</span>
        <ElInput
          v-model="form.password"
          type="password"
          autocomplete="current-password"
          required
          maxlength="200"
        />
      </label>
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
      <ElButton type="primary" native-type="submit" size="large" :loading="busy" class="go">{{
        say('accounts.signIn')
      }}</ElButton>
      <p class="other">
        {{ say('accounts.areYouStudent') }} <a href="/seat">{{ say('accounts.signInWithYour') }}</a>
      </p>
    </form>
  </DoorFrame>
</template>

<style scoped>
.demonstration {
  margin: 12px 0 16px;
  padding: 10px 12px;
  border: 1px solid var(--rule-strong);
  border-inline-start: 3px solid var(--partial);
  background: var(--sheet);
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
</style>
