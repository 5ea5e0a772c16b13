<script setup lang="ts">
/** Notes on this attempt, for oneself or for all staff who may read the work; students never see them. */
import type { StudentWork } from '@oaken/contract/results';
import { ref } from 'vue';
import { call } from '../../client/call';
import { useDoing } from '../../client/useDoing';
import { useKeptForm } from '../shared/keptForm';
import { done } from '../shared/undo';
import { useWords } from '../shared/words';
import { say } from '../../words/teacher';

type Note = StudentWork['notes'][number];
const { work, place } = defineProps<{
  work: StudentWork;
  place: { assignmentId: number; studentId: number };
}>();
const emit = defineEmits<{ changed: [] }>();
const words = useWords();
const { wrong, busy, act } = useDoing();
/** What was typed and not saved is there again. */
const draft = useKeptForm<{ text: string; reach: Note['reach'] }>(`note-${work.attempt.id}`);
const text = ref(draft.read()?.text ?? '');
const reach = ref<Note['reach']>(draft.read()?.reach ?? 'mine');
/** The note that is being changed; null while a new one is written. */
const changing = ref<Note | null>(null);
const reachWords = { mine: say('results.noteMine'), staff: say('results.noteStaff') };

function typed(): void {
  if (changing.value) return;
  if (text.value.trim() === '') draft.forget();
  else draft.write({ text: text.value, reach: reach.value });
}
function begin(note: Note | null): void {
  changing.value = note;
  text.value = note?.text ?? draft.read()?.text ?? '';
  reach.value = note?.reach ?? draft.read()?.reach ?? 'mine';
}
async function save(): Promise<void> {
  const body = { text: text.value, reach: reach.value };
  const note = changing.value;
  const saved = await act(() =>
    note
      ? call('changeNote', { params: { noteId: note.id }, body })
      : call('writeNote', { params: place, body: { ...body, attemptId: work.attempt.id } }),
  );
  if (!saved) return;
  if (!note) draft.forget();
  begin(null);
  emit('changed');
}
async function remove({ id, text: gone, reach: was }: Note): Promise<void> {
  if (!(await act(() => call('removeNote', { params: { noteId: id } })))) return;
  emit('changed');
  const { id: attemptId } = work.attempt;
  done(say('results.noteRemoved'), async () => {
    await call('writeNote', { params: place, body: { text: gone, reach: was, attemptId } });
    emit('changed');
  });
}
</script>

<template>
  <section>
    <h3>{{ say('results.notes') }}</h3>
    <p class="faded small">{{ say('results.notesStaffOnly') }}</p>
    <article v-for="note in work.notes" :key="note.id">
      <p class="text">{{ note.text }}</p>
      <p class="faded small">
        {{ note.by }}, {{ words.time(note.at) }} · {{ reachWords[note.reach] }}
        <template v-if="note.mine">
          <ElButton link class="word" @click="begin(note)">{{
            say('results.changeNote')
          }}</ElButton>
          <ElButton link class="word" :disabled="busy" @click="remove(note)">{{
            say('results.removeNote')
          }}</ElButton>
        </template>
      </p>
    </article>
    <form @submit.prevent="save">
      <ElInput
        v-model="text"
        type="textarea"
        :rows="2"
        maxlength="2000"
        :aria-label="changing ? say('results.changeNote') : say('results.newNote')"
        :placeholder="say('results.newNote')"
        @input="typed"
      />
      <ElRadioGroup v-model="reach" :aria-label="say('results.whoReadsNote')" @change="typed">
        <ElRadio v-for="(name, key) in reachWords" :key="key" :value="key">{{ name }}</ElRadio>
      </ElRadioGroup>
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
      <div>
        <ElButton native-type="submit" :loading="busy" :disabled="text.trim() === ''">{{
          say('results.saveNote')
        }}</ElButton>
        <ElButton v-if="changing" @click="begin(null)">{{ say('results.cancelNote') }}</ElButton>
      </div>
    </form>
  </section>
</template>

<style scoped>
h3 {
  margin: 18px 0 2px;
}
article {
  border-bottom: var(--line);
  padding: 6px 0;
}
.text {
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
p {
  margin: 2px 0;
}
form {
  display: grid;
  gap: 6px;
  margin-top: 8px;
}
</style>
