<script setup lang="ts">
/** A field for a wording, with everything that a wording can hold; what is pasted arrives clean. */
import { present } from '@oaken/core/certain';
import {
  BoldIcon,
  ItalicIcon,
  ListIcon,
  ListOrderedIcon,
  OmegaIcon,
  QuoteIcon,
  SquareRadicalIcon,
  SubscriptIcon,
  SuperscriptIcon,
  UnderlineIcon,
} from '@lucide/vue';
import { count } from '@oaken/core/text';
import Subscript from '@tiptap/extension-subscript';
import Superscript from '@tiptap/extension-superscript';
import StarterKit from '@tiptap/starter-kit';
import { EditorContent, useEditor } from '@tiptap/vue-3';
import { computed, defineAsyncComponent, nextTick, ref, watch } from 'vue';
import { drawFormulas } from '../parts/formulas';
import MediaDialog, { type Medium } from './MediaDialog.vue';
import { Film, Formula, Gap, Picture, Size, sizes, Sound, tables, Words } from './nodes';
import { cleanPaste } from './paste';
import { useReadOnly } from './readonly';
import { signs } from './signs';
import { usePastedPictures } from './usePastedPictures';

const FormulaDialog = defineAsyncComponent(() => import('./FormulaDialog.vue'));

const html = defineModel<string>({ required: true });
const props = defineProps<{
  label: string;
  /** One line in a list, such as a choice: the tools show only while it is written in. */
  small?: boolean;
  invalid?: boolean;
  /** Places in the text that its kind of question needs. */
  places?: 'gaps' | 'words';
}>();
const emit = defineEmits<{ place: [id: string]; pasted: [] }>();

const bare = (written: string) =>
  props.small ? written.replace(/^<p>((?:(?!<p>).)*)<\/p>$/s, '$1') : written;
const box = ref<HTMLElement>();
const readOnly = useReadOnly();

const editor = useEditor({
  content: html.value,
  injectCSS: false,
  editable: !readOnly.value,
  extensions: [
    StarterKit.configure({
      heading: false,
      codeBlock: false,
      horizontalRule: false,
      link: false,
      strike: {},
    }),
    Subscript,
    Superscript,
    Formula,
    Picture,
    Sound,
    Film,
    Size,
    ...tables,
    ...(props.places === 'gaps' ? [Gap] : []),
    ...(props.places === 'words' ? [Words] : []),
  ],
  editorProps: {
    attributes: { role: 'textbox', 'aria-label': props.label, 'aria-multiline': 'true' },
    transformPastedHTML: cleanPaste,
    handlePaste: (_, event) => {
      void nextTick(() => emit('pasted'));
      return pictures.take(event.clipboardData);
    },
    handleDrop: (_, event, __, moved) => !moved && pictures.take(event.dataTransfer),
  },
  onUpdate: ({ editor: changedEditor }) => {
    // A single paragraph of a choice is stored without its wrapper, as it is shown in one line.
    html.value = bare(changedEditor.getHTML());
    draw();
  },
  onCreate: () => draw(),
});
const pictures = usePastedPictures(editor);
watch(readOnly, (now) => editor.value?.setEditable(!now));
watch(html, (next) => {
  const current = editor.value;
  if (current && next !== bare(current.getHTML()) && next !== current.getHTML()) {
    current.commands.setContent(next, { emitUpdate: false });
    draw();
  }
});

/** Formulas are drawn over the editor's own text for them, which stays what is saved. */
function draw(): void {
  void nextTick(() => {
    for (const element of box.value?.querySelectorAll<HTMLElement>(
      '[data-formula]:not(:has(.katex))',
    ) ?? [])
      drawFormulas(present(element.parentElement, 'parent element'));
  });
}

const chain = () => present(editor.value, 'editor').chain().focus();
const marks = [
  { name: 'bold', icon: BoldIcon, title: 'Bold', run: () => chain().toggleBold().run() },
  { name: 'italic', icon: ItalicIcon, title: 'Italic', run: () => chain().toggleItalic().run() },
  {
    name: 'underline',
    icon: UnderlineIcon,
    title: 'Underline',
    run: () => chain().toggleUnderline().run(),
  },
  {
    name: 'subscript',
    icon: SubscriptIcon,
    title: 'Subscript',
    run: () => chain().toggleSubscript().run(),
  },
  {
    name: 'superscript',
    icon: SuperscriptIcon,
    title: 'Superscript',
    run: () => chain().toggleSuperscript().run(),
  },
  {
    name: 'bulletList',
    icon: ListIcon,
    title: 'List',
    run: () => chain().toggleBulletList().run(),
  },
  {
    name: 'orderedList',
    icon: ListOrderedIcon,
    title: 'Numbered list',
    run: () => chain().toggleOrderedList().run(),
  },
  {
    name: 'blockquote',
    icon: QuoteIcon,
    title: 'Quotation',
    run: () => chain().toggleBlockquote().run(),
  },
];
const size = computed({
  get: () => String(editor.value?.getAttributes('size').step ?? ''),
  set: (step) => (step ? chain().setMark('size', { step }).run() : chain().unsetMark('size').run()),
});

