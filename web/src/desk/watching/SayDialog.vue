<script setup lang="ts">
/** Something said to one, some or all who sit: their pages show it within seconds. */
import { ref } from 'vue';
import { call } from '../../client/call';
import { sentenceOf, useDoing } from '../../client/useDoing';
import { whenOpened } from '../../parts/whenOpened';
import { say } from '../../words/teacher';

const open = defineModel<boolean>({ required: true });
const props = defineProps<{ assignmentId: number; studentIds: number[] | null; whom: string }>();
const emit = defineEmits<{ done: [] }>();
const text = ref('');
const { wrong, busy, act } = useDoing(sentenceOf);
whenOpened(open, () => ((text.value = ''), (wrong.value = '')));

async function send(): Promise<void> {
  if (busy.value) return;
  await act(async () => {
    await call('sayToStudents', {
      params: { assignmentId: props.assignmentId },
      body: { studentIds: props.studentIds, text: text.value },
    });
    open.value = false;
    emit('done');
  });
}
</script>

<template>
  <ElDialog v-model="open" :title="say('watching.messageWhom', { whom })" width="520px">
    <form id="say" @submit.prevent="send">
      <label class="field">
        <span class="label">{{ say('watching.messageShownOnTheir') }}</span>
        <ElInput v-model="text" :rows="3" maxlength="500" type="textarea" />
      </label>
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    </form>
    <template #footer>
      <ElButton @click="open = false">{{ say('common.cancel') }}</ElButton>
      <ElButton type="primary" native-type="submit" form="say" :loading="busy">{{
        say('watching.send')
      }}</ElButton>
    </template>
  </ElDialog>
</template>
