<script setup lang="ts">
/** Which addresses are the school's network: work that is sat in class only may be asked from there. */
import { computed, onMounted, ref } from 'vue';
import { useDoing, useForm } from '../client/useDoing';
import { call } from '../client/call';
import { useSession } from '../client/session';
import { done } from '../desk/shared/undo';
import PageHead from '../desk/shared/PageHead.vue';
import { say } from '../words/teacher';

const session = useSession();
const text = ref('');
const here = ref('');
const isRead = ref(false);
const { wrong, read } = useDoing();
const { wrong: refused, busy, act, errorAt } = useForm();
onMounted(() =>
  read(async () => {
    const answer = await call('readNetworks', {});
    text.value = answer.networks.join('\n');
    here.value = answer.here;
    isRead.value = true;
  }),
);
const networks = computed(() => text.value.split(/[\s,;]+/).filter(Boolean));
async function save(): Promise<void> {
  const saved = await act(() => call('setNetworks', { body: { networks: networks.value } }));
  if (saved) done(say('office.networkSaved'));
}
function addHere(): void {
  text.value = [...networks.value, here.value].join('\n');
}
</script>

<template>
  <PageHead :title="say('office.network')" :where="session.school.name" />
  <div class="one-sheet">
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <form v-if="isRead" @submit.prevent="save">
      <p>{{ say('office.networkHint') }}</p>
      <label class="field">
        <span class="label">{{ say('office.networkAddresses') }}</span>
        <ElInput
          v-model="text"
          type="textarea"
          :rows="6"
          :placeholder="say('office.networkExample')"
          :aria-label="say('office.networkAddresses')"
          :aria-invalid="Boolean(errorAt('/networks'))"
        />
      </label>
      <p v-if="errorAt('/networks')" class="wrong" role="alert">{{ errorAt('/networks') }}</p>
      <p v-else-if="refused" class="wrong" role="alert">{{ refused }}</p>
      <p>
        {{ say('office.networkHere', { here }) }}
        <ElButton v-if="!networks.includes(here)" link class="word" @click="addHere">{{
          say('office.networkAddHere')
        }}</ElButton>
      </p>
      <ElButton type="primary" native-type="submit" :disabled="busy">{{
        say('office.networkSave')
      }}</ElButton>
    </form>
  </div>
</template>

<style scoped>
form {
  max-width: 640px;
}
</style>
