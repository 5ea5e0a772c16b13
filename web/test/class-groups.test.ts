/**
 * The groups of a class, and what is said about a class.
 *
 * @jest-environment jsdom
 */
jest.mock('../src/client/call', () => jest.requireActual('./support/desk').mockedCall);
jest.mock('../src/theme/theme', () => jest.requireActual('./support/desk').mockedTheme);
jest.mock(
  'element-plus/es/components/message-box/index.mjs',
  () => jest.requireActual('./support/desk').mockedMessageBox,
  { virtual: true },
);
const sortables: { column: HTMLElement; options: { onAdd(event: object): void } }[] = [];
jest.mock('sortablejs', () => ({
  __esModule: true,
  default: class {
    constructor(column: HTMLElement, options: { onAdd(event: object): void }) {
      sortables.push({ column, options });
    }
    destroy() {}
  },
}));

import { flushPromises } from '@vue/test-utils';
import ClassAbout from '../src/desk/classes/ClassAbout.vue';
import GroupColumns from '../src/desk/classes/GroupColumns.vue';
import { Refused } from '../src/client/request';
import { notice, takeBack } from '../src/desk/shared/undo';
import { say } from '../src/words/teacher';
import {
  answers,
  atTheDesk,
  bodies,
  check,
  confirm,
  control,
  hour,
  now,
  opened,
  press,
  sent,
  submit,
  type,
} from './support/desk';

atTheDesk();
beforeEach(() => sortables.splice(0));

const student = (id: number, rosterNumber: number, name: string, groups: number[]) => {
  const [givenName, familyName] = name.split(' ');
  return { id, rosterNumber, givenName, familyName, groups, leftAt: null };
};
const here = [
  student(11, 1, 'Bodhi Abara', [5]),
  student(12, 2, 'Ines Barlow', []),
  student(13, 3, 'Cora Finch', [5, 6]),
];
const facts = {
  id: 3,
  name: '6B',
  subject: 'Mathematics',
  period: '2nd period',
  meetsFrom: '08:55' as string | null,
  meetsUntil: '09:40' as string | null,
  term: 'Fall',
  grade: 6,
  notes: '',
  code: 'BRN6B2',
  joiningUntil: null as number | null,
  putAway: false,
  part: 'teacher',
};
const openClass = {
  class: facts,
  roster: here,
  assignments: 2,
  groups: [
    { id: 5, name: 'Ratio table' },
    { id: 6, name: 'Window bench' },
  ],
};
/** What the page does after each act is to read the class again; here it is enough that it was done. */
const act = async (work: () => Promise<unknown>) => {
  await work();
  return true;
};