const formulaOpen = ref(false);
const formulaStart = ref('');
/** Whether the dialog was asked for at all: it brings the formula editor with it. */
const formulaWanted = ref(false);
function openFormula(): void {
  formulaWanted.value = true;
  formulaStart.value = String(editor.value?.getAttributes('formula').latex ?? '');
  void nextTick(() => (formulaOpen.value = true));
}
const putFormula = (latex: string) =>
  chain().insertContent({ type: 'formula', attrs: { latex } }).run();

const mediaOpen = ref(false);
const mediaKind = ref<Medium['kind']>('picture');
const mediaStart = ref<Medium | null>(null);
function openMedia(kind: Medium['kind']): void {
  mediaKind.value = kind;
  const attributes = present(editor.value, 'editor').getAttributes(kind);
  mediaStart.value = attributes.src
    ? {
        kind,
        src: attributes.src,
        words: attributes.alt ?? attributes.title ?? '',
        plays: attributes['data-plays'],
        width: attributes.width,
        height: attributes.height,
      }
    : null;
  mediaOpen.value = true;
}
function putMedia({ kind, src, words, width, height, plays }: Medium): void {
  const attrs =
    kind === 'picture'
      ? { src, alt: words, width: width ?? null, height: height ?? null }
      : { src, title: words, 'data-plays': plays ?? null };
  chain().insertContent({ type: kind, attrs }).run();
}

const table = computed(() => editor.value?.isActive('table') ?? false);
const tableActs: [title: string, run: () => unknown][] = [
  ['Row below', () => chain().addRowAfter().run()],
  ['Column after', () => chain().addColumnAfter().run()],
  ['Take row away', () => chain().deleteRow().run()],
  ['Take column away', () => chain().deleteColumn().run()],
  ['Head row', () => chain().toggleHeaderRow().run()],
  ['Take table away', () => chain().deleteTable().run()],
];

/** A new place in the text, under the first name that is free. */
function markPlace(): void {
  const current = present(editor.value, 'editor');
  const [sign, attribute] = props.places === 'gaps' ? ['g', 'data-gap'] : ['w', 'data-words'];
  const taken = new Set(
    Array.from(
      current.getHTML().matchAll(new RegExp(`${attribute}="([^"]*)"`, 'g')),
      ([, id]) => id,
    ),
  );
  let number = 1;
  while (taken.has(`${sign}${number}`)) number++;
  const id = `${sign}${number}`;
  if (props.places === 'gaps')
    chain()
      .insertContent({ type: 'gap', attrs: { gap: id } })
      .run();
  else if (current.isActive('words')) chain().extendMarkRange('words').unsetMark('words').run();
  else if (current.state.selection.empty) return;
  else chain().setMark('words', { words: id }).run();
  emit('place', id);
}
defineExpose({ markPlace });
const more = ref<'signs' | ''>('');
</script>

