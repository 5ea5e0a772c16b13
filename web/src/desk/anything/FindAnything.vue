<script setup lang="ts">
/** Ctrl K or "/": any page, act, test, assignment, class, student or item by a few letters of its name. */
import type { Thing } from '@oaken/contract/anything';
import { useEventListener } from '@vueuse/core';
import { ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { call } from '../../client/call';
import { inWords } from '../../client/request';
import { useSession } from '../../client/session';
import { say } from '../../words/teacher';
import { inField } from '../../parts/inField';
import { placesNamed } from './places';

interface Choice {
  /** What the list calls the kind of thing. */
  kind: string;
  title: string;
  detail: string;
  to: string;
}

const session = useSession();
const router = useRouter();
const open = defineModel<boolean>({ required: true });
const words = ref('');
const wrong = ref('');
const field = ref<{ focus: () => void } | null>(null);

const kindWords: Record<Thing['kind'], string> = {
  test: say('common.test'),
  assignment: say('common.assignment'),
  class: say('common.class'),
  student: say('common.student'),
  item: say('common.item'),
};
function addressOf({ kind, id, classId }: Thing): string {
  const addresses: Record<Thing['kind'], string> = {
    test: `/tests/${id}`,
    assignment: `/assignments/${id}`,
    class: `/classes/${id}`,
    student: `/classes/${classId}#student-${id}`,
    item: `/items/${id}`,
  };
  return addresses[kind];
}

const placesFor = (text: string): Choice[] =>
  placesNamed(text, session.account?.role).map(({ name, to }) => ({
    kind: say('anything.page'),
    title: name,
    detail: '',
    to,
  }));

/** What was typed, and what the list that is shown was made for. */
let typing = '';
let listed = '';

/** What the school has of that name; the pages of that name are not among them. */
async function thingsFor(typed: string): Promise<Choice[]> {
  if (typed.trim() === '' || session.account?.role !== 'teacher') return [];
  const { things } = await call('findAnything', { query: { words: typed } });
  return things.map((thing) => ({
    kind: kindWords[thing.kind],
    title: thing.title,
    detail: thing.detail,
    to: addressOf(thing),
  }));
}

async function find(typed: string, show: (choices: Choice[]) => void): Promise<void> {
  wrong.value = '';
  const places = placesFor(typed);
  // Pages need no server.
  listed = typed;
  show(places);
  try {
    const things = await thingsFor(typed);
    if (listed === typed) show([...places, ...things]);
  } catch (error) {
    if (listed === typed) wrong.value = inWords(error);
  }
}

function noteTyping({ target }: Event): void {
  typing = (target as HTMLInputElement).value;
}

function goTo(address: string): void {
  open.value = false;
  void router.push(address);
}

/**
 * Whoever types and presses Enter at once means what was typed, not what the list began with: then
 * the first of that name is meant, once it is known.
 */
async function go(choice: Record<string, unknown>): Promise<void> {
  if (listed === typing) return goTo(String(choice.to));
  const typed = typing;
  words.value = typed;
  try {
    const first = placesFor(typed)[0] ?? (await thingsFor(typed))[0];
    if (first && open.value && typing === typed) goTo(first.to);
  } catch (error) {
    wrong.value = inWords(error);
  }
}
// Before the dialog is there: whoever types at once loses no letter.
watch(open, () => {
  words.value = '';
  wrong.value = '';
  typing = '';
});

useEventListener('keydown', (event: KeyboardEvent) => {
  const asked =
    (event.key.toLowerCase() === 'k' && (event.ctrlKey || event.metaKey)) ||
    (event.key === '/' && !event.ctrlKey && !event.metaKey && !inField(event.target));
  if (!asked || event.altKey) return;
  event.preventDefault();
  open.value = true;
});
</script>

<template>
  <ElDialog
    v-model="open"
    :title="say('anything.title')"
    width="min(620px, 94vw)"
    top="10vh"
    @opened="field?.focus()"
  >
    <p class="faded small hint">{{ say('anything.hint') }}</p>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <!-- The field says “input” of what is chosen, too; only what is typed counts here. -->
    <div @input.capture="noteTyping">
      <ElAutocomplete
        ref="field"
        v-model="words"
        class="field"
        :placeholder="say('anything.whatToType')"
        :aria-label="say('anything.title')"
        :fetch-suggestions="find"
        :debounce="60"
        value-key="title"
        maxlength="100"
        highlight-first-item
        fit-input-width
        :teleported="false"
        popper-class="find-list"
        @select="go"
      >
        <template #default="{ item }">
          <span class="choice">
            <span class="title">{{ item.title }}</span>
            {{ ' ' }}<span class="faded detail">{{ item.detail }}</span> {{ ' ' }}
            <span class="faded kind">{{ item.kind }}</span>
          </span>
        </template>
      </ElAutocomplete>
    </div>
    <div class="room" />
  </ElDialog>
</template>

<style scoped>
.field {
  width: 100%;
}
.choice {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, auto) 92px;
  gap: 12px;
}
.title,
.detail {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.kind {
  text-align: end;
}
.hint {
  margin: -8px 0 8px;
}
/* The list hangs from the field, over this. */
.room {
  height: 48vh;
}
</style>

<style>
.find-list .el-autocomplete-suggestion__wrap {
  max-height: 46vh;
}
.find-list .el-popper__arrow {
  display: none;
}
</style>