describe('groups', () => {
  const shown = (more: object = {}) =>
    opened(GroupColumns, { openClass, here, mayChange: true, act, ...more });
  const members = () =>
    [...document.body.querySelectorAll('ul[data-column]')].map((list) => [
      list.getAttribute('aria-label'),
      [...list.querySelectorAll('[data-student] .who')].map((line) => line.textContent),
    ]);
  const drag = async (studentId: number, from: string, to: string) => {
    const list = (column: string) =>
      document.body.querySelector<HTMLElement>(`[data-column="${column}"]`)!;
    const item = list(from).querySelector<HTMLElement>(`[data-student="${studentId}"]`)!;
    sortables
      .find(({ column }) => column.dataset.column === to)!
      .options.onAdd({ item, from: list(from), to: list(to), pullMode: true, oldIndex: 0 });
    await flushPromises();
  };

  test('each has its students, and the roster all of them', async () => {
    await shown();
    expect(members()).toEqual([
      ['Everybody', ['1 Bodhi Abara', '2 Ines Barlow', '3 Cora Finch']],
      ['Ratio table', ['1 Bodhi Abara', '3 Cora Finch']],
      ['Window bench', ['3 Cora Finch']],
    ]);
  });

  test('a box puts a student in, which can be undone', async () => {
    await shown();
    await check('Ines Barlow in Ratio table');
    expect(sent('changeMembers')).toEqual([
      { params: { classId: 3, groupId: 5 }, body: { put: [12], take: [] } },
    ]);
    await takeBack({ undo: notice.value!.undo! });
    expect(bodies('changeMembers')[1]).toEqual({ put: [], take: [12] });
  });

  test('a box takes a student out', async () => {
    await shown();
    await check('Bodhi Abara in Ratio table');
    expect(bodies('changeMembers')).toEqual([{ put: [], take: [11] }]);
  });

  test('dragging from the roster leaves other groups alone', async () => {
    await shown();
    await drag(12, 'roster', '6');
    expect(sent('changeMembers')).toEqual([
      { params: { classId: 3, groupId: 6 }, body: { put: [12], take: [] } },
    ]);
  });

  test('dragging between groups moves', async () => {
    await shown();
    await drag(11, '5', '6');
    expect(sent('changeMembers').map(({ params, body }) => [params, body])).toEqual([
      [
        { classId: 3, groupId: 6 },
        { put: [11], take: [] },
      ],
      [
        { classId: 3, groupId: 5 },
        { put: [], take: [11] },
      ],
    ]);
  });

  test('undoing a move leaves a student where they were already', async () => {
    await shown();
    await drag(13, '5', '6');
    await takeBack({ undo: notice.value!.undo! });
    expect(bodies('changeMembers').slice(2)).toEqual([{ put: [13], take: [] }]);
  });

  test('a drop on the same list sends nothing', async () => {
    await shown();
    await drag(11, '5', '5');
    expect(sent('changeMembers')).toEqual([]);
  });

  test('a group is made by its name', async () => {
    await shown();
    await type(say('classes.newGroup'), '  Blue ');
    await submit();
    expect(bodies('makeGroup')).toEqual([{ name: 'Blue', students: [] }]);
  });

  test('the button of a new group submits its form', async () => {
    await shown();
    await type(say('classes.newGroup'), 'Blue');
    expect(control(say('classes.makeGroup')).getAttribute('type')).toBe('submit');
  });

  test('a name that is taken is said at its field, and stays typed', async () => {
    answers.makeGroup = new Refused({ title: 'There is a group “Blue” already.' } as never);
    const page = await shown();
    await type(say('classes.newGroup'), 'Blue');
    await submit();
    expect(page.get('[role=alert]').text()).toContain('There is a group “Blue” already.');
    expect(page.find<HTMLInputElement>('form input').element.value).toBe('Blue');
  });

  test('an empty name makes nothing', async () => {
    await shown();
    await submit();
    expect(sent('makeGroup')).toEqual([]);
  });

  test('another name is kept once it is typed', async () => {
    await shown();
    await type(say('classes.nameGroupName', { name: 'Ratio table' }), 'Ratios');
    expect(bodies('renameGroup')).toEqual([{ name: 'Ratios' }]);
  });

  test('a group with students is deleted only after a question, and comes back with them', async () => {
    await shown();
    await press(say('classes.deleteGroupNameTitle', { name: 'Ratio table' }));
    expect(confirm).toHaveBeenCalledTimes(1);
    expect(sent('removeGroup')).toHaveLength(1);
    await takeBack({ undo: notice.value!.undo! });
    expect(bodies('makeGroup')).toEqual([{ name: 'Ratio table', students: [11, 13] }]);
  });

  test('whoever says no keeps the group', async () => {
    confirm.mockRejectedValue('cancel');
    await shown();
    await press(say('classes.deleteGroupNameTitle', { name: 'Ratio table' }));
    expect(sent('removeGroup')).toEqual([]);
  });

  test('a substitute sees the groups and changes none', async () => {
    const page = await shown({ mayChange: false });
    expect(page.findAll('input:not([disabled])')).toEqual([]);
    expect([page.findAll('form').length, sortables.length]).toEqual([0, 0]);
  });
});

