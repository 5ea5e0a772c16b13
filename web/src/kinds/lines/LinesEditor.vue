<script setup lang="ts" generic="T extends { id: string; text: string }">
/** A list of wordings: added, removed, and moved by their buttons or Alt with an arrow key. */
import { present } from '@oaken/core/certain';
import { freshId } from '@oaken/core/items';
import { nextTick, ref } from 'vue';
import { useGrowing } from '../../parts/useGrowing';
import RichField from '../../rich/RichField.vue';
import { say } from '../../words/teacher';

const list = defineModel<T[]>({ required: true });
const props = defineProps<{
  /** What one of them is called, in small letters. */
  what: string;
  least: number;
  maximum: number;
  /** Problems of this list alone: pointers begin with the place in it. */
  problems: { pointer: string; message: string }[];
  /** Called A, B, C rather than 1, 2, 3. */
  letters?: boolean;
  /** Rows with a right answer in them. */
  right?: readonly string[];
}>();
defineSlots<{
  mark?(slot: { line: T; at: number }): unknown;
  more?(slot: { line: T; at: number }): unknown;
}>();
const rows = ref<HTMLElement>();
/** Each editor takes its time on a slow device. */
const drawn = useGrowing(() => list.value.length, 2);

const sign = (index: number) => (props.letters ? 'ABCDEFGHIJKLMNOPQRSTUVWXYZ'[index] : index + 1);
const title = (index: number) =>
  `${props.what.charAt(0).toUpperCase()}${props.what.slice(1)} ${sign(index)}`;
const problemsOf = (index: number) =>
  props.problems.filter(
    ({ pointer }) => pointer === `/${index}` || pointer.startsWith(`/${index}/`),
  );
const change = (index: number, text: string) =>
  (list.value = list.value.map((row, n) => (n === index ? { ...row, text } : row)));

async function add(): Promise<void> {
  list.value = [...list.value, { id: freshId(list.value.map(({ id }) => id)), text: '' } as T];
  await nextTick();
  const fresh = rows.value?.querySelectorAll<HTMLElement>(':scope > .line')[list.value.length - 1];
  fresh?.querySelector<HTMLElement>('.tiptap')?.focus();
}
const remove = (index: number) => (list.value = list.value.filter((_, n) => n !== index));
function move(index: number, to: number): void {
  if (to < 0 || to >= list.value.length) return;
  const next = [...list.value];
  const [moved] = next.splice(index, 1);
  next.splice(to, 0, present(moved, 'moved'));
  list.value = next;
}
function key(event: KeyboardEvent, index: number): void {
  const step = { ArrowUp: -1, ArrowDown: 1 }[event.key];
  if (!event.altKey || step === undefined) return;
  event.preventDefault();
  move(index, index + step);
}
</script>

<template>
  <div ref="rows">
    <div
      v-for="(line, position) in list.slice(0, drawn)"
      :key="line.id"
      class="line"
      :class="{ right: right?.includes(line.id), marked: $slots.mark }"
      @keydown="key($event, position)"
    >
      <slot name="mark" :line="line" :at="position" />
      <div>
        <RichField
          :model-value="line.text"
          small
          :label="title(position)"
          :invalid="problemsOf(position).length > 0"
          @update:model-value="change(position, $event)"
        />
        <p v-for="problem in problemsOf(position)" :key="problem.message" class="wrong">
          {{ problem.message }}
        </p>
        <slot name="more" :line="line" :at="position" />
      </div>
      <div class="acts">
        <button
          type="button"
          :disabled="position === 0"
          :aria-label="say('kinds.titleUp', { title: title(position) })"
          :title="say('kinds.upAlt')"
          @click="move(position, position - 1)"
        >
          ↑
        </button>
        <button
          type="button"
          :disabled="position === list.length - 1"
          :aria-label="say('kinds.titleDown', { title: title(position) })"
          :title="say('kinds.downAlt')"
          @click="move(position, position + 1)"
        >
          ↓
        </button>
        <button
          type="button"
          :disabled="list.length <= least"
          :aria-label="say('kinds.removeTitle', { title: title(position).toLowerCase() })"
          :title="say('kinds.remove2')"
          @click="remove(position)"
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
    <ElButton link v-if="list.length < maximum" class="word" @click="add">
      {{
        say('kinds.addWhat', {
          value: /^[aeiou]/.test(what) ? say('kinds.an') : say('kinds.a'),
          what,
        })
      }}
    </ElButton>
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
  padding-inline-start: 8px;
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
