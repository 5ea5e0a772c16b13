<script setup lang="ts">
/** A bank or a folder in the index: its name with a count, what is below it, and a menu of its own. */
import { ref, watch } from 'vue';
import { say } from '../../words/teacher';

/** What is dragged over it is the line’s; its menu is a line of its own. */
defineOptions({ inheritAttrs: false });
/** Whether its menu is open. */
const menu = defineModel<boolean>('menu', { required: true });
/** Whether what lies below is folded away; null where there is nothing. */
const folded = defineModel<boolean | null>('folded', { default: null });
const props = defineProps<{
  name: string;
  /** Whose it is, for a bank. */
  about?: string;
  /** Steps below a bank; none for a bank itself. */
  level?: number;
  count: string;
  chosen: boolean;
  ticked?: boolean;
  /** Something is held over it. */
  over: boolean;
  mayEdit: boolean;
  /** Its name is being typed. */
  renaming?: boolean;
}>();
const emit = defineEmits<{ choose: []; drag: [event: DragEvent]; rename: [name: string | null] }>();
/** What is typed; counts that come in meanwhile must not write over it. */
const typed = ref('');
watch(
  () => props.renaming,
  (now) => now && (typed.value = props.name),
  { immediate: true },
);
</script>

<template>
  <li
    v-bind="$attrs"
    class="line"
    :class="{ over, bank: level === undefined }"
    :style="level === undefined ? undefined : { paddingInlineStart: `${4 + 16 * level}px` }"
  >
    <button
      v-if="folded !== null"
      class="turn"
      :aria-expanded="!folded"
      :aria-label="`${folded ? say('banks.expand') : say('banks.collapse')} ${name}`"
      @click="folded = !folded"
    >
      {{ folded ? '+' : '–' }}
    </button>
    <span v-else-if="level !== undefined" class="turn" />
    <ElInput
      v-if="renaming"
      v-model="typed"
      maxlength="120"
      :aria-label="say('banks.nameFolderName', { name })"
      @vue:mounted="({ el }: any) => el.querySelector('input').select()"
      @keydown.enter="emit('rename', typed.trim())"
      @keydown.esc="emit('rename', null)"
      @blur="renaming && emit('rename', typed.trim())"
    />
    <button
      v-else
      class="entry"
      :class="{ chosen, ticked }"
      :aria-pressed="chosen"
      :draggable="mayEdit && level !== undefined"
      @dragstart="emit('drag', $event)"
      @click="emit('choose')"
    >
      <span class="name"
        >{{ name }} <span v-if="about" class="faded small">{{ about }}</span></span
      >
      <span class="n">{{ count }}</span>
    </button>
    <button
      v-if="mayEdit"
      class="dots"
      :aria-label="say('banks.moreAboutName', { name })"
      :aria-expanded="menu"
      @click="menu = !menu"
    >
      ⋯
    </button>
    <span v-else class="dots" />
  </li>
  <li v-if="menu" class="menu"><slot /></li>
</template>

<style scoped>
.line {
  display: flex;
  align-items: center;
  border-radius: var(--corner);
}
.over {
  box-shadow: inset 0 0 0 2px var(--secure);
}
.turn {
  width: 24px;
  flex: none;
  height: 30px;
  padding: 0;
  border: 0;
  background: none;
  cursor: pointer;
  color: var(--faded);
}
.entry {
  flex: 1;
  min-width: 0;
  display: flex;
  justify-content: space-between;
  gap: 8px;
  text-align: start;
  border: 0;
  background: none;
  padding: 4px 6px;
  cursor: pointer;
  border-radius: var(--corner);
  font-size: 0.93rem;
  line-height: 1.4;
}
.bank .entry {
  font-weight: 600;
}
.bank .small {
  font-weight: 400;
}
.entry:hover {
  background: var(--wash);
}
.chosen {
  background: var(--wash);
  box-shadow: inset 3px 0 var(--oak);
}
.ticked .name {
  text-decoration: underline dotted;
}
.n {
  color: var(--faded);
}
.dots {
  width: 28px;
  height: 28px;
  flex: none;
  padding: 0;
  border: 0;
  background: none;
  color: var(--faded);
  cursor: pointer;
}
.menu {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 10px;
  padding-block: 4px 6px;
  padding-inline: 26px 8px;
  font-size: 0.88rem;
  background: var(--wash);
}
</style>
