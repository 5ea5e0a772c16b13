<script setup lang="ts">
/** The keys of the page that is open, shown by "?" wherever nothing is typed. */
import { useEventListener } from '@vueuse/core';
import { computed, ref } from 'vue';
import { useRoute } from 'vue-router';
import { say } from '../../words/teacher';
import { inField } from '../../parts/inField';
import { keysOf } from './pageKeys';

const route = useRoute();
const open = ref(false);
const groups = computed(() => keysOf(route.path));

useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.key !== '?' || event.ctrlKey || event.metaKey || event.altKey) return;
  if (inField(event.target)) return;
  event.preventDefault();
  open.value = !open.value;
});
</script>

<template>
  <ElDialog v-model="open" :title="say('keys.title')" width="520px">
    <section v-for="group in groups" :key="group.title">
      <h3>{{ group.title }}</h3>
      <dl>
        <div v-for="key in group.keys" :key="key.press + key.does">
          <dt>
            <kbd>{{ key.press }}</kbd>
          </dt>
          <dd>{{ key.does }}</dd>
        </div>
      </dl>
    </section>
    <p>
      <RouterLink to="/help" @click="open = false">{{ say('help.title') }}</RouterLink>
    </p>
  </ElDialog>
</template>

<style scoped>
section + section {
  margin-top: 14px;
}
dl {
  margin: 4px 0 0;
}
dl div {
  display: grid;
  grid-template-columns: 9em minmax(0, 1fr);
  gap: 12px;
  padding: 4px 0;
  border-bottom: var(--line);
}
dd {
  margin: 0;
}
kbd {
  padding: 1px 7px;
  border: 1px solid var(--rule-strong);
  border-radius: var(--corner);
  font-family: inherit;
  font-size: 0.9rem;
  background: var(--paper);
}
</style>
