/**
 * How an author edits each kind, in the real editors; only the editor of wordings is a plain field here.
 *
 * @jest-environment jsdom
 */
import { parts } from '../../core/test/support/one-of-each';
import { Editing } from './support/editing';

jest.mock('../src/rich/RichField.vue', () => ({
  __esModule: true,
  default: jest.requireActual('./support/editing-field').PlainField,
}));
jest.mock('../src/rich/MediaDialog.vue', () => ({
  __esModule: true,
  default: { render: () => null },
}));

const ids = (list: readonly { id: string }[]) => list.map(({ id }) => id);

describe('choices', () => {
  test('another one becomes the key', async () => {
    const editing = new Editing(parts['single-choice']);
    await editing.field('Choice A is right').setValue(true);
    expect(editing.part.key).toEqual(['a']);
  });
  test('several are right where every right one is asked for', async () => {
    const editing = new Editing(parts['multiple-choice']);
    await editing.field('Choice B is right').setValue(true);
    expect(editing.part.key).toEqual(['a', 'c', 'b']);
  });
  test('a new one comes last, with an id of its own', async () => {
    const editing = new Editing(parts['single-choice']);
    await editing.press('Add a choice');
    expect(ids(editing.part.choices)).toEqual(['a', 'b', 'c', 'd']);
  });
  test('one that is removed is no key any more', async () => {
    const editing = new Editing(parts['single-choice']);
    await editing.press('Remove choice b');
    expect([ids(editing.part.choices), editing.part.key]).toEqual([['a', 'c'], []]);
  });
  test('two are left in any case', async () => {
    const two = { ...parts['single-choice'], choices: parts['single-choice'].choices.slice(0, 2) };
    const { page } = new Editing(two);
    expect(page.get('[aria-label="Remove choice a"]').attributes('disabled')).toBeDefined();
  });
  test('they move by their buttons', async () => {
    const editing = new Editing(parts['single-choice']);
    await editing.press('Choice A down');
    expect(ids(editing.part.choices)).toEqual(['b', 'a', 'c']);
  });
  test('they move by Alt and an arrow', async () => {
    const editing = new Editing(parts['single-choice']);
    await editing.page.findAll('.line')[1]!.trigger('keydown', { key: 'ArrowUp', altKey: true });
    expect(ids(editing.part.choices)).toEqual(['b', 'a', 'c']);
  });
  test('the misconception behind one is kept, and gone when it is emptied', async () => {
    const editing = new Editing(parts['single-choice']);
    await editing.type('Misconception behind choice A', 'added instead');
    expect(editing.part.choices[0]!.misconception).toBe('added instead');
    await editing.type('Misconception behind choice A', '');
    expect(editing.part.choices[0]!.misconception).toBeUndefined();
  });
  test('the key has no misconception behind it', () => {
    const { page } = new Editing(parts['single-choice']);
    expect(page.find('[aria-label="Misconception behind choice B"]').exists()).toBe(false);
  });
  test('how many may be chosen', async () => {
    const editing = new Editing(parts['multiple-choice']);
    await editing.type('How many may be chosen at most', '2');
    expect(editing.part.mostChosen).toBe(2);
  });
  test('what is wrong with one stands at it', () => {
    const problem = { pointer: '/choices/1/text', message: 'A choice cannot be empty.' };
    const { page } = new Editing(parts['single-choice'], [problem]);
    expect(page.findAll('.line')[1]!.text()).toContain('A choice cannot be empty.');
  });
});

describe('true or false', () => {
  test('the statement becomes true', async () => {
    const editing = new Editing(parts['true-false']);
    await editing.field('true').setValue(true);
    expect(editing.part.key).toBe(true);
  });
  test('without a misconception there is none to keep', async () => {
    const editing = new Editing(parts['true-false']);
    await editing.type('Misconception behind the wrong answer', '');
    expect('misconception' in editing.part).toBe(false);
  });
});

