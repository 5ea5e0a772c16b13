<script setup lang="ts">
/** In the place of every page while the server has not said who is signed in: it asks again by itself. */
import { onMounted, onUnmounted, ref } from 'vue';
import { inWords } from '../client/request';
import { useSession } from '../client/session';

const emit = defineEmits<{ back: [] }>();
const session = useSession();
const asking = ref(false);
const askEvery = 5_000;
let timer: ReturnType<typeof setInterval> | undefined;

async function ask(): Promise<void> {
  if (asking.value) return;
  asking.value = true;
  try {
    await session.load();
    session.away = null;
    emit('back');
  } catch (error) {
    session.away = inWords(error);
  } finally {
    asking.value = false;
  }
}
onMounted(() => {
  timer = setInterval(() => void ask(), askEvery);
  addEventListener('online', ask);
});
onUnmounted(() => {
  clearInterval(timer);
  removeEventListener('online', ask);
});
</script>

<template>
  <main id="page" class="away" aria-label="The server does not answer">
    <h1>The server does not answer</h1>
    <p>{{ session.away }}</p>
    <p>
      You are probably still signed in. This page tries again every few seconds and goes on where
      you were; changes that wait in this browser are kept.
    </p>
    <p class="faded">If this lasts, tell whoever looks after Oaken Ledger at your school.</p>
    <ElButton type="primary" :loading="asking" @click="ask">Try now</ElButton>
  </main>
</template>

<style scoped>
.away {
  max-width: 520px;
  margin: 14vh auto 0;
  padding: 0 24px;
}
h1 {
  margin-bottom: 10px;
}
</style>
