<script setup lang="ts">
/** The wording of a question that was asked aloud: it becomes an item, and the results read it. */
import type { RoundDesk } from '@oaken/contract/rounds';
import { choiceLetter } from '@oaken/core/items';
import { computed, reactive, ref } from 'vue';
import { call } from '../../client/call';
import { useForm } from '../../client/useDoing';
import { whenOpened } from '../../parts/whenOpened';
import RichField from '../../rich/RichField.vue';
import { say } from '../../words/teacher';
import StandardPicker from '../library/StandardPicker.vue';
import { useLibrary } from '../library/library';

const open = defineModel<boolean>({ required: true });
const props = defineProps<{
  roundId: number;
  classId: number;
  entry: RoundDesk['entries'][number];
}>();
const emit = defineEmits<{ saved: [] }>();
const library = useLibrary();
const form = reactive({
  stem: '',
  choices: [] as { id: string; text: string }[],
  right: [] as string[],
  typed: '',
  standards: [] as number[],
});
const about = ref<{ subject: string; grade: number } | null>(null);
const saved = ref<number | null>(null);
const picking = ref(false);
const { wrong, errorAt, busy, read, act, forget } = useForm();
const isChoice = computed(() => form.choices.length > 0);

whenOpened(open, async () => {
  forget();
  saved.value = null;
  const { stem, choices, right } = props.entry.unworded ?? { stem: '', choices: [], right: [] };
  Object.assign(form, { stem, right: [...right], typed: right.join('\n'), standards: [] });
  form.choices = choices.map((choice) => ({ ...choice }));
  await read(async () => {
    const { class: taught } = await call('readClass', { params: { classId: props.classId } });
    about.value = taught;
  });
});
function tick(id: string, right: boolean): void {
  form.right = right ? [...form.right, id] : form.right.filter((other) => other !== id);
}
const typed = () =>
  form.typed
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean);

const save = () =>
  act(async () => {
    const { itemId } = await call('wordQuestion', {
      params: { roundId: props.roundId, entryId: props.entry.id },
      body: {
        stem: form.stem,
        choices: form.choices,
        right: isChoice.value ? form.right : typed(),
        bank: null,
        facts: {
          subject: about.value?.subject ?? '',
          grades: about.value ? [about.value.grade] : [],
          standards: form.standards,
          depth: null,
          seconds: null,
          tags: [],
          author: '',
          licence: '',
        },
      },
    });
    saved.value = itemId;
    emit('saved');
  });
</script>

<template>
  <ElDialog
    v-model="open"
    :title="say('rounds.wordingTitle', { n: entry.number })"
    width="640px"
    :close-on-click-modal="false"
  >
    <template v-if="saved !== null">
      <p role="status">{{ say('rounds.wordingSaved') }}</p>
      <RouterLink :to="`/items/${saved}`">{{ say('rounds.openItem') }}</RouterLink>
    </template>
    <form v-else id="wording" @submit.prevent="save">
      <div class="field">
        <span class="label">{{ say('rounds.questionField') }}</span>
        <RichField v-model="form.stem" :label="say('rounds.questionField')" />
      </div>
      <p v-if="errorAt('/stem')" class="wrong">{{ errorAt('/stem') }}</p>
      <div v-for="(choice, index) in form.choices" :key="choice.id" class="choice">
        <ElCheckbox
          :model-value="form.right.includes(choice.id)"
          @update:model-value="tick(choice.id, Boolean($event))"
          >{{ say('rounds.right1') }}</ElCheckbox
        >
        <RichField
          v-model="choice.text"
          small
          :label="say('rounds.choiceField', { letter: choiceLetter(index) })"
        />
      </div>
      <label v-if="!isChoice" class="field">
        <span class="label">{{ say('rounds.rightWords') }}</span>
        <ElInput v-model="form.typed" type="textarea" :rows="2" />
      </label>
      <p v-if="errorAt('/right')" class="wrong">{{ errorAt('/right') }}</p>
      <p>
        <ElButton @click="picking = true">{{ say('common.standards') }}</ElButton>
        {{ form.standards.map((id) => library.standards.get(id)?.code ?? '').join(', ') }}
      </p>
    </form>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <StandardPicker v-model="picking" :chosen="form.standards" @done="form.standards = $event" />
    <template #footer>
      <ElButton @click="open = false">{{
        saved === null ? say('common.cancel') : say('common.close')
      }}</ElButton>
      <ElButton
        v-if="saved === null"
        type="primary"
        native-type="submit"
        form="wording"
        :loading="busy"
        >{{ say('rounds.save') }}</ElButton
      >
    </template>
  </ElDialog>
</template>

<style scoped>
.field {
  display: block;
  margin-bottom: 12px;
}
.choice {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 10px;
  align-items: center;
  margin-bottom: 6px;
}
</style>
