<script setup lang="ts">
/** The frame of pages before one is signed in. */
import { say } from '../../words/teacher';
defineProps<{ title: string; wide?: boolean }>();
</script>

<template>
  <main class="door">
    <div class="card" :class="{ wide }">
      <p class="name">{{ say('accounts.oakenLedger') }}</p>
      <h1>{{ title }}</h1>
      <slot />
    </div>
  </main>
</template>

<style scoped>
.door {
  min-height: 100vh;
  display: grid;
  place-items: center;
  padding: 20px;
  border-inline-start: 84px solid var(--oak-deep);
  box-shadow: inset 4px 0 var(--oak-light);
}
.card {
  width: min(400px, 100%);
}
.card.wide {
  width: min(560px, 100%);
}
.name {
  font-family: var(--serif);
  color: var(--oak);
  font-weight: 600;
  margin-bottom: 4px;
}
@media (max-width: 600px) {
  .door {
    border-inline-start-width: 18px;
  }
}
</style>
