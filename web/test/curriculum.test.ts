/**
 * Curricula at the desk: the outline as it is changed, what a line holds, a table that is read, and placing.
 *
 * @jest-environment jsdom
 */
jest.mock('../src/client/call', () => jest.requireActual('./support/desk').mockedCall);
jest.mock('../src/theme/theme', () => jest.requireActual('./support/desk').mockedTheme);

import { flushPromises } from '@vue/test-utils';
import { TextDecoder } from 'node:util';
import CurriculumIndex from '../src/desk/curriculum/CurriculumIndex.vue';
import CurriculumPage from '../src/desk/curriculum/CurriculumPage.vue';
import NewCurriculumDialog from '../src/desk/curriculum/NewCurriculumDialog.vue';
import PlaceInCurriculum from '../src/desk/curriculum/PlaceInCurriculum.vue';
import { takeBack, notice } from '../src/desk/shared/undo';
import { say } from '../src/words/teacher';
import {
  answers,
  atTheDesk,
  bodies,
  check,
  control,
  opened,
  press,
  submit,
  type,
} from './support/desk';

atTheDesk();
// The simulated browser has none.
globalThis.TextDecoder ??= TextDecoder as never;

const line = (id: number, title: string, level: number, more: object = {}) => ({
  id,
  title,
  kind: level === 0 ? 'unit' : 'lesson',
  level,
  startsOn: null,
  items: 0,
  tests: 0,
  ...more,
});
const lines = [
  line(1, 'Ratios', 0, { items: 2 }),
  line(2, 'Tables', 1, { items: 2 }),
  line(3, 'Rates', 1),
  line(4, 'Percent', 0),
];
const curriculum = {
  id: 9,
  name: 'Grade 6',
  subject: 'Mathematics',
  reach: 'mine',
  owner: 'Maren Holloway',
  mine: true,
  may: 'edit',
  version: 3,
  lines,
};
beforeEach(() => {
  answers.listCurricula = {
    curricula: [curriculum],
    classes: [{ classId: 4, className: '6B', curriculumId: 9, lineId: 2 }],
  };
  answers.readCurriculumLine = { contents: [], hidden: 0 };
  answers.writeCurriculum = { version: 4, ids: [1, 2, 3, 4, 5] };
});
const shown = (path = '/curricula/9') =>
  opened(CurriculumPage, {}, path, '/curricula/:curriculumId(\\d+)?');
const entryOf = (title: string) =>
  [...document.body.querySelectorAll<HTMLElement>('.outline .entry')].find((entry) =>
    entry.textContent?.includes(title),
  )!;
async function key(title: string, name: string): Promise<void> {
  entryOf(title).dispatchEvent(
    new KeyboardEvent('keydown', { key: name, altKey: true, bubbles: true }),
  );
  await flushPromises();
}
const written = () =>
  (bodies('writeCurriculum').at(-1) as { lines: { title: string; level: number }[] }).lines.map(
    ({ title, level }) => [title, level],
  );

describe('the outline', () => {
  test('says where a class is, and how much each line holds', async () => {
    await shown();
    expect(entryOf('Tables').textContent).toContain(say('curriculum.classIsHere', { name: '6B' }));
    expect(entryOf('Ratios').textContent).toContain(say('common.itemsCounted', { n: 2 }));
  });

  test('a line moves with what belongs to it, and undo writes what was there', async () => {
    await shown();
    await key('Percent', 'ArrowUp');
    expect(written()).toEqual([
      ['Percent', 0],
      ['Ratios', 0],
      ['Tables', 1],
      ['Rates', 1],
    ]);
    await takeBack({ undo: notice.value!.undo! });
    expect(bodies('writeCurriculum').at(-1)).toMatchObject({ version: 4 });
    expect(written()).toEqual(lines.map(({ title, level }) => [title, level]));
  });

  test('a line that cannot move is left, and nothing is sent', async () => {
    await shown();
    await key('Ratios', 'ArrowUp');
    await key('Tables', 'ArrowRight');
    expect(bodies('writeCurriculum')).toEqual([]);
  });

  test('a new line is named at its place; an empty name adds none', async () => {
    await shown();
    await press(say('curriculum.addLine'));
    expect(control(say('curriculum.add')).hasAttribute('disabled')).toBe(true);
    await type(say('curriculum.titleOfNewLine'), 'Angles');
    await press(say('curriculum.add'));
    expect(written().at(-1)).toEqual(['Angles', 0]);
  });

  test('of a colleague is read only', async () => {
    answers.listCurricula = {
      curricula: [{ ...curriculum, mine: false, may: 'read', owner: 'Amara Nwosu' }],
      classes: [],
    };
    await shown();
    expect(document.body.textContent).toContain(
      say('curriculum.ownedBy', { owner: 'Amara Nwosu' }),
    );
    expect(() => control(say('curriculum.addLine'))).toThrow();
    await key('Percent', 'ArrowUp');
    expect(bodies('writeCurriculum')).toEqual([]);
  });

  test('none yet says what one is for', async () => {
    answers.listCurricula = { curricula: [], classes: [] };
    await shown('/curricula');
    expect(document.body.textContent).toContain(say('curriculum.whatItIsFor'));
  });
});

