<script setup lang="ts">
/** In the place of every page while the server has not said who is signed in: it asks again by itself. */
import { onMounted, onUnmounted, ref } from 'vue';
import { inWords } from '../client/request';
import { useSession } from '../client/session';
import { say } from '../words/teacher';

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
  <main id="page" class="away" :aria-label="say('desk.theServerDoesNot')">
    <h1>{{ say('desk.theServerDoesNot') }}</h1>
    <p>{{ session.away }}</p>
    <p>
      {{ say('desk.youProbablyStillSigned') }}
    </p>
    <p class="faded">{{ say('desk.ifThisLastsTell') }}</p>
    <ElButton type="primary" :loading="asking" @click="ask">{{ say('desk.tryNow') }}</ElButton>
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