describe('what is said about a class', () => {
  const shown = async (changes: Partial<typeof facts> = {}, more: object = {}) => {
    answers.readTeachers ??= {
      teachers: [{ accountId: 1, name: 'Maren Holloway', part: 'teacher', until: null }],
      colleagues: [
        { accountId: 2, name: 'Ana Lee' },
        { accountId: 1, name: 'Maren Holloway' },
      ],
    };
    return opened(ClassAbout, {
      openClass: { ...openClass, class: { ...facts, ...changes } },
      mayChange: true,
      act,
      ...more,
    });
  };

  test('nothing is to be saved before something changed', async () => {
    await shown();
    expect(control(say('common.save')).hasAttribute('disabled')).toBe(true);
  });

  test('what was changed is sent whole, and undone whole', async () => {
    await shown();
    await type(say('classes.period'), '4th period');
    await submit();
    expect(bodies('describeClass')).toEqual([expect.objectContaining({ period: '4th period' })]);
    await takeBack({ undo: notice.value!.undo! });
    expect(bodies('describeClass')[1]).toMatchObject({ period: '2nd period', name: '6B' });
  });

  test('a refusal stands at its field', async () => {
    const refused = new Refused({
      title: 'Something in it is not right.',
      errors: [{ pointer: '/name', message: 'A class needs a name.' }],
    } as never);
    answers.describeClass = refused;
    const page = await shown();
    await type(say('common.name'), '');
    await submit();
    expect(page.text()).toContain('A class needs a name.');
  });

  test('who is with the class already is not offered again', async () => {
    const page = await shown();
    expect(page.findAll('.el-select-dropdown__item').map((option) => option.text())).not.toContain(
      'Maren Holloway',
    );
  });

  test('a co-teacher leaves the class by a press, and comes back by undo', async () => {
    const ana = { accountId: 2, name: 'Ana Lee', part: 'co-teacher', until: null };
    const maren = { accountId: 1, name: 'Maren Holloway', part: 'teacher', until: null };
    answers.readTeachers = { teachers: [maren, ana], colleagues: [] };
    await shown();
    await press(say('classes.removeName', { name: 'Ana Lee' }));
    expect(bodies('setTeachers')).toEqual([{ others: [] }]);
    await takeBack({ undo: notice.value!.undo! });
    expect(bodies('setTeachers')[1]).toEqual({ others: [{ accountId: 2, part: 'co-teacher' }] });
  });

  test('nobody takes the class from its teacher', async () => {
    const page = await shown();
    expect(page.findAll('table button')).toEqual([]);
  });

  test('students can join for the time that is chosen', async () => {
    await shown();
    await press(say('classes.open'));
    expect(bodies('openJoining')).toEqual([{ until: now + 2 * hour }]);
  });

  test('joining ends at once', async () => {
    await shown({ joiningUntil: now + hour });
    await press(say('classes.endNow'));
    expect(bodies('openJoining')).toEqual([{ until: null }]);
  });

  test('a class is archived, and restored by undo', async () => {
    await shown();
    await press(say('classes.archiveClass'));
    await takeBack({ undo: notice.value!.undo! });
    expect(bodies('putClassAway')).toEqual([{ away: true }, { away: false }]);
  });

  test('one with work in it cannot be deleted', async () => {
    await shown();
    expect(() => control(say('classes.deleteClass'))).toThrow();
  });

  test('one without work is deleted after a question, and the page is left', async () => {
    const page = await shown({}, { openClass: { ...openClass, assignments: 0 } });
    await press(say('classes.deleteClass'));
    expect([confirm.mock.calls.length, sent('removeClass').length]).toEqual([1, 1]);
    expect(page.emitted('gone')).toHaveLength(1);
  });

  test('a deletion that is refused says why and stays', async () => {
    answers.removeClass = new Refused({ title: 'This class has work in it.' } as never);
    const page = await shown({}, { openClass: { ...openClass, assignments: 0 } });
    await press(say('classes.deleteClass'));
    expect([notice.value!.kind, page.emitted('gone')]).toEqual(['failed', undefined]);
  });
});