<template>
  <div ref="box" class="richfield" :class="{ slim: small, invalid }">
    <div v-if="!readOnly" class="marks" role="toolbar" :aria-label="`Tools for ${label}`">
      <button
        v-for="mark in marks"
        :key="mark.name"
        type="button"
        :title="mark.title"
        :aria-label="mark.title"
        :aria-pressed="editor?.isActive(mark.name) ?? false"
        @mousedown.prevent
        @click="mark.run()"
      >
        <component :is="mark.icon" :size="17" aria-hidden="true" />
      </button>
      <select v-model="size" aria-label="Text size" title="Text size">
        <option value="">Size</option>
        <option v-for="(name, step) in sizes" :key="step" :value="step">{{ name }}</option>
      </select>
      <button
        type="button"
        title="Formula"
        aria-label="Formula"
        @mousedown.prevent
        @click="openFormula"
      >
        <SquareRadicalIcon :size="17" aria-hidden="true" />
      </button>
      <button
        type="button"
        title="Signs"
        aria-label="Signs"
        :aria-expanded="more === 'signs'"
        @mousedown.prevent
        @click="more = more ? '' : 'signs'"
      >
        <OmegaIcon :size="17" aria-hidden="true" />
      </button>
      <button type="button" class="wide" @mousedown.prevent @click="openMedia('picture')">
        Picture
      </button>
      <template v-if="!small">
        <button type="button" class="wide" @mousedown.prevent @click="openMedia('sound')">
          Sound
        </button>
        <button type="button" class="wide" @mousedown.prevent @click="openMedia('film')">
          Film
        </button>
        <button
          v-if="!table"
          type="button"
          class="wide"
          @mousedown.prevent
          @click="chain().insertTable({ rows: 3, cols: 3, withHeaderRow: true }).run()"
        >
          Table
        </button>
      </template>
      <button v-if="places" type="button" class="wide place" @mousedown.prevent @click="markPlace">
        {{
          places === 'gaps'
            ? 'New gap'
            : editor?.isActive('words')
              ? 'Not a place'
              : 'Selected words are a place'
        }}
      </button>
    </div>
    <div v-if="table" class="marks" role="toolbar" aria-label="Table">
      <button
        v-for="[title, run] in tableActs"
        :key="title"
        type="button"
        class="wide"
        @mousedown.prevent
        @click="run"
      >
        {{ title }}
      </button>
    </div>
    <div v-if="more === 'signs'" class="signs">
      <div v-for="[group, list] in signs" :key="group" role="group" :aria-label="group">
        <button
          v-for="sign in list.split(' ')"
          :key="sign"
          type="button"
          @mousedown.prevent
          @click="chain().insertContent(sign).run()"
        >
          {{ sign }}
        </button>
      </div>
    </div>
    <EditorContent :editor="editor" />
    <p v-if="pictures.sending.value > 0" class="pasted" role="status">
      Sending {{ count(pictures.sending.value, 'picture') }} …
    </p>
    <p v-for="note in pictures.notes.value" :key="note" class="pasted" role="status">{{ note }}</p>
    <component
      :is="FormulaDialog"
      v-if="formulaWanted"
      v-model="formulaOpen"
      :start="formulaStart"
      @done="putFormula"
    />
    <MediaDialog v-model="mediaOpen" :kind="mediaKind" :start="mediaStart" @done="putMedia" />
  </div>
</template>

<style>
.richfield {
  border: 1px solid var(--rule-strong);
  border-radius: var(--corner);
  background: var(--sheet);
}
.richfield.invalid {
  border-color: var(--low);
}
.richfield .marks {
  display: flex;
  flex-wrap: wrap;
  border-bottom: var(--line);
  background: var(--paper);
}
.richfield.slim .marks {
  display: none;
}
.richfield.slim:focus-within .marks {
  display: flex;
}
.richfield .marks button,
.richfield .marks select,
.richfield .signs button {
  border: 0;
  background: none;
  min-width: 32px;
  height: 30px;
  cursor: pointer;
  font-family: var(--serif);
  color: inherit;
}
.richfield .marks button svg {
  display: block;
  margin: auto;
}
.richfield .marks .wide,
.richfield .marks select {
  font-family: var(--text);
  font-size: 0.84rem;
  padding: 0 7px;
}
.richfield .marks button:hover,
.richfield .signs button:hover {
  background: var(--wash);
}
.richfield .marks button[aria-pressed='true'] {
  background: var(--oak);
  color: var(--on-oak);
}
.richfield .place {
  color: var(--oak);
  font-weight: 650;
}
.richfield .signs {
  display: grid;
  gap: 2px;
  padding: 4px 6px;
  border-bottom: var(--line);
}
.richfield .tiptap {
  padding: 7px 11px;
  min-height: 64px;
  outline: none;
  white-space: pre-wrap;
}
.richfield.slim .tiptap {
  min-height: 36px;
}
.richfield:focus-within {
  outline: 2px solid var(--secure);
  outline-offset: 1px;
}
.richfield .tiptap p {
  margin: 0 0 0.4em;
}
.richfield .tiptap > :last-child {
  margin-bottom: 0;
}
.richfield .tiptap table {
  width: 100%;
}
.richfield .tiptap td,
.richfield .tiptap th {
  border: 1px solid var(--rule-strong);
  padding: 3px 8px;
  min-width: 40px;
}
.richfield .tiptap .selectedCell {
  background: var(--wash);
}
.richfield [data-formula] {
  background: var(--wash);
  border-radius: 3px;
  padding: 0 4px;
  font-family: var(--serif);
}
.richfield [data-gap] {
  display: inline-block;
  min-width: 60px;
  padding: 0 6px;
  text-align: center;
  border: 1px dashed var(--oak);
  border-radius: var(--corner);
  background: var(--wash);
}
.richfield [data-gap]::before {
  content: attr(data-gap);
  color: var(--faded);
  font-size: 0.8em;
}
.richfield [data-words] {
  border-bottom: 2px dotted var(--oak);
  background: var(--wash);
}
.richfield .ProseMirror-selectednode {
  outline: 2px solid var(--secure);
}
.richfield .pasted {
  margin: 0;
  padding: 5px 10px;
  border-top: var(--line);
  background: var(--wash);
  font-size: 0.9rem;
}
</style>
