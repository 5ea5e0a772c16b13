<script setup lang="ts">
/** Asks something aloud: the class hears it, and answers on their devices. */
import { aloudKinds, fewestChoices, mostChoices, type AloudKind } from '@oaken/core/rounds';
import { choiceLetter } from '@oaken/core/items';
import { computed, reactive, ref } from 'vue';
import { useDoing } from '../../client/useDoing';
import FileButton from '../../parts/FileButton.vue';
import { withoutHeic } from '../../parts/heic';
import { whenOpened } from '../../parts/whenOpened';
import { keepFile } from '../../rich/files';
import { say } from '../../words/teacher';

export interface Aloud {
  ask: AloudKind;
  choices: number;
  wording: string;
  photo: string | null;
}

const open = defineModel<boolean>({ required: true });
const props = defineProps<{ busy: boolean }>();
const emit = defineEmits<{ ask: [aloud: Aloud] }>();
const aloud = reactive<Aloud>({ ask: 'choices', choices: 4, wording: '', photo: null });
const sending = ref(false);
const { wrong, act } = useDoing();
const letters = computed(() => say('rounds.letters', { last: choiceLetter(aloud.choices - 1) }));
const kinds: Record<AloudKind, string> = {
  choices: say('rounds.choices'),
  'yes-no': say('rounds.yesNo'),
  number: say('rounds.number'),
  words: say('rounds.words'),
};
whenOpened(open, () => Object.assign(aloud, { wording: '', photo: null }));

async function takePhoto(file: File): Promise<void> {
  sending.value = true;
  await act(async () => {
    const { address } = await keepFile(await withoutHeic(file), 'picture');
    aloud.photo = address;
  });
  sending.value = false;
}
function ask(): void {
  if (!props.busy && !sending.value) emit('ask', { ...aloud });
}
</script>

<template>
  <ElDialog v-model="open" :title="say('rounds.askAloud')" width="480px">
    <p>{{ say('rounds.askAloudHint') }}</p>
    <form id="ask-aloud" @submit.prevent="ask">
      <ElRadioGroup v-model="aloud.ask" class="kinds" :aria-label="say('rounds.askAloud')">
        <ElRadioButton v-for="kind in aloudKinds" :key="kind" :value="kind">{{
          kinds[kind]
        }}</ElRadioButton>
      </ElRadioGroup>
      <p v-if="aloud.ask === 'choices'" class="letters">
        <ElButton
          :disabled="aloud.choices <= fewestChoices"
          :aria-label="say('rounds.fewerChoices')"
          @click="aloud.choices--"
          >−</ElButton
        >
        <b aria-live="polite">{{ letters }}</b>
        <ElButton
          :disabled="aloud.choices >= mostChoices"
          :aria-label="say('rounds.moreChoices')"
          @click="aloud.choices++"
          >+</ElButton
        >
      </p>
      <label class="field">
        <span class="label">{{ say('rounds.wordingIfAny') }}</span>
        <ElInput v-model="aloud.wording" type="textarea" :rows="2" maxlength="1000" />
        <span class="faded small">{{ say('rounds.wordingHint') }}</span>
      </label>
      <p v-if="aloud.photo" role="status">
        {{ say('rounds.photoTaken') }}
        <ElButton link class="word" @click="aloud.photo = null">{{
          say('rounds.takeAway')
        }}</ElButton>
      </p>
      <FileButton v-else accept="image/*" :disabled="sending" @chosen="takePhoto">{{
        say('rounds.photo')
      }}</FileButton>
    </form>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <template #footer>
      <ElButton @click="open = false">{{ say('common.cancel') }}</ElButton>
      <ElButton
        type="primary"
        native-type="submit"
        form="ask-aloud"
        :disabled="sending"
        :loading="busy"
        >{{ say('rounds.askNow') }}</ElButton
      >
    </template>
  </ElDialog>
</template>

<style scoped>
.kinds {
  flex-wrap: wrap;
}
.letters {
  display: flex;
  align-items: center;
  gap: 14px;
  margin-block: 14px;
}
.field {
  display: block;
  margin-block: 14px;
}
</style>
