<script setup lang="ts">
/** Something said to one, some or all who sit: their pages show it within seconds. */
import { ref } from 'vue';
import { call } from '../../client/call';
import { sentenceOf, useDoing } from '../../client/useDoing';
import { whenOpened } from '../../parts/whenOpened';

const open = defineModel<boolean>({ required: true });
const props = defineProps<{ assignmentId: number; studentIds: number[] | null; whom: string }>();
const emit = defineEmits<{ done: [] }>();
const text = ref('');
const { wrong, busy, act } = useDoing(sentenceOf);
whenOpened(open, () => ((text.value = ''), (wrong.value = '')));

async function say(): Promise<void> {
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
  <el-dialog v-model="open" :title="`Say to ${whom}`" width="520px">
    <form id="say" @submit.prevent="say">
      <label class="field">
        <span class="label">What their pages show</span>
        <textarea v-model="text" class="plain-input" rows="3" maxlength="500" />
      </label>
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    </form>
    <template #footer>
      <el-button @click="open = false">Cancel</el-button>
      <el-button type="primary" native-type="submit" form="say" :loading="busy">Say it</el-button>
    </template>
  </el-dialog>
</template>
