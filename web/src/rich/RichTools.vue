<script setup lang="ts">
/** What can be done to a wording: marks, sizes, formulas, signs, media, tables and the places of its question. */
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
import type { Editor } from '@tiptap/vue-3';
import { computed, defineAsyncComponent, nextTick, ref } from 'vue';
import type { KeptDiagram } from './DiagramDialog.vue';
import type { Places } from './extensions';
import MediaDialog, { type Medium } from './MediaDialog.vue';
import { colors, sizes } from './nodes';
import { signs } from './signs';
import SelectField from '../parts/SelectField.vue';
import { say } from '../words/teacher';

const DiagramDialog = defineAsyncComponent(() => import('./DiagramDialog.vue'));
const FormulaDialog = defineAsyncComponent(() => import('./FormulaDialog.vue'));

const props = defineProps<{ editor: Editor; label: string; small: boolean; places?: Places }>();
const emit = defineEmits<{ place: [] }>();

const chain = () => props.editor.chain().focus();
const marks = [
  {
    name: 'bold',
    icon: BoldIcon,
    title: say('editor.bold'),
    run: () => chain().toggleBold().run(),
  },
  {
    name: 'italic',
    icon: ItalicIcon,
    title: say('editor.italic'),
    run: () => chain().toggleItalic().run(),
  },
  {
    name: 'underline',
    icon: UnderlineIcon,
    title: say('editor.underline'),
    run: () => chain().toggleUnderline().run(),
  },
  {
    name: 'subscript',
    icon: SubscriptIcon,
    title: say('editor.subscript'),
    run: () => chain().toggleSubscript().run(),
  },
  {
    name: 'superscript',
    icon: SuperscriptIcon,
    title: say('editor.superscript'),
    run: () => chain().toggleSuperscript().run(),
  },
  {
    name: 'bulletList',
    icon: ListIcon,
    title: say('editor.list'),
    run: () => chain().toggleBulletList().run(),
  },
  {
    name: 'orderedList',
    icon: ListOrderedIcon,
    title: say('editor.numberedList'),
    run: () => chain().toggleOrderedList().run(),
  },
  {
    name: 'blockquote',
    icon: QuoteIcon,
    title: say('editor.quotation'),
    run: () => chain().toggleBlockquote().run(),
  },
];
const size = computed({
  get: () => String(props.editor.getAttributes('size').step ?? ''),
  set: (step) => (step ? chain().setMark('size', { step }).run() : chain().unsetMark('size').run()),
});
const color = computed({
  get: () => String(props.editor.getAttributes('color').color ?? ''),
  set: (name) =>
    name ? chain().setMark('color', { color: name }).run() : chain().unsetMark('color').run(),
});

const formulaOpen = ref(false);
const formulaStart = ref('');
/** Whether the dialog was asked for at all: it brings the formula editor with it. */
const formulaWanted = ref(false);
function openFormula(): void {
  formulaWanted.value = true;
  formulaStart.value = String(props.editor.getAttributes('formula').latex ?? '');
  void nextTick(() => (formulaOpen.value = true));
}
const putFormula = (latex: string) =>
  chain().insertContent({ type: 'formula', attrs: { latex } }).run();

const diagramOpen = ref(false);
const diagramWanted = ref(false);
const diagramStart = ref<KeptDiagram>({ diagram: '', words: '' });
function openDiagram(): void {
  diagramWanted.value = true;
  const { diagram = '', words = '' } = props.editor.getAttributes('diagram');
  diagramStart.value = { diagram: String(diagram), words: String(words) };
  void nextTick(() => (diagramOpen.value = true));
}
const putDiagram = (attrs: KeptDiagram) => chain().insertContent({ type: 'diagram', attrs }).run();

