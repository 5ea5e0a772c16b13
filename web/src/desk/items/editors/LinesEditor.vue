<script setup lang="ts" generic="T extends { id: string; text: string }">
/** A list of wordings: added, removed, and moved by their buttons or Alt with an arrow key. */
import { freshId } from '@oaken/core/items';
import { nextTick, ref } from 'vue';
import RichField from '../rich/RichField.vue';

const list = defineModel<T[]>({ required: true });
const props = defineProps<{
  /** What one of them is called, in small letters. */
  what: string;
  least: number;
  most: number;
  /** Problems of this list alone: pointers begin with the place in it. */
  problems: { pointer: string; message: string }[];
  /** Called A, B, C rather than 1, 2, 3. */
  letters?: boolean;
  /** Rows with a right answer in them. */
  right?: readonly string[];
}>();
const emit = defineEmits<{ removed: [id: string] }>();
defineSlots<{
  mark?(own: { line: T; at: number }): unknown;
  more?(own: { line: T; at: number }): unknown;
}>();
const rows = ref<HTMLElement>();

const sign = (at: number) => (props.letters ? 'ABCDEFGHIJKLMNOPQRSTUVWXYZ'[at] : at + 1);
const title = (at: number) => `${props.what[0]!.toUpperCase()}${props.what.slice(1)} ${sign(at)}`;
const problemsOf = (at: number) =>
  props.problems.filter(({ pointer }) => pointer === `/${at}` || pointer.startsWith(`/${at}/`));
const change = (at: number, text: string) =>
  (list.value = list.value.map((own, n) => (n === at ? { ...own, text } : own)));

async function add(): Promise<void> {
  list.value = [...list.value, { id: freshId(list.value.map(({ id }) => id)), text: '' } as T];
  await nextTick();
  const fresh = rows.value?.querySelectorAll<HTMLElement>(':scope > .line')[list.value.length - 1];
  fresh?.querySelector<HTMLElement>('.tiptap')?.focus();
}
function remove(at: number): void {
  const { id } = list.value[at]!;
  list.value = list.value.filter((_, n) => n !== at);
  emit('removed', id);
}
function move(at: number, to: number): void {
  if (to < 0 || to >= list.value.length) return;
  const next = [...list.value];
  const [own] = next.splice(at, 1);
  next.splice(to, 0, own!);
  list.value = next;
}
function key(event: KeyboardEvent, at: number): void {
  const step = { ArrowUp: -1, ArrowDown: 1 }[event.key];
  if (!event.altKey || step === undefined) return;
  event.preventDefault();
  move(at, at + step);
}
</script>

<template>
  <div ref="rows">
    <div
      v-for="(line, at) in list"
      :key="line.id"
      class="line"
      :class="{ right: right?.includes(line.id), marked: $slots.mark }"
      @keydown="key($event, at)"
    >
      <slot name="mark" :line="line" :at="at" />
      <div>
        <RichField
          :model-value="line.text"
          small
          :label="title(at)"
          :invalid="problemsOf(at).length > 0"
          @update:model-value="change(at, $event)"
        />
        <p v-for="problem in problemsOf(at)" :key="problem.message" class="wrong">
          {{ problem.message }}
        </p>
        <slot name="more" :line="line" :at="at" />
      </div>
      <div class="acts">
        <button
          type="button"
          :disabled="at === 0"
          :aria-label="`${title(at)} up`"
          title="Up (Alt ↑)"
          @click="move(at, at - 1)"
        >
          ↑
        </button>
        <button
          type="button"
          :disabled="at === list.length - 1"
          :aria-label="`${title(at)} down`"
          title="Down (Alt ↓)"
          @click="move(at, at + 1)"
        >
          ↓
        </button>
        <button
          type="button"
          :disabled="list.length <= least"
          :aria-label="`Remove ${title(at).toLowerCase()}`"
          title="Remove"
          @click="remove(at)"
        >
          ✕
        </button>
      </div>
    </div>
    <p
      v-for="problem in problems.filter(({ pointer }) => pointer === '')"
      :key="problem.message"
      class="wrong"
    >
      {{ problem.message }}
    </p>
    <button v-if="list.length < most" type="button" class="word" @click="add">
      Add {{ /^[aeiou]/.test(what) ? 'an' : 'a' }} {{ what }}
    </button>
  </div>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 8px;
  align-items: start;
  padding: 7px 0;
  border-bottom: var(--line);
}
.marked {
  grid-template-columns: 48px minmax(0, 1fr) auto;
  padding-left: 8px;
}
.right {
  box-shadow: inset 4px 0 var(--secure);
}
.acts {
  display: flex;
}
.acts button {
  width: 30px;
  height: 36px;
  border: 0;
  background: none;
  color: var(--faded);
  cursor: pointer;
  border-radius: var(--corner);
}
.acts button:hover {
  background: var(--wash);
}
.acts button[disabled] {
  opacity: 0.3;
  cursor: default;
}
</style>
