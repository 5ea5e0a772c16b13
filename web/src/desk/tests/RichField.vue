<script setup lang="ts">
/** A field for a wording: marks, lists, sub- and superscript; what is pasted arrives clean. */
import { Node } from '@tiptap/core';
import Subscript from '@tiptap/extension-subscript';
import Superscript from '@tiptap/extension-superscript';
import StarterKit from '@tiptap/starter-kit';
import { EditorContent, useEditor } from '@tiptap/vue-3';
import { watch } from 'vue';

const html = defineModel<string>({ required: true });
const props = defineProps<{ label: string; small?: boolean; invalid?: boolean }>();

/** A formula is one unmoved piece with its LaTeX; it is kept as it is until there is an editor for it. */
const Formula = Node.create({
  name: 'formula',
  group: 'inline',
  inline: true,
  atom: true,
  addAttributes: () => ({
    latex: { default: '', parseHTML: (element: HTMLElement) => element.dataset.formula ?? '' },
  }),
  parseHTML: () => [{ tag: 'span[data-formula]' }],
  renderHTML: ({ node }) => ['span', { 'data-formula': node.attrs.latex }, String(node.attrs.latex)],
});

const editor = useEditor({
  content: html.value,
  injectCSS: false,
  extensions: [
    StarterKit.configure({ heading: false, codeBlock: false, horizontalRule: false, link: false }),
    Subscript,
    Superscript,
    Formula,
  ],
  editorProps: { attributes: { role: 'textbox', 'aria-label': props.label, 'aria-multiline': 'true' } },
  onUpdate: ({ editor: own }) => {
    // A single paragraph of a choice is stored without its wrapper, as it is shown in one line.
    const written = own.getHTML();
    html.value = props.small ? written.replace(/^<p>((?:(?!<p>).)*)<\/p>$/s, '$1') : written;
  },
});
watch(html, (next) => {
  const own = editor.value;
  if (own && next !== own.getHTML() && next !== own.getHTML().replace(/^<p>((?:(?!<p>).)*)<\/p>$/s, '$1'))
    own.commands.setContent(next, { emitUpdate: false });
});

const marks = [
  { name: 'bold', sign: 'B', title: 'Bold', run: () => editor.value?.chain().focus().toggleBold().run() },
  {
    name: 'italic',
    sign: 'I',
    title: 'Italic',
    run: () => editor.value?.chain().focus().toggleItalic().run(),
  },
  {
    name: 'underline',
    sign: 'U',
    title: 'Underline',
    run: () => editor.value?.chain().focus().toggleUnderline().run(),
  },
  {
    name: 'subscript',
    sign: 'x₂',
    title: 'Subscript',
    run: () => editor.value?.chain().focus().toggleSubscript().run(),
  },
  {
    name: 'superscript',
    sign: 'x²',
    title: 'Superscript',
    run: () => editor.value?.chain().focus().toggleSuperscript().run(),
  },
];
</script>

<template>
  <div class="richfield" :class="{ slim: small, invalid }">
    <div class="marks" role="toolbar" :aria-label="`Marks for ${label}`">
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
        {{ mark.sign }}
      </button>
    </div>
    <EditorContent :editor="editor" />
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
  border-bottom: var(--line);
  background: var(--paper);
}
.richfield.slim .marks {
  display: none;
}
.richfield.slim:focus-within .marks {
  display: flex;
}
.richfield .marks button {
  border: 0;
  background: none;
  width: 34px;
  height: 28px;
  cursor: pointer;
  font-family: var(--serif);
}
.richfield .marks button[aria-pressed='true'] {
  background: var(--oak);
  color: var(--on-oak);
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
.richfield .tiptap p:last-child {
  margin: 0;
}
.richfield [data-formula] {
  background: var(--wash);
  border-radius: 3px;
  padding: 0 4px;
  font-family: var(--serif);
}
</style>