const mediaOpen = ref(false);
const mediaKind = ref<Medium['kind']>('picture');
const mediaStart = ref<Medium | null>(null);
function openMedia(kind: Medium['kind']): void {
  mediaKind.value = kind;
  const attributes = props.editor.getAttributes(kind);
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

const inTable = computed(() => props.editor.isActive('table'));
const tableActs: [title: string, run: () => unknown][] = [
  [say('editor.rowBelow'), () => chain().addRowAfter().run()],
  [say('editor.columnAfter'), () => chain().addColumnAfter().run()],
  [say('editor.deleteRow'), () => chain().deleteRow().run()],
  [say('editor.deleteColumn'), () => chain().deleteColumn().run()],
  [say('editor.headerRow'), () => chain().toggleHeaderRow().run()],
  [say('editor.deleteTable'), () => chain().deleteTable().run()],
];
const signsOpen = ref(false);
const placeWords = computed(() => {
  if (props.places === 'gaps') return say('editor.newGap');
  return props.editor.isActive('words') ? say('editor.notPlace') : say('editor.selectedWordsPlace');
});
</script>

<template>
  <div class="marks" role="toolbar" :aria-label="say('editor.toolsLabel', { label })">
    <button
      v-for="mark in marks"
      :key="mark.name"
      type="button"
      :title="mark.title"
      :aria-label="mark.title"
      :aria-pressed="editor.isActive(mark.name)"
      @mousedown.prevent
      @click="mark.run()"
    >
      <component :is="mark.icon" :size="17" aria-hidden="true" />
    </button>
    <SelectField v-model="size" :aria-label="say('common.textSize')" :title="say('common.textSize')"
      ><ElOption value="" :label="say('editor.size')" /><ElOption
        v-for="(name, step) in sizes"
        :key="step"
        :value="step"
        :label="name"
    /></SelectField>
    <SelectField
      v-model="color"
      :data-color="color || undefined"
      :aria-label="say('editor.textColor')"
      :title="say('editor.textColor')"
      ><ElOption value="" :label="say('editor.color')" /><ElOption
        v-for="(name, key) in colors"
        :key="key"
        :value="key"
        :label="name"
    /></SelectField>
    <button
      type="button"
      :title="say('editor.formula')"
      :aria-label="say('editor.formula')"
      @mousedown.prevent
      @click="openFormula"
    >
      <SquareRadicalIcon :size="17" aria-hidden="true" />
    </button>
    <button
      type="button"
      :title="say('editor.specialCharacters')"
      :aria-label="say('editor.specialCharacters')"
      :aria-expanded="signsOpen"
      @mousedown.prevent
      @click="signsOpen = !signsOpen"
    >
      <OmegaIcon :size="17" aria-hidden="true" />
    </button>
    <button type="button" class="wide" @mousedown.prevent @click="openMedia('picture')">
      {{ say('editor.picture') }}
    </button>
    <button type="button" class="wide" @mousedown.prevent @click="openDiagram">
      {{ say('editor.diagram') }}
    </button>
    <template v-if="!small">
      <button type="button" class="wide" @mousedown.prevent @click="openMedia('sound')">
        {{ say('editor.sound') }}
      </button>
      <button type="button" class="wide" @mousedown.prevent @click="openMedia('film')">
        {{ say('editor.film') }}
      </button>
      <button
        v-if="!inTable"
        type="button"
        class="wide"
        @mousedown.prevent
        @click="chain().insertTable({ rows: 3, cols: 3, withHeaderRow: true }).run()"
      >
        {{ say('editor.table') }}
      </button>
    </template>
    <button
      v-if="places"
      type="button"
      class="wide place"
      @mousedown.prevent
      @click="emit('place')"
    >
      {{ placeWords }}
    </button>
  </div>
  <div v-if="inTable" class="marks" role="toolbar" :aria-label="say('editor.table')">
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
  <div v-if="signsOpen" class="signs">
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
  <component
    :is="FormulaDialog"
    v-if="formulaWanted"
    v-model="formulaOpen"
    :start="formulaStart"
    @done="putFormula"
  />
  <component
    :is="DiagramDialog"
    v-if="diagramWanted"
    v-model="diagramOpen"
    :start="diagramStart"
    @done="putDiagram"
  />
  <MediaDialog v-model="mediaOpen" :kind="mediaKind" :start="mediaStart" @done="putMedia" />
</template>
