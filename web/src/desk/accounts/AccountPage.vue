<script setup lang="ts">
/** My own account: another password, and where I am signed in. */
import { onMounted, reactive, ref } from 'vue';
import { useDoing, useForm } from '../../client/useDoing';
import { call } from '../../client/call';
import { useSession } from '../../client/session';
import PageHead from '../shared/PageHead.vue';
import { done, failed } from '../shared/undo';
import { useWords } from '../shared/words';
import { say } from '../../words/teacher';

type Own = Awaited<ReturnType<typeof call<'listSessions'>>>;

const session = useSession();
const words = useWords();
const account = ref<Own | null>(null);
const { wrong, read } = useDoing();
const form = reactive({ old: '', password: '' });
const { wrong: refused, busy, act, errorAt } = useForm();

async function load(): Promise<void> {
  await read(async () => {
    account.value = await call('listSessions', {});
  });
}
onMounted(load);

async function change(): Promise<void> {
  const changed = await act(() => call('changePassword', { body: form }));
  if (!changed) return;
  Object.assign(form, { old: '', password: '' });
  done(say('accounts.passwordChangedYouSigned'));
  await load();
}

async function signOutThere(sessionId: string): Promise<void> {
  try {
    await call('endSession', { params: { sessionId } });
    await load();
  } catch (error) {
    failed(error);
  }
}
</script>

<template>
  <PageHead :title="say('accounts.myAccount')" :where="session.school.name" />
  <div class="one-sheet">
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <template v-if="account">
      <p>
        {{ say('accounts.nameSignInName', { name: session.name }) }} <b>{{ account.signInName }}</b>
      </p>
      <section class="narrow" aria-labelledby="password">
        <h2 id="password">{{ say('accounts.changePassword') }}</h2>
        <ElForm label-position="top" @submit.prevent="change">
          <ElFormItem :label="say('accounts.currentPassword')" :error="errorAt('/old')">
            <ElInput
              v-model="form.old"
              type="password"
              show-password
              autocomplete="current-password"
              maxlength="200"
            />
          </ElFormItem>
          <ElFormItem :label="say('accounts.newPasswordAtLeast')" :error="errorAt('/password')">
            <ElInput
              v-model="form.password"
              type="password"
              show-password
              autocomplete="new-password"
              maxlength="200"
            />
          </ElFormItem>
          <p v-if="refused" class="wrong" role="alert">{{ refused }}</p>
          <ElButton type="primary" native-type="submit" :loading="busy">{{
            say('accounts.changePassword')
          }}</ElButton>
        </ElForm>
      </section>
      <section aria-labelledby="sessions">
        <h2 id="sessions">{{ say('accounts.whereYouSignedIn') }}</h2>
        <ElTable :data="account.sessions" row-key="id">
          <ElTableColumn :label="say('accounts.device')" prop="browser" min-width="180" />
          <ElTableColumn :label="say('accounts.address')" prop="address" min-width="140" />
          <ElTableColumn :label="say('accounts.signedIn')" min-width="160">
            <template #default="{ row }">{{ words.time(row.signedInAt) }}</template>
          </ElTableColumn>
          <ElTableColumn label="" width="180" align="right">
            <template #default="{ row }">
              <span v-if="row.here" class="faded">{{ say('accounts.thisDevice') }}</span>
              <ElButton v-else size="small" @click="signOutThere(row.id)">{{
                say('accounts.signOut')
              }}</ElButton>
            </template>
          </ElTableColumn>
        </ElTable>
      </section>
    </template>
  </div>
</template>

<style scoped>
.narrow {
  width: min(420px, 100%);
}
h2 {
  margin: 22px 0 10px;
}
</style>