describe('what a line holds', () => {
  const ratioQuiz = {
    kind: 'test',
    id: 7,
    test: { title: 'Ratio quiz', kind: 'quiz', owner: 'Amara Nwosu', ready: true, may: 'read' },
  };
  const other = { ...ratioQuiz, id: 8, test: { ...ratioQuiz.test, title: 'Rate quiz' } };
  beforeEach(() => {
    answers.readCurriculumLine = { contents: [ratioQuiz, other], hidden: 2 };
  });

  test('is put in another order, and what was removed comes back', async () => {
    await shown('/curricula/9?line=2');
    expect(document.body.textContent).toContain(say('curriculum.hiddenContents', { n: 2 }));
    await press(say('curriculum.moveContentDown', { text: 'Ratio quiz' }));
    expect(bodies('arrangeCurriculumLine')).toEqual([
      { contents: [8, 7].map((id) => ({ kind: 'test', id })) },
    ]);
    await press(say('curriculum.removeContent', { text: 'Rate quiz' }));
    await takeBack({ undo: notice.value!.undo! });
    expect(bodies('placeInCurriculum')).toEqual([{ items: [], tests: [8] }]);
  });

  test('a class is put there, or left to the dates', async () => {
    await shown('/curricula/9?line=2');
    await check('6B');
    expect(bodies('followCurriculum')).toEqual([{ curriculumId: 9, lineId: null }]);
  });
});

describe('a new curriculum', () => {
  async function read(text: string) {
    const page = await opened(NewCurriculumDialog, { modelValue: false });
    await page.setProps({ modelValue: true });
    page.findComponent({ name: 'FileButton' }).vm.$emit('chosen', {
      name: 'Grade 7.csv',
      size: text.length,
      arrayBuffer: async () => Uint8Array.from(Buffer.from(text)).buffer,
    });
    await flushPromises();
    return page;
  }

  test('is filled from a table, and takes its name', async () => {
    answers.makeCurriculum = { id: 12 };
    const page = await read('Unit,Lesson\nSigns,Adding\n');
    await submit();
    expect(bodies('makeCurriculum')).toMatchObject([
      {
        name: 'Grade 7',
        lines: [
          { title: 'Signs', level: 0 },
          { title: 'Adding', level: 1 },
        ],
      },
    ]);
    expect(page.emitted('made')).toEqual([[12]]);
  });

  test('from a table that is none says in which line', async () => {
    await read('title,level\nSigns,1\n,2\n');
    expect(document.body.querySelector('[role=alert]')?.textContent).toBe('Line 3 has no title.');
  });
});

test('a line of the index is chosen as a filter, and unfolds what is below', async () => {
  const page = await opened(CurriculumIndex, { modelValue: null, what: 'items' });
  expect(document.body.textContent).not.toContain('Tables');
  await press(`${say('banks.expand')} Ratios`);
  await press('Tables2');
  expect(page.emitted('update:modelValue')).toEqual([[2]]);
});

test('items are placed in a line; undo takes out only what was new', async () => {
  answers.placeInCurriculum = { items: [21], tests: [], already: 1 };
  answers.readCurriculumLine = {
    contents: [20, 21].map((id) => ({ kind: 'item', id, item: {} })),
    hidden: 0,
  };
  const page = await opened(PlaceInCurriculum, { modelValue: false, items: [20, 21], tests: [] });
  await page.setProps({ modelValue: true });
  await flushPromises();
  await check('Tables');
  await press(say('curriculum.place'));
  expect(bodies('placeInCurriculum')).toEqual([{ items: [20, 21], tests: [] }]);
  expect(notice.value!.text).toContain(say('curriculum.alreadyThere', { n: 1 }));
  await takeBack({ undo: notice.value!.undo! });
  expect(bodies('arrangeCurriculumLine')).toEqual([{ contents: [{ kind: 'item', id: 20 }] }]);
});
