<script setup lang="ts">
/** The forms of a test as tabs over its page; the first is the test itself. */
import { mostForms, type Form } from '@oaken/core/assessments';
import { computed, ref } from 'vue';
import TabStrip from '../../parts/TabStrip.vue';
import { say } from '../../words/teacher';

const props = defineProps<{ forms: readonly Form[]; chosen: string | null; mayChange: boolean }>();
const emit = defineEmits<{
  choose: [form: string | null];
  add: [way: 'order' | 'parallel' | 'adapted'];
}>();
const open = ref(false);
/** No form has this id; a tab needs one. */
const theTest = '';
const tabs = computed(() => ({
  [theTest]: props.forms.length ? say('tests.formTitle') : say('common.test'),
  ...Object.fromEntries(props.forms.map(({ id, name }) => [id, say('tests.formName', { name })])),
}));
const shown = computed({
  get: () => props.chosen ?? theTest,
  set: (form) => emit('choose', form === theTest ? null : form),
});
const ways = {
  order: [say('tests.anotherOrder'), say('tests.theSameItemsChoices')],
  parallel: [say('tests.parallelItems'), say('tests.aDifferentItemEach')],
  adapted: [say('tests.adapted'), say('tests.fewerChoicesFewerItems')],
} as const;
function add(way: keyof typeof ways): void {
  open.value = false;
  emit('add', way);
}
</script>

<template>
  <div class="strip">
    <TabStrip v-model="shown" :tabs="tabs" :label="say('tests.forms')" />
    <ElButton
      link
      v-if="mayChange && forms.length < mostForms"
      class="word"
      :aria-expanded="open"
      @click="open = !open"
    >
      {{ say('tests.addForm') }}
    </ElButton>
    <div v-if="open" class="ways" role="group" :aria-label="say('tests.waysMakeForm')">
      <button v-for="([title, words], way) in ways" :key="way" @click="add(way)">
        <b>{{ title }}</b> <span class="faded">{{ words }}</span>
      </button>
    </div>
    <slot />
  </div>
</template>

<style scoped>
.strip {
  position: relative;
  display: flex;
  align-items: center;
  gap: 12px;
  padding-block: 0;
  padding-inline: 12px 22px;
  border-bottom: var(--line);
  background: var(--paper);
}
.ways {
  position: absolute;
  top: 100%;
  inset-inline-start: 60px;
  z-index: 6;
  width: min(460px, 90%);
  background: var(--sheet);
  border: 1px solid var(--rule-strong);
  border-top: 3px double var(--rule-strong);
}
.ways button {
  display: block;
  width: 100%;
  text-align: start;
  border: 0;
  border-bottom: var(--line);
  background: none;
  padding: 9px 14px;
  cursor: pointer;
}
.ways button:hover {
  background: var(--wash);
}
</style>
