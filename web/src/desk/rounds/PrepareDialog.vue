<script setup lang="ts">
/** Puts items on the lists of what is to be asked in classes. */
import { ref } from 'vue';
import { call } from '../../client/call';
import { useDoing } from '../../client/useDoing';
import { whenOpened } from '../../parts/whenOpened';
import { useMyClasses } from '../shared/useMyClasses';
import { say } from '../../words/teacher';

const open = defineModel<boolean>({ required: true });
const props = defineProps<{ itemIds: readonly number[] }>();
const emit = defineEmits<{ done: [] }>();
const { classes, readClasses } = useMyClasses();
const chosen = ref<number[]>([]);
const added = ref<number | null>(null);
const { wrong, busy, read, act } = useDoing();

whenOpened(open, async () => {
  added.value = null;
  await read(readClasses);
});
async function prepare(): Promise<void> {
  if (chosen.value.length === 0 || busy.value) return;
  await act(async () => {
    const body = { classIds: chosen.value, itemIds: [...props.itemIds] };
    added.value = (await call('prepareQuestions', { body })).added;
    emit('done');
  });
}
</script>

<template>
  <ElDialog v-model="open" :title="say('rounds.prepareItems', { n: itemIds.length })" width="460px">
    <template v-if="added !== null">
      <p role="status">{{ say('rounds.preparedDone', { n: added }) }}</p>
      <RouterLink to="/rounds">{{ say('rounds.place') }}</RouterLink>
    </template>
    <form v-else id="prepare" @submit.prevent="prepare">
      <fieldset>
        <legend>{{ say('rounds.whichClasses') }}</legend>
        <ElCheckboxGroup v-model="chosen" class="column">
          <ElCheckbox v-for="schoolClass in classes" :key="schoolClass.id" :value="schoolClass.id"
            ><b>{{ schoolClass.name }}</b> {{ schoolClass.subject }}</ElCheckbox
          >
        </ElCheckboxGroup>
      </fieldset>
    </form>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <template #footer>
      <ElButton @click="open = false">{{
        added === null ? say('common.cancel') : say('common.close')
      }}</ElButton>
      <ElButton
        v-if="added === null"
        type="primary"
        native-type="submit"
        form="prepare"
        :disabled="chosen.length === 0"
        :loading="busy"
        >{{ say('rounds.prepare') }}</ElButton
      >
    </template>
  </ElDialog>
</template>

<style scoped>
fieldset {
  border: 0;
  margin: 0;
  padding: 0;
}
.column {
  display: flex;
  flex-direction: column;
  align-items: flex-start;
}
</style>
