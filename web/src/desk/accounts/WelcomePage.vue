<script setup lang="ts">
/** A one-time link: its person chooses a password and is signed in. */
import { onMounted, ref } from 'vue';
import { useRouter } from 'vue-router';
import { call } from '../../client/call';
import { useForm } from '../../client/useDoing';
import { inWords } from '../../client/request';
import { useSession } from '../../client/session';
import DoorFrame from './DoorFrame.vue';
import { say } from '../../words/teacher';

const router = useRouter();
const session = useSession();
const token = location.hash.slice(1);
const person = ref<{ name: string; signInName: string } | null>(null);
const ended = ref('');
const password = ref('');
const { wrong, busy, act, errorAt } = useForm();

onMounted(async () => {
  try {
    person.value = await call('readPersonalLink', { body: { token } });
  } catch (error) {
    ended.value = inWords(error);
  }
});

async function choose(): Promise<void> {
  const body = { token, password: password.value };
  const chosen = await act(async () => session.take(await call('choosePassword', { body })));
  if (chosen) await router.push('/');
}
</script>

<template>
  <DoorFrame
    :title="
      person ? say('accounts.welcomeName', { name: person.name }) : say('accounts.choosePassword')
    "
  >
    <template v-if="ended">
      <p class="wrong" role="alert">{{ ended }}</p>
      <p>
        <a href="/sign-in">{{ say('accounts.signIn') }}</a>
      </p>
    </template>
    <ElForm v-else-if="person" label-position="top" @submit.prevent="choose">
      <p>
        {{ say('accounts.yourSignInName') }} <b>{{ person.signInName }}</b>{{
          say('accounts.choosePasswordGoesWith')
        }}
      </p>
      <input type="hidden" name="username" autocomplete="username" :value="person.signInName" />
      <ElFormItem :label="say('accounts.passwordAtLeast10')" :error="errorAt('/password')">
        <ElInput
          v-model="password"
          type="password"
          show-password
          autocomplete="new-password"
          maxlength="200"
        />
      </ElFormItem>
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
      <ElButton type="primary" native-type="submit" size="large" :loading="busy">{{
        say('accounts.saveSignIn')
      }}</ElButton>
    </ElForm>
  </DoorFrame>
</template>
