/**
 * How a student answers each kind, in the real components, scored by core.
 *
 * @jest-environment jsdom
 */
import { kindOf, partKinds, scoreItem, type Part, type PartKind } from '@oaken/core/items';
import { flushPromises } from '@vue/test-utils';
import { item, parts, right } from '../../core/test/support/one-of-each';
import { answers, canCrossOut } from '../src/kinds/answers';
import { Answering } from './support/answering';

afterEach(() => (document.body.innerHTML = ''));

const photo = `/api/files/${'p'.repeat(22)}`;
const file = new File(['x'], 'work.jpg', { type: 'image/jpeg' });

/** Picks a file, which a page may not do by itself. */
async function choose(answering: Answering): Promise<void> {
  const field = answering.page.get('input[type=file]');
  Object.defineProperty(field.element, 'files', { value: [file], configurable: true });
  await field.trigger('change');
  await flushPromises();
}
const draw = async ({ page }: Answering) => {
  const sheet = page.get('svg.sheet');
  for (const key of [' ', 'ArrowRight', 'ArrowRight', ' ']) await sheet.trigger('keydown', { key });
};

/** Presses keys one after the other on what has the focus. */
async function type({ page }: Answering, on: string, ...keys: string[]): Promise<void> {
  for (const key of keys) await page.get(on).trigger('keydown', { key });
}
const times = (n: number, key: string): string[] => Array.from({ length: n }, () => key);

/** What a student does to be right; a kind that is added without one fails the type check. */
const acts: Record<PartKind, (answering: Answering) => Promise<void>> = {
  'single-choice': (on) => on.press('choice b'),
  'multiple-choice': (on) => on.press('choice a', 'choice c'),
  'true-false': (on) => on.press('False'),
  numeric: (on) => on.page.get('input').setValue('0.5'),
  expression: (on) => on.page.get('input').setValue('2x+6'),
  'short-text': (on) => on.page.get('input').setValue('Tributary'),
  'long-text': (on) => on.page.get('textarea').setValue('It wets the soil.'),
  'inline-choice': async (on) => {
    await flushPromises();
    await on.page.get('select[aria-label="Gap 1"]').setValue('wets');
    await on.page.get('select[aria-label="Gap 2"]').setValue('carries');
  },
  matching: (on) =>
    on.press('Norway', 'Put here: Norway to Oslo', 'Switzerland', 'Put here: Switzerland to Bern'),
  sorting: (on) =>
    on.press(
      'Granite',
      'Put here: Granite to Igneous',
      'Basalt',
      'Put here: Basalt to Igneous',
      'Marble',
      'Put here: Marble to Metamorphic',
    ),
  // Students get them in another order than the key's.
  ordering: async (on) => {
    await on.press('This order is right');
    for (const [place, name] of ['One', 'Two', 'Three'].entries())
      while ((on.response as string[]).indexOf(name.toLowerCase()) > place)
        await on.press(`Move up: ${name}`);
  },
  grid: (on) => on.press('First: Yes', 'Second: No'),
  'words-in-text': async (on) => {
    await flushPromises();
    await on.page.get('[data-words=w2]').trigger('click');
  },
  places: (on) => on.press('South'),
  'fill-table': async (on) => {
    await on.page.get('input[name$=c1]').setValue('3');
    await on.page.get('input[name$=c2]').setValue('5');
  },
  steps: async (on) => {
    await on.page.get('[aria-label="Line 1"]').setValue('2x = 6');
    await on.page.get('[aria-label="Line 2"]').setValue('x = 3');
  },
  // The first arrow shows where one is: in the middle.
  'number-line': (on) =>
    type(on, 'svg.board', ...times(4, 'ArrowRight'), ' ', ...times(7, 'ArrowLeft'), 'Enter'),
  'coordinate-plane': async (on) => {
    await on.press('Line');
    await type(
      on,
      'svg.board',
      ...times(2, 'ArrowUp'),
      ' ',
      'ArrowRight',
      ...times(2, 'ArrowUp'),
      ' ',
    );
  },
  plot: async (on) => {
    await type(on, '[aria-label=Mon]', ...times(2, 'ArrowUp'));
    await type(on, '[aria-label=Tue]', ...times(5, 'ArrowRight'), 'ArrowDown');
  },
  'fraction-model': (on) => on.press('Piece 1 of 4', 'Piece 2 of 4', 'Piece 4 of 4'),
  drawing: draw,
  upload: choose,
  survey: (on) => on.press('Glad'),
  information: async () => undefined,
};
const asked = partKinds.filter((kind) => answers[kind] !== null);
const options = { send: async () => photo };

/** What comes later is there. */
const come = async () => {
  await flushPromises();
  await flushPromises();
};

