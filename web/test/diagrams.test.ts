/**
 * Diagrams in a wording, and pictures that are drawn for each student: how they are made and shown.
 *
 * @jest-environment jsdom
 */
jest.mock('../src/client/call', () => jest.requireActual('./support/desk').mockedCall);
jest.mock('../src/theme/theme', () => jest.requireActual('./support/desk').mockedTheme);
jest.mock('../src/rich/MediaDialog.vue', () => ({
  __esModule: true,
  default: {
    props: ['modelValue', 'kind', 'start'],
    emits: ['done', 'update:modelValue'],
    template:
      '<button class="dialog" @click="$emit(\'done\', mediumOfTest)">{{ modelValue }}</button>',
    computed: { mediumOfTest: () => mockMedium },
  },
}));

import { keptDiagram, type Diagram } from '@oaken/core/diagrams';
import { flushPromises, mount } from '@vue/test-utils';
import PicturesField from '../src/desk/items/template/PicturesField.vue';
import RichText from '../src/parts/RichText.vue';
import DiagramDialog from '../src/rich/DiagramDialog.vue';
import { cleanPaste } from '../src/rich/paste';
import { spokenText } from '../src/sitting/spokenText';
import { say } from '../src/words/teacher';
import { atTheDesk, opened, press, type } from './support/desk';

const mockMedium = {
  kind: 'picture',
  src: '/api/files/aaaaaaaaaaaaaaaaaaaaaa',
  words: 'A shape with four equal sides',
  width: '200',
  height: '200',
};
atTheDesk();

const rectangle: Diagram = { shape: 'rectangle', width: '6 cm', height: '4 cm' };
const kept = (diagram: Diagram, words = '') => ({ diagram: keptDiagram(diagram), words });
const html = (diagram: Diagram, words: string) =>
  `<p><span data-diagram="${keptDiagram(diagram).replace(/"/g, '&quot;')}">${words}</span></p>`;

describe('the dialog', () => {
  async function dialog(start = { diagram: '', words: '' }) {
    const page = await opened(DiagramDialog, { modelValue: false, start });
    await page.setProps({ modelValue: true });
    await flushPromises();
    return page;
  }
  const done = (page: Awaited<ReturnType<typeof dialog>>) =>
    page.emitted('done')?.[0]?.[0] as { diagram: string; words: string } | undefined;

  test('begins with a number line that can be inserted as it is', async () => {
    const page = await dialog();
    await press(say('editor.insert'));
    expect(JSON.parse(done(page)!.diagram)).toMatchObject({ shape: 'number-line', to: '10' });
  });

  test('its words follow the fields', async () => {
    const page = await dialog(kept(rectangle));
    await type(say('editor.diagramWidth'), '9 cm');
    await press(say('editor.insert'));
    expect(done(page)!.words).toBe('A rectangle, 9 cm wide and 4 cm high');
  });

  test('words of the author’s own stay when a field changes', async () => {
    const page = await dialog(kept(rectangle, 'The school yard'));
    await type(say('editor.diagramWidth'), '9 cm');
    await press(say('editor.insert'));
    expect(done(page)!.words).toBe('The school yard');
  });

  test('what cannot be drawn is said, and not inserted', async () => {
    const page = await dialog(kept(rectangle));
    await type(say('editor.diagramWidth'), '-1 cm');
    await press(say('editor.insert'));
    expect(document.body.textContent).toContain('“-1 cm” is not a length.');
    expect(done(page)).toBeUndefined();
  });

  test('a field may stand for a variable', async () => {
    const page = await dialog(kept({ shape: 'bar', parts: '5', shaded: '2', whole: '', part: '' }));
    await type(say('editor.diagramParts'), '[[n]]');
    expect(document.body.textContent).toContain(say('editor.diagramLater'));
    await press(say('editor.insert'));
    expect(JSON.parse(done(page)!.diagram)).toMatchObject({ parts: '[[n]]' });
  });
});

describe('in a wording', () => {
  const shown = async (diagram: Diagram, words: string) => {
    const page = mount(RichText, { props: { html: html(diagram, words) } });
    await flushPromises();
    await flushPromises();
    return page;
  };

  test('is a picture that readers are told of in its words', async () => {
    const page = await shown(rectangle, 'The school yard');
    expect(page.get('.unseen').text()).toBe('The school yard');
    expect(page.get('svg').attributes('aria-hidden')).toBe('true');
  });

  test('is read aloud in its words, and not in those of its drawing', async () => {
    const page = await shown(rectangle, 'The school yard');
    expect(spokenText(page.element as HTMLElement).text).toBe('The school yard');
  });

  test('stays when it is copied from one field into another', () =>
    expect(cleanPaste(html(rectangle, 'The school yard'))).toBe(
      html(rectangle, 'The school yard'),
    ));

  test('one that cannot be drawn stays in words', async () => {
    const page = await shown({ ...rectangle, width: '0 cm' }, 'The school yard');
    expect(page.text()).toBe('The school yard');
  });
});

describe('pictures of a variable', () => {
  const picture = { word: 'square', src: mockMedium.src, alt: 'Four equal sides' };
  const field = (modelValue: object[]) => opened(PicturesField, { modelValue });
  const last = (page: Awaited<ReturnType<typeof field>>) =>
    (page.emitted('update:modelValue') as object[][])?.at(-1)?.[0];

  test('are added with what they show, and get their word', async () => {
    const page = await field([]);
    await press(say('items.addPicture'));
    await page.get('.dialog').trigger('click');
    expect(last(page)).toEqual([
      { word: '', src: mockMedium.src, alt: mockMedium.words, width: 200, height: 200 },
    ]);
  });

  test('keep their word when the picture is changed', async () => {
    const page = await field([picture]);
    await press(say('items.changePicture'));
    await page.get('.dialog').trigger('click');
    expect(last(page)).toMatchObject([{ word: 'square', alt: mockMedium.words }]);
  });

  test('are known by the word that is typed', async () => {
    const page = await field([picture]);
    await type(say('items.pictureWord'), 'rhombus');
    expect(last(page)).toMatchObject([{ word: 'rhombus', alt: 'Four equal sides' }]);
  });

  test('are removed one by one', async () => {
    const page = await field([picture, { ...picture, word: 'kite' }]);
    await press(say('items.remove'));
    expect(last(page)).toMatchObject([{ word: 'kite' }]);
  });
});
