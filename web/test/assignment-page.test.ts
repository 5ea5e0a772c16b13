/**
 * An assignment that was given: how it stands, who has it, what can be changed, and whom the next one goes to.
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

import { usualRules } from '@oaken/core/assignments';
import { flushPromises, type VueWrapper } from '@vue/test-utils';
import { defineComponent, h, reactive } from 'vue';
import { Refused } from '../src/client/request';
import AssignmentPage from '../src/desk/assignments/AssignmentPage.vue';
import GivenStudents from '../src/desk/assignments/GivenStudents.vue';
import WhenBlock from '../src/desk/assignments/WhenBlock.vue';
import WhoBlock from '../src/desk/assignments/WhoBlock.vue';
import { blankForm, type WishForm } from '../src/desk/assignments/wishForm';
import { notice } from '../src/desk/shared/undo';
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
  router,
  sent,
  type,
} from './support/desk';

atTheDesk();
const zone = 'America/New_York';
const has = (studentId: number, name: string, change: object = {}) => ({
  studentId,
  name,
  className: '6B',
  rosterNumber: studentId,
  guest: false,
  state: 'not-begun',
  attempts: 0,
  away: false,
  accommodations: '',
  closesAt: null,
  extraMinutes: 0,
  extraAttempts: 0,
  ...change,
});
const given = {
  id: 7,
  testId: 9,
  title: 'Rivers',
  kind: 'quiz',
  recipients: 'class 6B',
  classes: [{ id: 4, name: '6B' }],
  items: 8,
  points: 8,
  opensAt: now - hour,
  closesAt: now + 48 * hour,
  lateRule: { late: 'no' },
  rules: usualRules,
  releasedAt: null as number | null,
  stoppedAt: null,
  lastEnd: null as number | null,
  given: 3,
  notBegun: 1,
  working: 1,
  handedIn: 1,
  meanShare: null,
};
const assignment = {
  assignment: given,
  who: { classIds: [4], groupIds: [], studentIds: [], link: false },
  visibleFrom: null,
  answersFrom: null,
  word: '',
  instructions: '',
  note: '',
  forms: [null],
  formsFor: [],
  sections: [],
  standards: null,
  itemStandards: [{ id: 5, code: 'GE.6.RIV.1' }],
  link: null,
  students: [has(1, 'Ada Park'), has(2, 'Bo Lind', { state: 'working' })],
  letters: { sent: 0, waiting: 0, failed: 0 },
  mayChange: true,
};
beforeEach(() => {
  answers.listBanks = { banks: [] };
  answers.listFrameworks = { frameworks: [{ id: 1, name: 'Goals', standards }] };
  answers.listClasses = { classes: [{ id: 4, name: '6B', meetsUntil: null }] };
});
const standards = [
  {
    id: 5,
    parentId: null,
    code: 'GE.6.RIV.1',
    statement: 'Rivers',
    subject: 'Geography',
    grades: [6],
  },
];

async function shown(change: object = {}, ofRow: object = {}) {
  answers.readAssignment = { ...assignment, ...change, assignment: { ...given, ...ofRow } };
  return opened(AssignmentPage, {}, '/assignments/7', '/assignments/:assignmentId');
}
const absent = (name: string) => expect(() => control(name)).toThrow();
const isOff = (name: string) => control(name).hasAttribute('disabled');

describe('its standards', () => {
  test('are those of its items, which is said, until it gets others', async () => {
    await shown();
    expect(document.body.textContent).toContain('GE.6.RIV.1');
    expect(document.body.textContent).toContain(say('tests.takenFromItems'));
    await press(say('tests.changeStandards'));
    await press(say('banks.removeCode', { code: 'GE.6.RIV.1' }));
    await press(say('banks.useStandards', { n: 0 }));
    expect(bodies('setAssignmentStandards')).toEqual([{ standards: [] }]);
  });
});

describe('how it stands', () => {
  test('what is open can be closed for everybody, once that is confirmed', async () => {
    await shown();
    confirm.mockRejectedValueOnce('cancel');
    await press(say('assignments.closeNow'));
    expect(sent('stopAssignment')).toEqual([]);
    await press(say('assignments.closeNow'));
    expect(sent('stopAssignment')).toEqual([{ params: { assignmentId: 7 } }]);
    expect(notice.value?.text).toBe(say('assignments.itClosed'));
  });

  test('it says what closing does to those who work', async () => {
    await shown();
    await press(say('assignments.closeNow'));
    expect(confirm.mock.calls[0][0]).toBe(
      say('assignments.studentsWorkingNowHanded', {
        n: 1,
        notBegun: say('common.studentsCounted', { n: 1 }),
      }),
    );
  });

  test('nothing that somebody has begun can be taken back', async () => {
    await shown();
    absent(say('assignments.unassignTitle'));
  });

  test('what nobody has begun leaves the schedule', async () => {
    await shown({}, { working: 0, handedIn: 0 });
    await press(say('assignments.unassignTitle'));
    await flushPromises();
    expect(sent('takeBackAssignment')).toHaveLength(1);
    expect(router.currentRoute.value.path).toBe('/schedule');
  });

  test('there is nothing to release before somebody has handed in', async () => {
    await shown({}, { handedIn: 0 });
    absent(say('assignments.release'));
  });

  test('a release is said in words and can be undone', async () => {
    answers.releaseAssignment = { shows: { score: now, marks: now, answers: null } };
    await shown();
    await press(say('assignments.release'));
    expect(bodies('releaseAssignment')).toEqual([{ released: true }]);
    answers.readAssignment = { ...assignment, assignment: { ...given, releasedAt: now } };
    await shown({}, { releasedAt: now });
    await press(say('assignments.undoRelease'));
    expect(bodies('releaseAssignment')[1]).toEqual({ released: false });
  });

  test('letters that went out, wait and were lost are counted', async () => {
    const page = await shown({ letters: { sent: 2, waiting: 1, failed: 1 } });
    expect(page.text()).toContain(say('assignments.lettersSent', { n: 2 }));
    expect(page.text()).toContain(say('assignments.lostCouldNotBe', { lost: 1 }));
  });

  test('who watches it for a colleague changes nothing', async () => {
    const page = await shown({ mayChange: false });
    expect(page.text()).toContain(say('assignments.youWatchingThisAssignment'));
    absent(say('assignments.closeNow'));
    absent(say('assignments.saveChanges'));
  });

  test('what cannot be read says why', async () => {
    answers.readAssignment = new Refused({ title: 'There is no such assignment.' } as never);
    const page = await opened(AssignmentPage, {}, '/assignments/7', '/assignments/:assignmentId');
    expect(page.find('[role=alert]').text()).toBe('There is no such assignment.');
  });
});

describe('changing it', () => {
  test('as it stands there is nothing to save', async () => {
    await shown();
    expect(isOff(say('assignments.saveChanges'))).toBe(true);
  });

  test('a change says what it does before it is saved', async () => {
    const page = await shown();
    await check(say('assignments.never'));
    expect(page.find('.slip').text()).not.toContain(say('assignments.nothingChangedYetEverything'));
    expect(sent('changeAssignment')).toEqual([]);
    await page.find('form').trigger('submit');
    await flushPromises();
    expect(bodies('changeAssignment')).toEqual([expect.objectContaining({ closesAt: null })]);
    expect(notice.value?.text).toBe(say('assignments.changesSaved'));
  });

  test('what students only read affects nobody’s work, and says so', async () => {
    const page = await shown();
    await press(`${say('assignments.startSetting')}${say('assignments.noStartWordNo')}`).catch(
      () => undefined,
    );
    await type(say('assignments.aNoteTeachers'), 'Bring the maps.');
    expect(page.find('.slip').text()).toContain(say('assignments.onlyWhatStudentsRead'));
  });

  test('a refusal stands on the page, and nothing claims to be saved', async () => {
    answers.changeAssignment = new Refused({ title: 'It has closed meanwhile.' } as never);
    const page = await shown();
    await check(say('assignments.never'));
    await page.find('form').trigger('submit');
    await flushPromises();
    expect(notice.value).toMatchObject({ kind: 'failed', text: 'It has closed meanwhile.' });
  });
});

describe('who has it', () => {
  const list = (students: object[], mayChange = true) =>
    opened(GivenStudents, { students, mayChange, picked: [] });
  const rows = (page: VueWrapper) => page.findAll('tbody tr').map((row) => row.text());

  test('all are selected together, those who left are not among them', async () => {
    const page = await list([
      has(1, 'Ada Park'),
      has(2, 'Bo Lind'),
      has(3, 'Cora Finch', { state: 'withdrawn' }),
    ]);
    await check(say('common.selectAll'));
    expect(page.emitted('update:picked')).toEqual([[[1, 2]]]);
  });

  test('more time, minutes and attempts of one student are said', async () => {
    const page = await list([has(1, 'Ada Park', { extraMinutes: 10, extraAttempts: 1 })]);
    expect(rows(page)[0]).toContain(
      say('assignments.extraMinutesMoreMinutes', { extraMinutes: 10 }),
    );
    expect(rows(page)[0]).toContain(say('assignments.moreAttempts', { n: 1 }));
  });

  test('who left the sitting can be let in again', async () => {
    const page = await list([has(1, 'Ada Park', { away: true })]);
    await press(say('assignments.readmitName', { name: 'Ada Park' }));
    expect(page.emitted('letIn')).toHaveLength(1);
  });

  test('a guest can be said to be a student', async () => {
    const page = await list([has(1, 'Somebody', { guest: true })]);
    await press(say('assignments.linkNameStudent', { name: 'Somebody' }));
    expect(page.emitted('tie')).toHaveLength(1);
  });

  test('for a colleague there is nothing to press', async () => {
    await list([has(1, 'Ada Park', { away: true }), has(2, 'Guest', { guest: true })], false);
    absent(say('assignments.readmitName', { name: 'Ada Park' }));
    absent(say('assignments.linkNameStudent', { name: 'Guest' }));
  });
});

describe('whom it goes to', () => {
  const schoolClass = (id: number, name: string, grade: number) => ({
    id,
    name,
    grade,
    subject: 'Mathematics',
    period: '',
    students: 20,
  });
  const classes = [schoolClass(4, '6B', 6), schoolClass(5, '6D', 6), schoolClass(6, '7A', 7)];
  const groups = [{ id: 31, classId: 4, name: 'Early birds', students: [1, 2] }];
  let form: WishForm;
  async function who(change: object = {}) {
    form = reactive(blankForm(now, zone));
    const props = { classes, groups, testGrades: [6], reachable: null, wrong: '', ...change };
    return opened(
      defineComponent({ render: () => h(WhoBlock, { ...props, modelValue: form } as never) }),
    );
  }

  test('a whole grade is chosen and left by one box', async () => {
    await who();
    await check('6');
    expect(form.classIds).toEqual([4, 5]);
    await check('6');
    expect(form.classIds).toEqual([]);
  });

  test('single students are chosen from the roster, without those who left', async () => {
    answers.readClass = {
      roster: [
        { id: 1, rosterNumber: 1, givenName: 'Ada', familyName: 'Park', leftAt: null },
        { id: 2, rosterNumber: 2, givenName: 'Bo', familyName: 'Lind', leftAt: now },
      ],
    };
    const page = await who();
    await press(say('assignments.someStudentsName', { name: '6B' }));
    await check('1 Ada Park');
    expect(form.studentIds).toEqual([1]);
    expect(page.text()).not.toContain('Bo Lind');
  });

  test('a roster that cannot be read is said, and stays closed', async () => {
    answers.readClass = new Refused({ title: 'The server is busy.' } as never);
    await who();
    await press(say('assignments.someStudentsName', { name: '6B' }));
    expect(notice.value).toMatchObject({ kind: 'failed', text: 'The server is busy.' });
    const button = control(say('assignments.someStudentsName', { name: '6B' }));
    expect(button.getAttribute('aria-expanded')).toBe('false');
  });

  test('a class of another grade is asked about, not refused', async () => {
    const page = await who();
    form.classIds = [6];
    await flushPromises();
    expect(page.find('.note').text()).toBe(
      say('assignments.theTestGradeTest', {
        testGrades: '6',
        map: say('assignments.nameGradeGrade', { name: '7A', grade: 7 }),
      }),
    );
  });

  test('letters are offered only where somebody can get one', async () => {
    expect((await who()).text()).not.toContain(say('assignments.sendEMail'));
    expect((await who({ reachable: 3 })).text()).toContain(
      say('assignments.haveEMailAddress', { n: 3 }),
    );
  });

  test('without classes it says where to make one', async () => {
    const page = await who({ classes: [] });
    expect(page.find('a[href="/classes"]').text()).toBe(say('assignments.makeOne'));
  });
});

describe('when it closes', () => {
  let form: WishForm;
  async function when(classes: object[]) {
    form = reactive({ ...blankForm(now, zone), never: false });
    return opened(
      defineComponent({
        render: () => h(WhenBlock, { modelValue: form, problems: {}, classes } as never),
      }),
    );
  }

  // It is 10 in the morning in New York.
  test('the end of the class’s period is one press', async () => {
    await when([{ name: '6B', meetsUntil: '10:30' }]);
    await press(say('assignments.closesWithPeriod'));
    expect(form.closesWall).toBe('2026-11-28T10:30');
  });

  test('two classes are named with their periods', async () => {
    await when([
      { name: '6B', meetsUntil: '10:30' },
      { name: '6D', meetsUntil: '11:20' },
    ]);
    await press(say('assignments.closesWithPeriodOf', { name: '6D' }));
    expect(form.closesWall).toBe('2026-11-28T11:20');
  });

  test('what never closes needs no closing time', async () => {
    await when([]);
    await check(say('assignments.never'));
    absent(say('assignments.closesTomorrow'));
  });
});