describe.each(asked)('%s', (kind) => {
  const part = parts[kind] as Part;

  test('the right answer can be given, and core knows it', async () => {
    const answering = new Answering(part, options);
    await come();
    await acts[kind](answering);
    const { points, maxPoints, parts: scored } = scoreItem(item(part), answering.responses);
    expect(scored[0]!.answered).toBe(true);
    if (kindOf(part).markedBy === 'machine') expect(points).toBe(maxPoints);
  });

  test('what is answered has the shape that the server takes', async () => {
    const answering = new Answering(part, options);
    await come();
    await acts[kind](answering);
    expect(kindOf(part).response.safeParse(answering.response).success).toBe(true);
  });

  test('once handed in nothing can be changed', async () => {
    const answering = new Answering(part, { ...options, response: right[part.id], disabled: true });
    const before = JSON.stringify(answering.response);
    await come();
    for (const control of answering.page.findAll('button:not([disabled]), [role=checkbox], svg'))
      await control.trigger('click');
    if (answering.page.find('svg.sheet').exists()) await draw(answering);
    expect(JSON.stringify(answering.response)).toBe(before);
  });
});

test('a page of information asks nothing', () => {
  expect(new Answering(parts.information).page.findAll('input, textarea, button')).toHaveLength(0);
});

describe('what was answered stands there again', () => {
  const checked = (answering: Answering) =>
    answering.page
      .findAll<HTMLInputElement>('input:checked')
      .map(({ element }) => element.getAttribute('aria-label') ?? element.value);
  test.each([
    ['single-choice', ['b']],
    ['multiple-choice', ['a', 'c']],
    ['true-false', ['false']],
    ['grid', ['First: Yes', 'Second: No']],
    ['survey', ['glad']],
  ] as [PartKind, string[]][])('ticks of %s', (kind, ticks) => {
    const part = parts[kind] as Part;
    expect(checked(new Answering(part, { response: right[part.id] }))).toEqual(ticks);
  });

  test.each([
    ['numeric', '1/2'],
    ['short-text', ' Side-river '],
    ['long-text', 'It wets the soil.'],
  ] as [PartKind, string][])('text of %s', (kind, text) => {
    const part = parts[kind] as Part;
    const field = new Answering(part, { response: text }).page.get('input, textarea');
    expect((field.element as HTMLInputElement).value).toBe(text);
  });

  test('gaps', async () => {
    const { page } = new Answering(parts['inline-choice'], { response: right.p7 });
    await flushPromises();
    const menus = page.findAll<HTMLSelectElement>('select');
    expect(menus.map(({ element }) => element.value)).toEqual(['wets', 'carries']);
  });

  test.each([
    ['words-in-text', ['sea']],
    ['places', ['South']],
  ] as [PartKind, string[]][])('places of %s', async (kind, names) => {
    const part = parts[kind] as Part;
    const { page } = new Answering(part, { response: right[part.id] });
    await flushPromises();
    const chosen = page.findAll('[aria-checked=true]');
    expect(chosen.map((element) => element.attributes('aria-label') ?? element.text())).toEqual(
      names,
    );
  });

  test('cards at their places, and none in the pool', () => {
    const { page } = new Answering(parts.matching, { response: right.p8 });
    expect(
      page
        .get('.places')
        .findAll('.card')
        .map((card) => card.text()),
    ).toEqual([expect.stringContaining('Norway'), expect.stringContaining('Switzerland')]);
    expect(page.get('.pool').text()).toBe('Peru');
  });

  test('an order', () => {
    const { page } = new Answering(parts.ordering, { response: ['three', 'one', 'two'] });
    expect(page.findAll('.text').map((text) => text.text())).toEqual(['Three', 'One', 'Two']);
  });

  test('strokes', () => {
    const { page } = new Answering(parts.drawing, { response: right.p14 });
    expect(page.findAll('svg.sheet path')).toHaveLength(1);
  });

  test('photos', () => {
    const { page } = new Answering(parts.upload, { response: right.p15 });
    expect(page.get('img').attributes('src')).toBe(`${photo}?width=320`);
  });
});

describe('choices', () => {
  const atMost = (mostChosen: number) => ({ ...parts['multiple-choice'], mostChosen });

  test('one that is taken is let go by another press', async () => {
    const answering = new Answering(parts['multiple-choice'], { response: ['a', 'c'] });
    await answering.control('choice a').setValue(false);
    expect(answering.response).toEqual(['c']);
  });
  test('no more can be taken than are asked for', async () => {
    const answering = new Answering(atMost(1), { response: ['a'] });
    expect(answering.control('choice b').attributes('disabled')).toBeDefined();
    expect(answering.page.text()).toContain('Choose up to 1.');
  });
  test('a choice that is crossed out can still be taken', async () => {
    const answering = new Answering(parts['single-choice'], { crossing: true, struck: ['a'] });
    expect(answering.page.text()).toContain('Undo cross out');
    await answering.press('choice a');
    expect(answering.response).toBe('a');
  });
  test('crossing out is told and answers nothing', async () => {
    const answering = new Answering(parts['single-choice'], { crossing: true });
    await answering.page.findAll('.strike')[1]!.trigger('click');
    expect(answering.page.emitted('strike')).toEqual([['p1', 'b']]);
    expect(answering.response).toBeUndefined();
  });
  test('only where one of a few is to be found can choices be crossed out', () => {
    expect(partKinds.filter(canCrossOut)).toEqual(['single-choice', 'multiple-choice']);
  });
});

