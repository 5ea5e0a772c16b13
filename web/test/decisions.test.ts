/**
 * What a teacher decides about a student: points, ratings, what they need, what is said to them; and whom an office adds.
 *
 * @jest-environment jsdom
 */
jest.mock('../src/client/call', () => jest.requireActual('./support/desk').mockedCall);
jest.mock('../src/theme/theme', () => jest.requireActual('./support/desk').mockedTheme);

import { noAccommodations } from '@oaken/core/accommodations';
import { flushPromises } from '@vue/test-utils';
import { Refused } from '../src/client/request';
import SetupPage from '../src/desk/accounts/SetupPage.vue';
import AccommodationsDialog from '../src/desk/classes/AccommodationsDialog.vue';
import AgreementTables from '../src/desk/marking/AgreementTables.vue';
import EarlierRescores from '../src/desk/rescoring/EarlierRescores.vue';
import DecisionForm from '../src/desk/results/DecisionForm.vue';
import RatingFields from '../src/desk/results/RatingFields.vue';
import { notice, takeBack } from '../src/desk/shared/undo';
import SayDialog from '../src/desk/watching/SayDialog.vue';
import AddStaffDialog from '../src/office/AddStaffDialog.vue';
import LinksDialog from '../src/office/LinksDialog.vue';
import { say } from '../src/words/teacher';
import {
  answers,
  atTheDesk,
  bodies,
  check,
  control,
  now,
  opened,
  press,
  sent,
  submit,
  type,
} from './support/desk';

atTheDesk();
const alert = () => document.body.querySelector('[role=alert]')?.textContent?.trim() ?? '';
const refused = (title: string) => new Refused({ title } as never);
const place = { assignmentId: 7, studentId: 11 };

describe('deciding about points', () => {
  const shown = (kind: string, entry: string | null = null) =>
    opened(DecisionForm, { modelValue: { kind, entry }, place, number: entry ? 3 : undefined });
  beforeEach(() => {
    answers.adjust = { id: 5 };
  });

  test('bonus points go to the whole work with their reason', async () => {
    const page = await shown('bonus');
    await type(say('common.points'), '1,5');
    await type(say('results.reason'), 'Helped the class');
    await submit();
    expect(sent('adjust')).toEqual([
      {
        params: place,
        body: { kind: 'bonus', entry: null, points: 1.5, reason: 'Helped the class' },
      },
    ]);
    expect(page.emitted('decided')).toHaveLength(1);
  });

  test.each(['', 'two'])('“%s” are no points', async (points) => {
    await shown('override', 'e3');
    await type(say('common.points'), points);
    await submit();
    expect([alert(), sent('adjust')]).toEqual([say('results.pointsNumber'), []]);
  });

  test('what is not scored asks for no points', async () => {
    const page = await shown('excused', 'e3');
    expect(page.findAll('input')).toHaveLength(1);
    await submit();
    expect(bodies('adjust')).toEqual([{ kind: 'excused', entry: 'e3', points: null, reason: '' }]);
  });

  test('undo takes back what was decided', async () => {
    const page = await shown('excused');
    await submit();
    await takeBack({ undo: notice.value!.undo! });
    expect(page.emitted('takeBack')).toEqual([[5]]);
  });

  test('a refusal stands in the form, which stays', async () => {
    answers.adjust = refused('Give a reason: it is kept with the score.');
    const page = await shown('excused');
    await submit();
    expect(alert()).toContain('Give a reason');
    expect(page.emitted('update:modelValue')).toBeUndefined();
  });
});

describe('ratings', () => {
  const work = {
    ratings: [{ standard: 'MA.6.RAT.1', statement: 'Ratios', rating: 2 }],
    mayChange: true,
  };

  test.each([3, null])('%s is kept for the standard', async (rating) => {
    const page = await opened(RatingFields, { work, place });
    page.findComponent({ name: 'SelectField' }).vm.$emit('update:modelValue', rating);
    await flushPromises();
    expect(bodies('rate')).toEqual([
      { standard: 'MA.6.RAT.1', ratings: [{ studentId: place.studentId, rating }] },
    ]);
  });

  test('a rating that is not kept does not stay in its field', async () => {
    answers.rate = refused('This student has not begun it.');
    const page = await opened(RatingFields, { work, place });
    page.findComponent({ name: 'SelectField' }).vm.$emit('update:modelValue', 4);
    await flushPromises();
    expect([page.emitted('refused'), notice.value!.kind]).toEqual([[[]], 'failed']);
  });
});

