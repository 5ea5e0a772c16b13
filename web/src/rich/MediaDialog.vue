<script setup lang="ts">
/** A picture, sound or film to be uploaded, with the words that those need who cannot see or hear it. */
import { mostPlays } from '@oaken/core/text';
import { computed, ref, watch } from 'vue';
import { inWords } from '../client/request';
import { withoutHeic } from '../parts/heic';
import { keepFile, type KeptFile } from './files';
import FileButton from '../parts/FileButton.vue';
import { say } from '../words/teacher';

export interface Medium {
  kind: 'picture' | 'sound' | 'film';
  src: string;
  words: string;
  width?: string | undefined;
  height?: string | undefined;
  /** A student can play it so often; none: as often as wanted. */
  plays?: string | undefined;
}

const open = defineModel<boolean>({ required: true });
const props = defineProps<{ kind: Medium['kind']; start: Medium | null }>();
const emit = defineEmits<{ done: [medium: Medium] }>();
const file = ref<KeptFile | null>(null);
const words = ref('');
const width = ref('');
const plays = ref('');
const wrong = ref('');
const progress = ref<number | null>(null);
let stop: AbortController | null = null;

const says = {
  picture: {
    title: say('editor.picture'),
    accept:
      'image/png,image/jpeg,image/gif,image/webp,image/svg+xml,image/heic,image/heif,.heic,.heif',
    label: say('editor.whatShowsThoseWho'),
    hint: say('editor.pngJpegGifWebp'),
  },
  sound: {
    title: say('editor.sound'),
    accept: 'audio/*',
    label: say('common.title'),
    hint: say('editor.mp3WavOggOr'),
  },
  film: {
    title: say('editor.film'),
    accept: 'video/*',
    label: say('common.title'),
    hint: say('editor.mp4OrWebmUp'),
  },
};
const wording = computed(() => says[props.kind]);
const src = computed(() => file.value?.address ?? props.start?.src ?? '');

watch(open, (now) => {
  if (!now) return stop?.abort();
  file.value = null;
  words.value = props.start?.words ?? '';
  width.value = props.start?.width ?? '';
  plays.value = props.start?.plays ?? '';
  wrong.value = '';
});

async function choose(chosen: File): Promise<void> {
  wrong.value = '';
  stop = new AbortController();
  progress.value = 0;
  try {
    const sent = props.kind === 'picture' ? await withoutHeic(chosen) : chosen;
    file.value = await keepFile(sent, props.kind, {
      signal: stop.signal,
      progress: (share) => (progress.value = share),
    });
    width.value = file.value.width ? String(Math.min(file.value.width, 640)) : '';
    if (props.kind !== 'picture' && words.value === '')
      words.value = chosen.name.replace(/\.\w+$/, '');
  } catch (error) {
    if (!stop.signal.aborted) wrong.value = inWords(error);
  } finally {
    progress.value = null;
  }
}
function finish(): void {
  if (words.value.trim() === '') {
    wrong.value =
      props.kind === 'picture' ? say('editor.aPictureNeedsWords') : say('editor.giveTitle');
    return;
  }
  const often = plays.value.trim();
  if (
    props.kind !== 'picture' &&
    often !== '' &&
    !(/^\d+$/.test(often) && Number(often) >= 1 && Number(often) <= mostPlays)
  ) {
    wrong.value = say('editor.howOftenCanBe', { mostPlays });
    return;
  }
  const kept = file.value;
  const shown = Number(width.value);
  const ratio =
    kept?.width && kept.height
      ? kept.height / kept.width
      : Number(props.start?.height) / Number(props.start?.width);
  const sized = props.kind === 'picture' && shown > 0 && ratio > 0;
  emit('done', {
    kind: props.kind,
    src: src.value,
    words: words.value.trim(),
    ...(props.kind !== 'picture' && often !== '' && { plays: String(Number(often)) }),
    ...(sized && { width: String(Math.round(shown)), height: String(Math.round(shown * ratio)) }),
  });
  open.value = false;
}
</script>

<template>
  <ElDialog v-model="open" :title="wording.title" width="560px" append-to-body>
    <p>
      <FileButton :accept="wording.accept" :disabled="progress !== null" @chosen="choose">{{
        src ? say('editor.chooseAnotherFile') : say('editor.chooseFile')
      }}</FileButton>
      <span class="faded small">{{ wording.hint }}</span>
    </p>
    <p v-if="progress !== null" role="status">
      {{ say('editor.sendingRound', { round: Math.round(progress * 100) }) }}
      <ElButton link class="word" @click="stop?.abort()">{{ say('common.cancel') }}</ElButton>
    </p>
    <div v-if="src" class="shown">
      <img v-if="kind === 'picture'" :src="src" :alt="say('editor.theChosenPicture')" />
      <audio v-else-if="kind === 'sound'" :src="src" controls />
      <video v-else :src="src" controls />
    </div>
    <label class="field">
      <span class="label">{{ wording.label }}</span>
      <ElInput
        v-if="kind === 'picture'"
        v-model="words"
        :rows="2"
        maxlength="500"
        type="textarea"
      />
      <ElInput v-else v-model="words" maxlength="200" />
    </label>
    <label v-if="kind === 'picture'" class="field">
      <span class="label">{{ say('editor.widthOnPageIn') }}</span>
      <ElInput v-model="width" class="narrow" inputmode="numeric" />
    </label>
    <label v-if="kind !== 'picture'" class="field">
      <span class="label"
        >{{ say('editor.howOftenStudentCan') }}
        <span class="faded">{{ say('editor.emptyNoLimit') }}</span></span
      >
      <ElInput v-model="plays" class="narrow" inputmode="numeric" maxlength="3" />
    </label>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <template #footer>
      <ElButton @click="open = false">{{ say('common.cancel') }}</ElButton>
      <ElButton type="primary" :disabled="!src || progress !== null" @click="finish">{{
        say('editor.insert')
      }}</ElButton>
    </template>
  </ElDialog>
</template>

<style scoped>
.shown {
  margin-bottom: 14px;
}
.shown img,
.shown video {
  max-width: 100%;
  max-height: 240px;
  border: 1px solid var(--rule);
}
.narrow {
  width: 110px;
}
</style>
