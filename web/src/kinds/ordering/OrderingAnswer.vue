<script setup lang="ts">
/** Things to be put in order: dragged, or moved by their buttons or Alt with an arrow key. */
import { present } from '@oaken/core/certain';
import { plainText } from '@oaken/core/plain';
import type { SittingOrdering } from '@oaken/core/items';
import { computed, nextTick, ref } from 'vue';
import RichText from '../../parts/RichText.vue';
import { say } from '../../words';

const props = defineProps<{
  part: SittingOrdering;
  response: unknown;
  name: string;
  disabled?: boolean;
}>();
const emit = defineEmits<{ answer: [response: string[]] }>();
const list = ref<HTMLElement>();
const dragged = ref<string | null>(null);
const announcement = ref('');

/** What was answered, and after it whatever the answer does not name. */
const order = computed(() => {
  const given = Array.isArray(props.response) ? (props.response as string[]) : [];
  const known = new Map(props.part.choices.map((choice) => [choice.id, choice]));
  const first = given.flatMap((id) => known.get(id) ?? []);
  return [...first, ...props.part.choices.filter(({ id }) => !given.includes(id))];
});

async function move(from: number, to: number, focus = false): Promise<void> {
  if (props.disabled || to < 0 || to >= order.value.length || from === to) return;
  const ids = order.value.map(({ id }) => id);
  const [moved] = ids.splice(from, 1);
  ids.splice(to, 0, present(moved, 'moved'));
  emit('answer', ids);
  await nextTick();
  const shownChoice = order.value[to];
  if (shownChoice)
    announcement.value = say('answer.moved', {
      name: plainText(shownChoice.text),
      position: to + 1,
      n: ids.length,
    });
  if (focus) list.value?.querySelectorAll<HTMLElement>('li')[to]?.focus();
}
function key(event: KeyboardEvent, index: number): void {
  if (!event.altKey) return;
  const step = { ArrowUp: -1, ArrowDown: 1 }[event.key];
  if (step === undefined) return;
  event.preventDefault();
  void move(index, index + step, true);
}
function over(index: number): void {
  const from = order.value.findIndex(({ id }) => id === dragged.value);
  if (from >= 0) void move(from, index);
}
</script>

<template>
  <p class="hint">{{ say('answer.orderHint') }}</p>
  <p v-if="part.ends?.first" class="end">{{ part.ends.first }}</p>
  <ol ref="list" class="order">
    <li
      v-for="(choice, position) in order"
      :key="choice.id"
      tabindex="0"
      :draggable="!disabled"
      :class="{ dragged: dragged === choice.id }"
      @keydown="key($event, position)"
      @dragstart="dragged = choice.id"
      @dragend="dragged = null"
      @dragover.prevent="over(position)"
    >
      <span class="number">{{ position + 1 }}</span>
      <RichText :html="choice.text" inline class="text" />
      <button
        type="button"
        :disabled="disabled || position === 0"
        :aria-label="say('answer.moveUp', { name: plainText(choice.text) })"
        @click="move(position, position - 1)"
      >
        ↑
      </button>
      <button
        type="button"
        :disabled="disabled || position === order.length - 1"
        :aria-label="say('answer.moveDown', { name: plainText(choice.text) })"
        @click="move(position, position + 1)"
      >
        ↓
      </button>
    </li>
  </ol>
  <p v-if="part.ends?.last" class="end">{{ part.ends.last }}</p>
  <button
    v-if="!Array.isArray(response) || response.length === 0"
    type="button"
    class="keep"
    :disabled="disabled"
    @click="
      emit(
        'answer',
        order.map(({ id }) => id),
      )
    "
  >
    {{ say('answer.orderRight') }}
  </button>
  <p class="unseen" aria-live="polite">{{ announcement }}</p>
</template>

<style scoped>
.hint,
.end {
  margin: 0 0 6px;
  color: var(--faded);
  font-size: 0.9em;
}
.order {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  align-items: center;
  gap: 10px;
  min-height: 48px;
  padding-block: 4px;
  padding-inline: 14px 6px;
  margin-bottom: 6px;
  border: 1px solid var(--rule-strong);
  border-radius: var(--corner);
  background: var(--sheet);
  cursor: grab;
}
.dragged {
  opacity: 0.5;
}
.number {
  color: var(--faded);
  font-family: var(--serif);
  width: 1.4em;
}
.text {
  flex: 1;
  min-width: 0;
}
button {
  min-width: 44px;
  min-height: 40px;
  border: 1px solid var(--rule-strong);
  border-radius: var(--corner);
  background: var(--sheet);
  color: inherit;
  font: inherit;
  cursor: pointer;
}
button[disabled] {
  opacity: 0.35;
  cursor: default;
}
.keep {
  padding: 0 14px;
}
</style>