describe('what a student needs', () => {
  const act = async (work: () => Promise<unknown>) => {
    await work();
    return true;
  };
  const student = {
    id: 11,
    givenName: 'Bodhi',
    familyName: 'Abara',
    accommodations: { ...noAccommodations, aloud: true },
  };
  async function shown() {
    const page = await opened(AccommodationsDialog, { modelValue: null, classId: 3, act });
    await page.setProps({ modelValue: student });
    await flushPromises();
    return page;
  }

  test('it begins with what they have', async () => {
    await shown();
    await submit();
    expect(sent('setAccommodations')).toEqual([
      { params: { classId: 3, studentId: 11 }, body: student.accommodations },
    ]);
  });

  test('no time limit is one of the times', async () => {
    await shown();
    await check(say('classes.noTimeLimit'));
    await submit();
    expect(bodies('setAccommodations')).toEqual([{ ...student.accommodations, time: null }]);
  });

  test('what is none at first is shown as chosen', async () => {
    await shown();
    const chosen = [...document.body.querySelectorAll('label.is-checked')].map((label) =>
      label.textContent!.trim(),
    );
    expect(chosen).toContain(say('common.all'));
  });

  test('all choices can be given back', async () => {
    const page = await opened(AccommodationsDialog, { modelValue: null, classId: 3, act });
    const fewer = { ...noAccommodations, mostChoices: 2 };
    await page.setProps({ modelValue: { ...student, accommodations: fewer } });
    await flushPromises();
    await check(say('common.all'));
    await submit();
    expect(bodies('setAccommodations')).toEqual([noAccommodations]);
  });

  test('it is said in words, and undone', async () => {
    await shown();
    await check(say('classes.questionsCanBeRead'));
    await submit();
    expect(notice.value!.text).toBe(`Bodhi Abara: ${say('classes.noAccommodations')}.`);
    await takeBack({ undo: notice.value!.undo! });
    expect(bodies('setAccommodations')[1]).toEqual(student.accommodations);
  });

  test('what is refused is said, and the dialog stays', async () => {
    answers.setAccommodations = refused('The student was not found.');
    const page = await shown();
    await submit();
    expect(alert()).toContain('The student was not found.');
    expect(page.emitted('update:modelValue')).toBeUndefined();
  });
});

describe('a message to those who work', () => {
  const shown = async (studentIds: number[] | null) => {
    const page = await opened(SayDialog, {
      modelValue: false,
      assignmentId: 7,
      studentIds,
      whom: 'all',
    });
    await page.setProps({ modelValue: true });
    await flushPromises();
    return page;
  };

  test.each([[[11, 12]], [null]])('to %j', async (studentIds) => {
    const page = await shown(studentIds);
    await type(say('watching.messageShownOnTheir'), 'Five more minutes.');
    await submit();
    expect(bodies('sayToStudents')).toEqual([{ studentIds, text: 'Five more minutes.' }]);
    expect(page.emitted('done')).toHaveLength(1);
  });

  test('what is not sent stays typed', async () => {
    answers.sayToStudents = refused('Type a message.');
    const page = await shown(null);
    await submit();
    expect([alert(), page.emitted('done')]).toEqual([
      expect.stringContaining('Type a message.'),
      undefined,
    ]);
  });
});

describe('how far two markers agree', () => {
  const secondMarking = {
    n: 4,
    same: 3,
    kappa: { value: 0.61 },
    weighted: { value: null, reason: 'both gave everybody the same points' },
    secondMarker: 'Ana Lee',
    points: [0, 1, 2],
    table: [
      [1, 0, 0],
      [0, 1, 1],
      [0, 0, 1],
    ],
  };
  const shown = (changes: object = {}) =>
    opened(AgreementTables, { secondMarking: { ...secondMarking, ...changes } });

  // Landis and Koch (1977), from memory: 0.61 to 0.80 is substantial.
  test('kappa is said in a word', async () => {
    expect((await shown()).text()).toContain(
      say('marking.agreementWordBeyondWhat', { agreementWord: 'substantial' }),
    );
  });

  test('where there is no figure the reason stands', async () => {
    expect((await shown()).text()).toContain('both gave everybody the same points');
  });

  test('the points that are the same stand on the diagonal', async () => {
    const page = await shown();
    expect(page.findAll('.cross td.same').map((cell) => cell.text())).toEqual(['1', '1', '1']);
  });

  test('nobody marked by both: no table of points', async () => {
    expect((await shown({ n: 0 })).find('.cross').exists()).toBe(false);
  });
});

