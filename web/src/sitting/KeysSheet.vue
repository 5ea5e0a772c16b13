<script setup lang="ts">
/** The keys of a sitting. */
import { onMounted, ref } from 'vue';
import { say } from '../words';
import { sittingKeys } from './useSittingKeys';

const emit = defineEmits<{ close: [] }>();
const sheet = ref<HTMLDialogElement>();
onMounted(() => sheet.value?.showModal());
</script>

<template>
  <dialog ref="sheet" class="ask-sheet" aria-labelledby="keys-title" @close="emit('close')">
    <h2 id="keys-title">{{ say('seatKeys.title') }}</h2>
    <dl>
      <div v-for="{ press, does } in sittingKeys" :key="press">
        <dt>
          <kbd>{{ press }}</kbd>
        </dt>
        <dd>{{ say(does) }}</dd>
      </div>
    </dl>
    <button class="btn main" @click="sheet?.close()">{{ say('display.done') }}</button>
  </dialog>
</template>

<style scoped>
.ask-sheet {
  width: min(460px, calc(100vw - 32px));
  font-size: 1rem;
}
dl {
  margin: 10px 0 16px;
}
dl div {
  display: grid;
  grid-template-columns: 8em minmax(0, 1fr);
  gap: 12px;
  padding: 6px 0;
  border-bottom: var(--line);
}
dd {
  margin: 0;
}
kbd {
  font: inherit;
  font-weight: 600;
}
</style>
