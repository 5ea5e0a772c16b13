/** Everything that a wording can hold. */
import Subscript from '@tiptap/extension-subscript';
import Superscript from '@tiptap/extension-superscript';
import StarterKit from '@tiptap/starter-kit';
import {
  Color,
  DiagramNode,
  Film,
  Formula,
  Gap,
  Picture,
  Size,
  Sound,
  tables,
  Words,
} from './nodes';

/** Places in the text that its kind of question needs. */
export type Places = 'gaps' | 'words';

export const extensionsFor = (places: Places | undefined) => [
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
  DiagramNode,
  Picture,
  Sound,
  Film,
  Size,
  Color,
  ...tables,
  ...(places === 'gaps' ? [Gap] : []),
  ...(places === 'words' ? [Words] : []),
];