describe('a number', () => {
  test('is written as it is typed', async () => {
    const editing = new Editing(parts.numeric);
    await editing.type('Right number', '3/4');
    expect(editing.part.key.value).toBe('3/4');
  });
  test.each([
    ['exactly', { by: 'exact' }],
    ['within a percent', { by: 'percent', within: 1 }],
    ['to significant figures', { by: 'significant', figures: 3 }],
  ])('counts %s', async (by, tolerance) => {
    const editing = new Editing(parts.numeric);
    await editing.choose('Counts', by);
    expect(editing.part.key.tolerance).toEqual(tolerance);
  });
  test('an amount may have a decimal comma', async () => {
    const editing = new Editing(parts.numeric);
    await editing.type('Amount', '0,25');
    expect(editing.part.key.tolerance).toEqual({ by: 'absolute', within: 0.25 });
  });
  test('units have factors', async () => {
    const editing = new Editing(parts.numeric);
    await editing.type('Units that may be written', 'cm, m = 100');
    expect(editing.part.key.units).toEqual([
      { name: 'cm', factor: 1 },
      { name: 'm', factor: 100 },
    ]);
  });
  test('no unit is required where there is none', () => {
    const field = new Editing(parts.numeric).field('a unit is required');
    expect(field.attributes('disabled')).toBeDefined();
  });
});

describe('a few words', () => {
  test('each line is an answer that is accepted; empty ones are none', async () => {
    const editing = new Editing(parts['short-text']);
    await editing.type('Accepted answers, one a line', 'delta\n\nriver mouth\n');
    expect(editing.part.key.variants).toEqual(['delta', 'river mouth']);
  });
  test('capitals can be made to matter', async () => {
    const editing = new Editing(parts['short-text']);
    await editing.field('Capitals do not matter').setValue(false);
    expect(editing.part.key.fold.case).toBe(false);
  });
  test('answers that the key would refuse are shown', () => {
    expect(new Editing(parts['short-text']).page.text()).toMatch(/Not right:\s*the tributary/);
  });
});

describe('a text with gaps', () => {
  const more = `${parts['inline-choice'].text}<p><span data-gap="g3"></span></p>`;
  test('a new gap brings two empty choices', async () => {
    const editing = new Editing(parts['inline-choice']);
    await editing.type('Text with gaps', more);
    expect(editing.part.gaps[2]).toEqual({
      id: 'g3',
      choices: [
        { id: 'a', text: '' },
        { id: 'b', text: '' },
      ],
      key: ['a'],
    });
  });
  test('a gap that is deleted takes its choices with it', async () => {
    const editing = new Editing(parts['inline-choice']);
    await editing.type('Text with gaps', '<p>Rain <span data-gap="g2"></span></p>');
    expect(ids(editing.part.gaps)).toEqual(['g2']);
  });
  test('several choices of a gap can be right', async () => {
    const editing = new Editing(parts['inline-choice']);
    await editing.field('Choice 2 of gap 1 is right').setValue(true);
    expect(editing.part.gaps[0]!.key).toEqual(['wets', 'dries']);
  });
  test('the wording of a choice', async () => {
    const editing = new Editing(parts['inline-choice']);
    await editing.type('Choice 1 of gap 1', 'soaks');
    expect(editing.part.gaps[0]!.choices[0]).toEqual({ id: 'wets', text: 'soaks' });
  });
});

describe('pairs', () => {
  test('a place gets another partner', async () => {
    const editing = new Editing(parts.matching);
    await editing.choose('Partner of place 1', 'Peru');
    expect(editing.part.key).toEqual(['bern switzerland', 'oslo peru']);
  });
  test('a place can have none', async () => {
    const editing = new Editing(parts.matching);
    await editing.choose('Partner of place 1', 'none of them');
    expect(editing.part.key).toEqual(['bern switzerland']);
  });
  test('a card that is removed is nobody’s partner any more', async () => {
    const editing = new Editing(parts.matching);
    await editing.press('Remove card 1');
    expect(ids(editing.part.right)).toEqual(['switzerland', 'peru']);
    expect(editing.part.key).toEqual(['bern switzerland']);
  });
});

describe('things to sort', () => {
  test('one goes to another group', async () => {
    const editing = new Editing(parts.sorting);
    await editing.choose('Group of Plastic', 'Metamorphic');
    expect(editing.part.keys[0]).toContain('plastic metamorphic');
  });
  test('another way to be right begins as the first one', async () => {
    const editing = new Editing(parts.sorting);
    await editing.press('Add another answer pattern that is right');
    expect(editing.part.keys[1]).toEqual(editing.part.keys[0]);
  });
  test('a group that is removed holds nothing any more', async () => {
    const editing = new Editing({
      ...parts.sorting,
      groups: [...parts.sorting.groups, { id: 'x', text: 'X' }],
    });
    await editing.press('Remove group 1');
    expect(editing.part.keys[0]).toEqual(['marble metamorphic']);
  });
});

