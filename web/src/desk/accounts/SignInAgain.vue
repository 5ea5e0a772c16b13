<script setup lang="ts">
/** Signing in again over the page, which stays as it is; what the server refused meanwhile is sent again. */
import { reactive, ref } from 'vue';
import { useRouter } from 'vue-router';
import { call } from '../../client/call';
import { useForm } from '../../client/useDoing';
import { onSignedOut } from '../../client/request';
import { useSession } from '../../client/session';
import { lastSignInName, rememberSignInName } from './signInName';
import { say } from '../../words/teacher';

const session = useSession();
const router = useRouter();
const open = ref(false);
const form = reactive({ name: '', password: '' });
const { wrong, busy, act, errorAt } = useForm();

/** Everything that was refused waits for the one answer. */
let asked: Promise<boolean> | null = null;
let answer: (signedIn: boolean) => void = () => {};

onSignedOut(() => {
  asked ??= new Promise<boolean>((resolve) => {
    answer = resolve;
    Object.assign(form, { name: lastSignInName(), password: '' });
    open.value = true;
  }).finally(() => {
    asked = null;
    open.value = false;
  });
  return asked;
});

async function signIn(): Promise<void> {
  const before = session.account?.id;
  const signedIn = await act(async () => session.take(await call('signInStaff', { body: form })));
  if (!signedIn) return;
  rememberSignInName(form.name);
  // Somebody else has pages of their own.
  if (before !== undefined && session.account?.id !== before) return location.assign('/');
  answer(true);
}
async function leave(): Promise<void> {
  session.account = null;
  answer(false);
  await router.push('/sign-in');
}
</script>

<template>
  <ElDialog
    v-model="open"
    :title="say('accounts.youWereSignedOut')"
    width="420px"
    append-to-body
    :close-on-click-modal="false"
    :close-on-press-escape="false"
    :show-close="false"
  >
    <p>
      {{ say('accounts.signInAgainContinue') }}
    </p>
    <ElForm id="sign-in-again" label-position="top" @submit.prevent="signIn">
      <ElFormItem :label="say('accounts.signInName')" :error="errorAt('/name')">
        <ElInput v-model="form.name" autocomplete="username" maxlength="120" />
      </ElFormItem>
      <ElFormItem :label="say('accounts.password')" :error="errorAt('/password')">
        <ElInput
          v-model="form.password"
          type="password"
          show-password
          autocomplete="current-password"
          maxlength="200"
          autofocus
        />
      </ElFormItem>
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    </ElForm>
    <template #footer>
      <ElButton @click="leave">{{ say('accounts.leaveThisPage') }}</ElButton>
      <ElButton type="primary" native-type="submit" form="sign-in-again" :loading="busy">{{
        say('accounts.signIn')
      }}</ElButton>
    </template>
  </ElDialog>
</template>
