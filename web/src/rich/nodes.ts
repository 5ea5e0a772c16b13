/** What a wording can hold beside paragraphs, lists and tables; each says the markup that core allows. */
import type { textColors } from '@oaken/core/markup';
import { Mark, mergeAttributes, Node } from '@tiptap/core';
import { Table, TableCell, TableHeader, TableRow } from '@tiptap/extension-table';
import { say } from '../words/teacher';

const data = (name: string) => ({
  default: '',
  parseHTML: (element: HTMLElement) => element.getAttribute(name) ?? '',
  renderHTML: () => ({}),
});
const text = (name: string) => ({
  default: null as string | null,
  parseHTML: (element: HTMLElement) => element.getAttribute(name),
});
/** A picture that is copied from a page comes in a size of its own; what is kept is the picture. */
const source = {
  ...text('src'),
  parseHTML: (element: HTMLElement) => element.getAttribute('src')?.split('?')[0],
};
const kept = '[src^="/api/files/"]';

/** A formula is one piece with its LaTeX; it is drawn by the page that shows it. */
export const Formula = Node.create({
  name: 'formula',
  group: 'inline',
  inline: true,
  atom: true,
  addAttributes: () => ({ latex: data('data-formula') }),
  parseHTML: () => [{ tag: 'span[data-formula]' }],
  renderHTML: ({ node }) => [
    'span',
    { 'data-formula': node.attrs.latex },
    String(node.attrs.latex),
  ],
});

/** A diagram is one piece with its fields; its words are what it says to those who cannot see it. */
export const DiagramNode = Node.create({
  name: 'diagram',
  group: 'inline',
  inline: true,
  atom: true,
  draggable: true,
  addAttributes: () => ({
    diagram: data('data-diagram'),
    words: {
      default: '',
      parseHTML: (element: HTMLElement) =>
        (element.querySelector('.unseen') ?? element).textContent,
      renderHTML: () => ({}),
    },
  }),
  // Before the marks of a span, which would take its words for text.
  parseHTML: () => [{ tag: 'span[data-diagram]', priority: 60 }],
  renderHTML: ({ node }) => [
    'span',
    { 'data-diagram': node.attrs.diagram },
    String(node.attrs.words),
  ],
});

export const Picture = Node.create({
  name: 'picture',
  group: 'inline',
  inline: true,
  atom: true,
  draggable: true,
  addAttributes: () => ({
    src: source,
    alt: text('alt'),
    width: text('width'),
    height: text('height'),
  }),
  parseHTML: () => [{ tag: `img${kept}` }],
  renderHTML: ({ HTMLAttributes }) => ['img', HTMLAttributes],
});

const player = (name: 'sound' | 'film', tag: 'audio' | 'video') =>
  Node.create({
    name,
    group: 'block',
    atom: true,
    draggable: true,
    addAttributes: () => ({
      src: text('src'),
      title: text('title'),
      'data-plays': text('data-plays'),
    }),
    parseHTML: () => [{ tag: `${tag}${kept}` }],
    renderHTML: ({ HTMLAttributes }) => [tag, mergeAttributes(HTMLAttributes, { controls: '' })],
  });
export const Sound = player('sound', 'audio');
export const Film = player('film', 'video');

export const sizes = {
  small: say('editor.small'),
  large: say('editor.large'),
  larger: say('editor.larger'),
} as const;

export const colors: Record<(typeof textColors)[number], string> = {
  red: say('editor.red'),
  orange: say('editor.orange'),
  green: say('editor.green'),
  blue: say('editor.blue'),
  purple: say('editor.purple'),
};

/** Text in another size than the rest, in steps. */
export const Size = Mark.create({
  name: 'size',
  addAttributes: () => ({ step: data('data-size') }),
  parseHTML: () => [{ tag: 'span[data-size]' }],
  renderHTML: ({ mark }) => ['span', { 'data-size': mark.attrs.step }, 0],
});

/** Text in one of the colors that each theme has a shade of. */
export const Color = Mark.create({
  name: 'color',
  addAttributes: () => ({ color: data('data-color') }),
  parseHTML: () => [{ tag: 'span[data-color]' }],
  renderHTML: ({ mark }) => ['span', { 'data-color': mark.attrs.color }, 0],
});

/** A gap in a text, to be filled. */
export const Gap = Node.create({
  name: 'gap',
  group: 'inline',
  inline: true,
  atom: true,
  addAttributes: () => ({ gap: data('data-gap') }),
  parseHTML: () => [{ tag: 'span[data-gap]' }],
  renderHTML: ({ node }) => ['span', { 'data-gap': node.attrs.gap }],
});

/** Words that a student can choose. */
export const Words = Mark.create({
  name: 'words',
  inclusive: false,
  addAttributes: () => ({ words: data('data-words') }),
  parseHTML: () => [{ tag: 'span[data-words]' }],
  renderHTML: ({ mark }) => ['span', { 'data-words': mark.attrs.words }, 0],
});

/** Tables without the widths that an editor would add: a page decides for itself. */
const PlainTable = Table.extend({ renderHTML: () => ['table', ['tbody', 0]] });
const span = (name: 'colspan' | 'rowspan') => ({
  default: 1,
  parseHTML: (element: HTMLElement) => Number(element.getAttribute(name)) || 1,
  renderHTML: (attributes: Record<string, unknown>) =>
    Number(attributes[name]) > 1 ? { [name]: attributes[name] } : {},
});
const cell = {
  addAttributes: () => ({
    colspan: span('colspan'),
    rowspan: span('rowspan'),
    colwidth: { default: null, rendered: false },
  }),
};
export const tables = [
  PlainTable.configure({ resizable: false }),
  TableRow,
  TableHeader.extend(cell),
  TableCell.extend(cell),
];