describe('an order', () => {
  test('is the order in which the steps stand', async () => {
    const editing = new Editing(parts.ordering);
    await editing.press('Step 1 down');
    expect(editing.part.key).toEqual(['two', 'one', 'three']);
  });
  test('its ends can be named', async () => {
    const editing = new Editing(parts.ordering);
    await editing.type('First end, in words', 'earliest');
    expect(editing.part.ends).toEqual({ first: 'earliest', last: '' });
    await editing.type('First end, in words', '');
    expect(editing.part.ends).toBeUndefined();
  });
});

describe('a grid', () => {
  test('one of a row is right', async () => {
    const editing = new Editing(parts.grid);
    await editing.field('First: No is right').setValue(true);
    expect(editing.part.key).toEqual(['second no', 'first no']);
  });
  test('several of a row where that is wanted', async () => {
    const editing = new Editing({ ...parts.grid, many: true });
    await editing.field('First: No is right').setValue(true);
    expect(editing.part.key).toEqual(['first yes', 'second no', 'first no']);
  });
  test('a row that is removed has no key any more', async () => {
    const editing = new Editing(parts.grid);
    await editing.press('Remove row 1');
    expect(ids(editing.part.rows)).toEqual(['second']);
    expect(editing.part.key).toEqual(['second no']);
  });
});

describe('words in a text', () => {
  test('another one is right', async () => {
    const editing = new Editing(parts['words-in-text']);
    await editing.field('river').setValue(true);
    expect(editing.part.key).toEqual(['w2', 'w1']);
  });
  test('one that is no place any more is no key either', async () => {
    const editing = new Editing(parts['words-in-text']);
    await editing.type('Text with places', '<p><span data-words="w1">river</span></p>');
    expect(editing.part.key).toEqual([]);
  });
});

describe('places on a picture', () => {
  test('another one is right', async () => {
    const editing = new Editing(parts.places);
    await editing.field('Place 1 is right').setValue(true);
    expect(editing.part.key).toEqual(['s', 'n']);
  });
  test('the name that is read aloud', async () => {
    const editing = new Editing(parts.places);
    await editing.type('Name of place 1', 'The northern bay');
    expect(editing.part.places[0]!.label).toBe('The northern bay');
  });
  test('arrow keys move one', async () => {
    const editing = new Editing(parts.places);
    await editing.page.get('[role=img]').trigger('keydown', { key: 'ArrowRight' });
    expect((editing.part.places[0]!.area as { x: number }).x).toBeGreaterThan(0);
  });
});

describe('what a teacher marks', () => {
  test('is worth what its criteria give together', async () => {
    const editing = new Editing(parts['long-text']);
    await editing.press('Add criteria with levels');
    await editing.press('Add a criterion');
    expect(editing.part.rule.points).toBe(6);
  });
  test('a level can be given other points, also halves', async () => {
    const editing = new Editing(parts['long-text']);
    await editing.press('Add criteria with levels');
    await editing.type('Points of level 1 of criterion 1', '2,5');
    expect(editing.part.criteria![0]!.levels[0]!.points).toBe(2.5);
  });
  test('how much is to be written', async () => {
    const editing = new Editing(parts['long-text']);
    await editing.type('Minimum words', '20');
    await editing.type('Maximum words', '');
    expect([editing.part.leastWords, editing.part.mostWords]).toEqual([20, undefined]);
  });
  test('files of any kind instead of photos', async () => {
    const editing = new Editing(parts.upload);
    await editing.choose('Students add', 'files of any kind');
    expect(editing.part.accepts).toBe('file');
  });
  test('a sheet without a picture', async () => {
    const editing = new Editing(parts.drawing);
    await editing.press('Empty sheet');
    expect(editing.part.ground).toBeUndefined();
  });
});

describe('an opinion', () => {
  test('in words has no choices to write', async () => {
    const editing = new Editing(parts.survey);
    await editing.choose('Students answer with', 'words of their own');
    expect(editing.part.style).toBe('words');
    expect(editing.page.findAll('.line')).toHaveLength(0);
  });
});
