<script setup lang="ts">
import type { SittingUpload } from '@oaken/core/items';
import { computed, ref } from 'vue';
import { sizedPicture } from '../../parts/pictureSizes';
import { useSendFile } from '../../parts/upload';
import { say } from '../../words';

const props = defineProps<{
  part: SittingUpload;
  response: unknown;
  name: string;
  disabled?: boolean;
}>();
const emit = defineEmits<{ answer: [response: string[]] }>();
const send = useSendFile();
const sending = ref('');
const wrong = ref('');
const files = computed(() => (Array.isArray(props.response) ? (props.response as string[]) : []));
const photo = computed(() => props.part.accepts === 'photo');
const full = computed(() => files.value.length >= props.part.most);

async function add(event: Event): Promise<void> {
  const field = event.target as HTMLInputElement;
  const list = Array.from(field.files ?? []).slice(0, props.part.most - files.value.length);
  field.value = '';
  wrong.value = '';
  if (!send) {
    wrong.value = say('answer.previewOnly');
    return;
  }
  for (const file of list) {
    sending.value = file.name;
    try {
      emit('answer', [...files.value, await send(file, props.part.id)]);
    } catch (error) {
      wrong.value = (error as Error).message;
    }
  }
  sending.value = '';
}
const remove = (text: string) =>
  emit(
    'answer',
    files.value.filter((file) => file !== text),
  );
</script>

<template>
  <p class="hint">
    {{ say(photo ? 'answer.addPhoto' : 'answer.addFile', { n: part.most }) }}
  </p>
  <ul v-if="files.length" class="files">
    <li v-for="(entry, index) in files" :key="entry">
      <img
        v-if="photo"
        :src="sizedPicture(entry, 160)"
        loading="lazy"
        :alt="say('answer.photo', { n: index + 1 })"
      />
      <a v-else :href="entry" target="_blank">{{ say('answer.file', { n: index + 1 }) }}</a>
      <button type="button" :disabled="disabled" @click="remove(entry)">
        {{ say(photo ? 'answer.removePhoto' : 'answer.removeFile', { n: index + 1 }) }}
      </button>
    </li>
  </ul>
  <label v-if="!full" class="add" :class="{ disabled }">
    <input
      type="file"
      :name="name"
      :accept="photo ? 'image/*' : undefined"
      :capture="photo ? 'environment' : undefined"
      :multiple="part.most > 1"
      :disabled="disabled || sending !== ''"
      @change="add"
    />
    <span>{{
      sending
        ? say('answer.sending', { name: sending })
        : say(photo ? 'answer.choosePhoto' : 'answer.chooseFile')
    }}</span>
  </label>
  <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
</template>

<style scoped>
.hint {
  margin: 0 0 8px;
  color: var(--faded);
  font-size: 0.9em;
}
.files {
  list-style: none;
  margin: 0 0 10px;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
}
.files img {
  display: block;
  max-width: 220px;
  max-height: 220px;
  border: 1px solid var(--rule);
}
.files button,
.add {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  padding: 0 14px;
  font: inherit;
  color: inherit;
  border: 1px solid var(--rule-strong);
  border-radius: var(--corner);
  background: var(--sheet);
  cursor: pointer;
}
.add input {
  position: absolute;
  opacity: 0;
  width: 1px;
  height: 1px;
}
.add:focus-within {
  outline: 2px solid var(--secure);
  outline-offset: 2px;
}
</style>