describe('cards', () => {
  test('one that lies is taken back by a press', async () => {
    const answering = new Answering(parts.matching, { response: right.p8 });
    await answering.page.get('.places .card').trigger('click');
    expect(answering.response).toEqual(['bern switzerland']);
  });
  test('a place that has its partner gets the new one instead', async () => {
    const answering = new Answering(parts.matching, { response: ['oslo norway'] });
    await answering.press('Peru', 'Put here: Peru to Oslo');
    expect(answering.response).toEqual(['oslo peru']);
  });
  test('a card that may be used again stays in the pool', async () => {
    const answering = new Answering({ ...parts.matching, once: false });
    await answering.press(
      'Norway',
      'Put here: Norway to Oslo',
      'Norway',
      'Put here: Norway to Bern',
    );
    expect(answering.response).toEqual(['oslo norway', 'bern norway']);
  });
  test('what happens is said to those who do not see it', async () => {
    const answering = new Answering(parts.matching);
    await answering.press('Norway');
    expect(answering.page.get('[aria-live]').text()).toBe(
      'Norway is selected. Choose where it belongs.',
    );
  });
});

describe('an order', () => {
  test('moves by buttons', async () => {
    const answering = new Answering(parts.ordering, { response: ['one', 'two', 'three'] });
    await answering.press('Move down: One');
    expect(answering.response).toEqual(['two', 'one', 'three']);
  });
  test('moves by Alt and an arrow', async () => {
    const answering = new Answering(parts.ordering, { response: ['one', 'two', 'three'] });
    await answering.page.findAll('li')[2]!.trigger('keydown', { key: 'ArrowUp', altKey: true });
    expect(answering.response).toEqual(['one', 'three', 'two']);
  });
  test('an arrow alone moves nothing, so that the page can be scrolled', async () => {
    const answering = new Answering(parts.ordering, { response: ['one', 'two', 'three'] });
    await answering.page.findAll('li')[2]!.trigger('keydown', { key: 'ArrowUp' });
    expect(answering.response).toEqual(['one', 'two', 'three']);
  });
  test('choices that the answer does not name come after it', () => {
    const { page } = new Answering(parts.ordering, { response: ['three'] });
    const shown = page.findAll('.text').map((text) => text.text());
    expect([shown[0], shown.length]).toEqual(['Three', 3]);
  });
});

describe('places', () => {
  test('where one is asked for, another press moves the choice', async () => {
    const answering = new Answering({ ...parts.places, mostChosen: 1 }, { response: ['s'] });
    await answering.press('North');
    expect(answering.response).toEqual(['n']);
  });
  test('where a few are asked for, a full answer stays as it is', async () => {
    const part = { ...parts['words-in-text'], mostChosen: 1 };
    const two = {
      ...part,
      mostChosen: 2,
      text: `${part.text}<p><span data-words="w3">bay</span></p>`,
    };
    const answering = new Answering(two, { response: ['w1', 'w2'] });
    await flushPromises();
    await answering.page.get('[data-words=w3]').trigger('click');
    expect(answering.response).toEqual(['w1', 'w2']);
  });
  test('keys choose as a press does', async () => {
    const answering = new Answering(parts.places);
    await answering.control('North').trigger('keydown', { key: ' ' });
    expect(answering.response).toEqual(['n']);
  });
});

describe('written work', () => {
  test('words are counted, and too many are said', () => {
    const part = { ...parts['long-text'], mostWords: 3 };
    const { page } = new Answering(part, { response: 'It wets the soil' });
    expect(page.text()).toContain('4 words, 1 too many');
  });
  test('a stroke can be taken back', async () => {
    const stroke = { ink: 0, width: 4, points: [0, 0, 9, 9] };
    const answering = new Answering(parts.drawing, { response: [stroke, stroke] });
    await answering.press('Undo');
    expect(answering.response).toEqual([stroke]);
  });
  test('a photo that could not be sent says why, and nothing is answered', async () => {
    const send = async () => {
      throw new Error('There is no room for more files.');
    };
    const answering = new Answering(parts.upload, { send });
    await choose(answering);
    expect(answering.page.get('[role=alert]').text()).toBe('There is no room for more files.');
    expect(answering.response).toBeUndefined();
  });
  test('in a preview nothing is sent', async () => {
    const answering = new Answering(parts.upload);
    await choose(answering);
    expect(answering.page.get('[role=alert]').text()).toBe(
      'This is a preview: nothing is sent from here.',
    );
  });
  test('where all photos are there, no more can be added', () => {
    const { page } = new Answering(parts.upload, { response: [photo, `${photo}2`] });
    expect(page.find('input[type=file]').exists()).toBe(false);
  });
});
