<script setup lang="ts">
/** Begins a school: opened once, with the link that the server printed. */
import { computed, onMounted, reactive, ref } from 'vue';
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
const zones = ref<string[]>([]);
const ended = ref('');
const { wrong, busy, act, errorAt } = useForm();
const form = reactive({
  school: {
    name: '',
    zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
    grades: [] as number[],
  },
  administrator: { givenName: '', familyName: '', signInName: '', password: '' },
});
const gradeNames = Array.from({ length: 13 }, (_, grade) => ({
  grade,
  name: grade === 0 ? 'K' : String(grade),
}));
const zoneOptions = computed(() =>
  zones.value.map((zone) => ({ value: zone, label: zone.replaceAll('_', ' ') })),
);

onMounted(async () => {
  try {
    ({ zones: zones.value } = await call('readSetup', { body: { token } }));
    if (!zones.value.includes(form.school.zone)) form.school.zone = '';
  } catch (error) {
    ended.value = inWords(error);
  }
});

async function begin(): Promise<void> {
  const began = await act(async () =>
    session.take(await call('beginSchool', { body: { token, ...form } })),
  );
  if (began) await router.push('/office');
}
</script>

<template>
  <DoorFrame :title="say('accounts.setUpYourSchool')" wide>
    <template v-if="ended">
      <p class="wrong" role="alert">{{ ended }}</p>
      <p>
        {{ say('accounts.startingServerAgainPrints') }}
        <a href="/sign-in">{{ say('accounts.signIn') }}</a>
      </p>
    </template>
    <ElForm v-else label-position="top" @submit.prevent="begin">
      <h2>{{ say('accounts.theSchool') }}</h2>
      <ElFormItem :label="say('common.name')" :error="errorAt('/school/name')">
        <ElInput v-model="form.school.name" maxlength="120" autocomplete="organization" />
      </ElFormItem>
      <ElFormItem :label="say('accounts.timeZone')" :error="errorAt('/school/zone')">
        <ElSelectV2
          v-model="form.school.zone"
          :options="zoneOptions"
          filterable
          :placeholder="say('accounts.typeCity')"
        />
        <p class="faded hint">{{ say('accounts.openingClosingTimesShown') }}</p>
      </ElFormItem>
      <ElFormItem :label="say('common.grades')" :error="errorAt('/school/grades')">
        <ElCheckboxGroup v-model="form.school.grades">
          <ElCheckboxButton v-for="{ grade, name } in gradeNames" :key="grade" :value="grade">{{
            name
          }}</ElCheckboxButton>
        </ElCheckboxGroup>
      </ElFormItem>
      <h2>{{ say('accounts.youItsFirstAdministrator') }}</h2>
      <div class="pair">
        <ElFormItem :label="say('accounts.firstName')" :error="errorAt('/administrator/givenName')">
          <ElInput
            v-model="form.administrator.givenName"
            autocomplete="given-name"
            maxlength="80"
          />
        </ElFormItem>
        <ElFormItem :label="say('accounts.lastName')" :error="errorAt('/administrator/familyName')">
          <ElInput
            v-model="form.administrator.familyName"
            autocomplete="family-name"
            maxlength="80"
          />
        </ElFormItem>
      </div>
      <div class="pair">
        <ElFormItem
          :label="say('accounts.signInName')"
          :error="errorAt('/administrator/signInName')"
        >
          <ElInput
            v-model="form.administrator.signInName"
            autocomplete="username"
            maxlength="120"
          />
        </ElFormItem>
        <ElFormItem
          :label="say('accounts.passwordAtLeast10')"
          :error="errorAt('/administrator/password')"
        >
          <ElInput
            v-model="form.administrator.password"
            type="password"
            show-password
            autocomplete="new-password"
            maxlength="200"
          />
        </ElFormItem>
      </div>
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
      <ElButton class="go" type="primary" native-type="submit" size="large" :loading="busy">{{
        say('accounts.setUpSchool')
      }}</ElButton>
    </ElForm>
  </DoorFrame>
</template>

<style scoped>
h2 {
  margin: 18px 0 8px;
  font-size: 1.1rem;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0 16px;
}
.go {
  margin-top: 10px;
}
.hint {
  margin: 2px 0 0;
  line-height: 1.4;
  font-size: 0.875rem;
}
@media (max-width: 600px) {
  .pair {
    grid-template-columns: 1fr;
  }
}
</style>
