<script setup lang="ts">
/** A new curriculum: blank, or with the lines of a table. */
import { CurriculumProblem, readCurriculum, type CurriculumLine } from '@oaken/core/curriculum';
import { ref } from 'vue';
import { call } from '../../client/call';
import { useDoing } from '../../client/useDoing';
import FileButton from '../../parts/FileButton.vue';
import { whenOpened } from '../../parts/whenOpened';
import { readFile } from '../classes/readTable';
import { say } from '../../words/teacher';
import { useCurricula } from './curricula';

const open = defineModel<boolean>({ required: true });
const emit = defineEmits<{ made: [id: number] }>();
const store = useCurricula();
const name = ref('');
const subject = ref('');
const lines = ref<CurriculumLine[]>([]);
const fileName = ref('');
const { wrong, busy, act } = useDoing();
let clientKey = '';

whenOpened(open, () => {
  clientKey = crypto.randomUUID();
  [name.value, subject.value, fileName.value, wrong.value] = ['', '', '', ''];
  lines.value = [];
});

async function read(file: File): Promise<void> {
  [lines.value, fileName.value, wrong.value] = [[], '', ''];
  try {
    const table = await readFile(file);
    if (table.kind !== 'list') throw new Error(say('curriculum.fileIsRoster'));
    lines.value = readCurriculum(table.rows);
    fileName.value = file.name;
    name.value ||= file.name.replace(/\.\w+$/, '');
  } catch (error) {
    if (!(error instanceof CurriculumProblem || error instanceof Error)) throw error;
    wrong.value = error.message;
  }
}
async function make(): Promise<void> {
  await act(async () => {
    const { id } = await call('makeCurriculum', {
      body: { clientKey, name: name.value, subject: subject.value, lines: lines.value },
    });
    await store.load();
    open.value = false;
    emit('made', id);
  });
}
</script>

<template>
  <ElDialog v-model="open" :title="say('curriculum.newCurriculum')" width="520px">
    <form @submit.prevent="make">
      <label class="field"
        ><span class="label">{{ say('curriculum.name') }}</span
        ><ElInput v-model="name" maxlength="200" :placeholder="say('curriculum.nameExample')"
      /></label>
      <label class="field"
        ><span class="label">{{ say('common.subject') }}</span
        ><ElInput v-model="subject" maxlength="60"
      /></label>
      <p class="file">
        <FileButton accept=".csv,.tsv,.txt,text/csv" @chosen="read">{{
          say('curriculum.fillFromCsv')
        }}</FileButton>
        <span v-if="fileName" role="status">{{
          say('curriculum.linesRead', { n: lines.length, fileName })
        }}</span>
      </p>
      <p class="faded small">{{ say('curriculum.csvShape') }}</p>
      <ol v-if="lines.length" class="preview" tabindex="0" :aria-label="fileName">
        <li
          v-for="(line, index) in lines.slice(0, 60)"
          :key="index"
          :style="{ paddingInlineStart: `${line.level * 18}px` }"
        >
          {{ line.title }}
        </li>
      </ol>
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
      <div class="buttons">
        <ElButton @click="open = false">{{ say('common.cancel') }}</ElButton>
        <ElButton
          type="primary"
          native-type="submit"
          :loading="busy"
          :disabled="name.trim() === ''"
          >{{ say('curriculum.make') }}</ElButton
        >
      </div>
    </form>
  </ElDialog>
</template>

<style scoped>
.file {
  display: flex;
  gap: 12px;
  align-items: center;
}
.preview {
  list-style: none;
  margin: 0 0 12px;
  padding: 6px 10px;
  max-height: 200px;
  overflow: auto;
  border: var(--line);
}
.buttons {
  display: flex;
  justify-content: flex-end;
  gap: 8px;
}
</style>