test('what was changed before names other questions, and undoes only what may be', async () => {
  const rescore = { reason: '', by: 'Maren', at: now, gained: 2, lost: 0, undone: null };
  const page = await opened(EarlierRescores, {
    number: 3,
    rescores: [
      { ...rescore, id: 1, number: 3, words: 'Key: B', mayUndo: false },
      { ...rescore, id: 2, number: 5, words: 'Dropped.', mayUndo: true },
    ],
  });
  const lines = page.findAll('li').map((line) => line.text());
  expect(lines[0]).not.toContain(say('rescoring.questionNumber', { number: 3 }));
  expect(lines[1]).toContain(say('rescoring.questionNumber', { number: 5 }));
  await press(say('common.undo'));
  expect(page.emitted('undo')).toEqual([[2]]);
});

describe('adding teachers', () => {
  const shown = async (text: string, taken: string[] = []) => {
    answers.addStaff = { links: [{ id: 9 }] };
    const page = await opened(AddStaffDialog, { modelValue: true, taken });
    await type(say('office.names'), text);
    return page;
  };
  const add = (n: number) => say('office.add', { value: say('office.people', { n }) });

  test('a name gets a sign-in name that is free', async () => {
    await shown('Ana Lee', ['ana.lee']);
    await press(add(1));
    expect(bodies('addStaff')).toEqual([
      { people: [expect.objectContaining({ familyName: 'Lee', signInName: 'ana.lee2' })] },
    ]);
  });

  test('a line that cannot be read is said with its number', async () => {
    const page = await shown('Ana Lee\nTom, tom@nowhere');
    expect(document.body.textContent).toContain(
      say('office.lineLineMessage', { line: 2, message: '' }).trim(),
    );
    expect(page.emitted('added')).toBeUndefined();
  });

  test('nobody can be added from an empty list', async () => {
    await shown('');
    expect(control(say('office.add', { value: '' }).trim()).hasAttribute('disabled')).toBe(true);
  });

  test('what is refused is said, and the list stays', async () => {
    const page = await shown('Ana Lee');
    answers.addStaff = refused('Line 1: the sign-in name “ana.lee” is taken.');
    await press(add(1));
    expect(alert()).toContain('is taken');
    expect(page.emitted('added')).toBeUndefined();
  });

  test('links are copied, a line each', async () => {
    const writeText = jest.fn(async () => {});
    Object.defineProperty(navigator, 'clipboard', { value: { writeText }, configurable: true });
    const link = {
      id: 9,
      name: 'Ana Lee',
      signInName: 'ana.lee',
      link: 'http://x/welcome#1',
      until: now,
    };
    await opened(LinksDialog, { links: [link] });
    await press(say('common.copy'));
    expect(writeText).toHaveBeenCalledWith(
      expect.stringMatching(/Ana Lee.*ana\.lee.*http:\/\/x\/welcome#1/),
    );
    expect(notice.value!.text).toBe(say('office.linksCopied', { n: 1 }));
  });
});

describe('beginning a school', () => {
  const shown = async () => {
    location.hash = '#secret';
    return opened(SetupPage);
  };

  test('a link that has ended says so, and asks nothing', async () => {
    answers.readSetup = refused('This link has expired.');
    const page = await shown();
    expect([page.text(), page.find('form').exists()]).toEqual([
      expect.stringContaining('This link has expired.'),
      false,
    ]);
  });

  test('the link’s secret goes along with what is typed', async () => {
    answers.readSetup = { zones: ['America/New_York', 'UTC'] };
    answers.beginSchool = refused('Type the school’s name.');
    await shown();
    await submit();
    expect(bodies('beginSchool')).toEqual([
      expect.objectContaining({ token: 'secret', school: expect.objectContaining({ name: '' }) }),
    ]);
  });
});
