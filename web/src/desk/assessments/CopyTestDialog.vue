<script setup lang="ts">
/** Makes a copy of a test that is mine to change. */
import { ref } from 'vue';
import { useRouter } from 'vue-router';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import { whenOpened } from '../../parts/whenOpened';
import { say } from '../../words/teacher';

const open = defineModel<boolean>({ required: true });
const props = defineProps<{ testId: number; title: string; owner: string; mine: boolean }>();
const router = useRouter();
const typed = ref('');
const { wrong, busy, act } = useDoing();
let key = '';
whenOpened(open, () => {
  key = crypto.randomUUID();
  typed.value = props.mine ? say('tests.titleCopy', { title: props.title }) : props.title;
  wrong.value = '';
});
async function copy(): Promise<void> {
  if (busy.value) return;
  await act(async () => {
    const { id } = await call('copyTest', {
      params: { testId: props.testId },
      body: { clientKey: key, title: typed.value },
    });
    open.value = false;
    await router.push(`/tests/${id}`);
  });
}
</script>

<template>
  <ElDialog v-model="open" :title="say('tests.copyThisTest')" width="480px" append-to-body>
    <form @submit.prevent="copy">
      <label class="field"
        ><span class="label">{{ say('tests.titleCopyTitle') }}</span
        ><ElInput v-model="typed" maxlength="200" required
      /></label>
      <p>
        {{
          say('tests.theCopyYoursChange', {
            value: mine
              ? say('tests.theOriginalStaysAs')
              : say('tests.ownerSOriginalStays', { owner }),
          })
        }}
      </p>
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
      <div class="buttons">
        <ElButton @click="open = false">{{ say('common.cancel') }}</ElButton>
        <ElButton
          type="primary"
          native-type="submit"
          :loading="busy"
          :disabled="typed.trim() === ''"
          >{{ say('tests.copyTest') }}</ElButton
        >
      </div>
    </form>
  </ElDialog>
</template>

<style scoped>
.buttons {
  display: flex;
  justify-content: flex-end;
  gap: 8px;
}
</style>
