<script setup lang="ts">
/** A field for a wording, with everything that a wording can hold; what is pasted arrives clean. */
import { EditorContent, useEditor } from '@tiptap/vue-3';
import { nextTick, ref, watch } from 'vue';
import { drawDiagrams } from '../parts/diagrams';
import { drawFormulas } from '../parts/formulas';
import { extensionsFor, type Places } from './extensions';
import { cleanPaste } from './paste';
import { togglePlace } from './places';
import { useReadOnly } from './readonly';
import RichTools from './RichTools.vue';
import { usePastedPictures } from './usePastedPictures';
import './rich-field.css';
import { say } from '../words/teacher';

const html = defineModel<string>({ required: true });
const props = defineProps<{
  label: string;
  /** One line in a list, such as a choice: the tools show only while it is written in. */
  small?: boolean;
  invalid?: boolean;
  places?: Places;
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
  extensions: extensionsFor(props.places),
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

/** Formulas and diagrams are drawn over the editor's own text for them, which stays what is saved. */
function draw(): void {
  void nextTick(() => {
    const undrawn = box.value?.querySelectorAll('[data-formula]:not(:has(.katex))') ?? [];
    for (const { parentElement } of undrawn) if (parentElement) drawFormulas(parentElement);
    if (box.value) drawDiagrams(box.value);
  });
}

/** Makes a place of what is selected, or none of one that is there. */
function markPlace(): void {
  const id = editor.value && props.places ? togglePlace(editor.value, props.places) : null;
  if (id !== null) emit('place', id);
}
defineExpose({ markPlace });
</script>

<template>
  <div ref="box" class="richfield" :class="{ slim: small, invalid }">
    <RichTools
      v-if="editor && !readOnly"
      :editor="editor"
      :label="label"
      :small="small ?? false"
      :places="places"
      @place="markPlace"
    />
    <EditorContent :editor="editor" />
    <p v-if="pictures.sending.value > 0" class="pasted" role="status">
      {{ say('editor.sendingPictures', { n: pictures.sending.value }) }}
    </p>
    <p v-for="note in pictures.notes.value" :key="note" class="pasted" role="status">{{ note }}</p>
  </div>
</template>
