/**
 * The parts in which an assignment's rules are set, extended and tied, and its calendar.
 *
 * @jest-environment jsdom
 */
jest.mock('../src/client/call', () => jest.requireActual('./support/desk').mockedCall);
jest.mock('../src/theme/theme', () => jest.requireActual('./support/desk').mockedTheme);

import { usualRules } from '@oaken/core/assignments';
import { defineComponent, h, reactive } from 'vue';
import BandsEditor from '../src/desk/assignments/BandsEditor.vue';
import ExtendDialog from '../src/desk/assignments/ExtendDialog.vue';
import FormsSetting from '../src/desk/assignments/FormsSetting.vue';
import TieDialog from '../src/desk/assignments/TieDialog.vue';
import TimeFields from '../src/desk/assignments/TimeFields.vue';
import WindowCalendar from '../src/desk/assignments/WindowCalendar.vue';
import { Refused } from '../src/client/request';
import { say } from '../src/words/teacher';
import {
  answers,
  atTheDesk,
  bodies,
  check,
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
const day = 24 * hour;

describe('extending for some students', () => {
  const assignment = { id: 7, closesAt: now + 2 * hour };
  async function shown(more: object = {}) {
    answers.extendAssignment = { students: 2 };
    const page = await opened(ExtendDialog, {
      modelValue: false,
      assignment,
      studentIds: [11, 12],
      students: 2,
      ...more,
    });
    await page.setProps({ modelValue: true });
    await submit();
    return page;
  }

  test('five minutes more are what is offered first', async () => {
    const page = await shown();
    expect(sent('extendAssignment')).toEqual([
      {
        params: { assignmentId: 7 },
        body: { studentIds: [11, 12], closesAt: null, minutes: 5, attempts: 0 },
      },
    ]);
    expect(page.emitted('done')).toEqual([['2 students have 5 more minutes.']]);
  });

  test('everybody is meant where nobody is named', async () => {
    await shown({ studentIds: null });
    expect(bodies('extendAssignment')).toEqual([expect.objectContaining({ studentIds: null })]);
  });

  test('a refusal is said in the dialog, which stays open', async () => {
    answers.extendAssignment = new Refused({ title: 'It never closes for anybody.' } as never);
    const page = await opened(ExtendDialog, {
      modelValue: false,
      assignment,
      studentIds: null,
      students: 3,
    });
    await page.setProps({ modelValue: true });
    await submit();
    expect(document.body.querySelector('[role=alert]')!.textContent).toContain('never closes');
    expect(page.emitted('done')).toBeUndefined();
  });

  test('what never closes cannot be open longer', async () => {
    await shown({ assignment: { id: 7, closesAt: null } });
    const box = document.body.querySelector<HTMLInputElement>('input[type=checkbox]')!;
    expect(box.disabled).toBe(true);
  });

  test('a later closing time is sent with the minutes, and both are said', async () => {
    const page = await opened(ExtendDialog, {
      modelValue: false,
      assignment,
      studentIds: [11],
      students: 1,
    });
    answers.extendAssignment = { students: 1 };
    await page.setProps({ modelValue: true });
    await check(say('assignments.openUntil'));
    await submit();
    // Half past three of the next day at the school, which is in New York.
    const until = Date.UTC(2026, 10, 29, 20, 30);
    expect(bodies('extendAssignment')).toEqual([
      { studentIds: [11], closesAt: until, minutes: 5, attempts: 0 },
    ]);
    expect(page.emitted('done')![0]![0]).toMatch(/^1 student has .*3:30 PM and 5 more minutes\.$/);
  });
});

describe('which student a guest was', () => {
  const guest = { studentId: 99, name: 'Sam' };
  async function shown() {
    answers.listClasses = {
      classes: [
        { id: 3, name: '6B', subject: 'Mathematics', putAway: false },
        { id: 4, name: '5A', subject: 'Reading', putAway: true },
      ],
    };
    answers.readClass = {
      roster: [
        { id: 11, rosterNumber: 1, givenName: 'Bodhi', familyName: 'Abara', leftAt: null },
        { id: 12, rosterNumber: 2, givenName: 'Ines', familyName: 'Barlow', leftAt: now },
      ],
    };
    const page = await opened(TieDialog, { modelValue: null, assignmentId: 7 });
    await page.setProps({ modelValue: guest });
    await new Promise((resolve) => setTimeout(resolve));
    return page;
  }
  const options = () =>
    [...document.body.querySelectorAll('.el-select-dropdown__item')].map((option) =>
      option.textContent!.trim(),
    );

  test('classes that are archived are not offered', async () => {
    await shown();
    expect(options()).toContain('6B, Mathematics');
    expect(options()).not.toContain('5A, Reading');
  });

  test('nobody is chosen at first', async () => {
    await shown();
    expect(control(say('assignments.linkThisStudent')).hasAttribute('disabled')).toBe(true);
  });

  test('a class that cannot be read leaves no student to choose', async () => {
    const page = await shown();
    answers.readClass = new Error('no network');
    page.findAllComponents({ name: 'SelectField' })[0]!.vm.$emit('update:modelValue', 3);
    await new Promise((resolve) => setTimeout(resolve));
    expect(options().filter((text) => text.includes('Abara'))).toEqual([]);
  });

  test('the work goes to the student who is chosen', async () => {
    const page = await shown();
    const [schoolClass, student] = page.findAllComponents({ name: 'SelectField' });
    schoolClass!.vm.$emit('update:modelValue', 3);
    await new Promise((resolve) => setTimeout(resolve));
    expect(options()).toContain('1 Bodhi Abara');
    expect(options()).not.toContain('2 Ines Barlow');
    student!.vm.$emit('update:modelValue', 11);
    await submit();
    expect(sent('tieGuest')).toEqual([
      { params: { assignmentId: 7, guestId: 99 }, body: { studentId: 11 } },
    ]);
    expect(page.emitted('done')![0]![0]).toContain('Bodhi Abara');
  });
});

describe('letter bands', () => {
  const bands = [
    { name: 'A', from: 0.9 },
    { name: 'B', from: 0.8 },
    { name: 'F', from: 0 },
  ];
  const shown = async (modelValue: object[] = bands) => {
    const page = await opened(BandsEditor, { modelValue, wrong: undefined });
    return { page, last: () => page.emitted('update:modelValue')!.at(-1)![0] };
  };

  test('a new one stands before the last, a tenth below the one above', async () => {
    const { last } = await shown();
    await press(say('assignments.addBand'));
    expect(last()).toEqual([
      bands[0],
      bands[1],
      { name: '', from: expect.closeTo(0.7, 9) },
      bands[2],
    ]);
  });

  test('one is removed by its name', async () => {
    const { last } = await shown();
    await press(say('assignments.removeBandName', { name: 'B' }));
    expect(last()).toEqual([bands[0], bands[2]]);
  });

  test('two always stay', async () => {
    await shown(bands.slice(1));
    expect(() => control(say('assignments.removeBandName', { name: 'B' }))).toThrow();
  });

  test('there are twelve at most', async () => {
    await shown(Array.from({ length: 12 }, (_, n) => ({ name: String(n), from: (11 - n) / 12 })));
    expect(() => control(say('assignments.addBand'))).toThrow();
  });

  test('a percent is kept as a share', async () => {
    const { last } = await shown();
    await type(say('assignments.bandNumberBeginsAt', { number: 2 }), '82.5');
    expect(last()).toEqual([bands[0], { name: 'B', from: 0.825 }, bands[2]]);
  });

  test('a name is kept once it is typed', async () => {
    const { last } = await shown();
    await type(say('assignments.nameBandNumber', { number: 1 }), 'Great');
    expect(last()).toEqual([{ name: 'Great', from: 0.9 }, bands[1], bands[2]]);
  });

  test('what is wrong with them stands below', async () => {
    const page = await opened(BandsEditor, { modelValue: bands, wrong: 'Two bands are alike.' });
    expect(page.text()).toContain('Two bands are alike.');
  });
});

describe('time', () => {
  const form = (changes: object = {}) =>
    reactive({
      ...usualRules,
      offPercent: 33,
      limited: true,
      limitMinutes: 20,
      partsTimed: 'none',
      itemMinutes: 1,
      sectionMinutes: {},
      warns: '5, 1',
      ...changes,
    });
  const shown = async (changes: object = {}, more: object = {}) => {
    const model = form(changes);
    const page = await opened(TimeFields, {
      modelValue: model,
      problems: {},
      sections: [
        { id: 's1', title: 'Part one' },
        { id: 's2', title: '' },
      ],
      ...more,
    });
    return { model, page };
  };
  const labels = () =>
    [...document.body.querySelectorAll('input')].map((input) => input.getAttribute('aria-label'));

  test('practice asks what a wrong try costs, and knows no times of parts', async () => {
    await shown({ mode: 'practice' });
    expect(labels()).toContain(say('assignments.percentOffEachWrong'));
    expect(document.body.textContent).not.toContain(say('assignments.timeLimitsBySection'));
  });

  test('each section has its own field, also without a title', async () => {
    await shown({ partsTimed: 'sections' });
    expect(labels()).toEqual(
      expect.arrayContaining([
        say('assignments.minutesTitle', { title: 'Part one' }),
        say('assignments.minutesTitle', {
          title: say('assignments.sectionNumber', { number: 2 }),
        }),
      ]),
    );
  });

  test('each item has one time for all', async () => {
    await shown({ partsTimed: 'items' });
    expect(labels()).toContain(say('assignments.minutesEachItem'));
  });

  test('without any time there is nothing to warn of', async () => {
    await shown({ limited: false });
    expect(labels()).not.toContain(say('assignments.timeWarningsMinutesBefore'));
  });

  test('what was given keeps its mode', async () => {
    const { page } = await shown({}, { given: true });
    expect(
      page
        .findAll('input[type=radio]')
        .slice(0, 2)
        .every((radio) => (radio.element as HTMLInputElement).disabled),
    ).toBe(true);
  });

  test('a problem stands at its field, which says so to readers', async () => {
    const { page } = await shown({}, { problems: { limit: 'At least 1 minute.' } });
    expect(page.text()).toContain('At least 1 minute.');
  });
});

describe('forms', () => {
  const forms = [
    { id: null, name: 'A', note: '' },
    { id: 'f2', name: 'B', note: '' },
  ];
  const party = { key: 'c3', name: '6B', classId: 3 };
  function shown(chosen: object) {
    const form = reactive({ forms: [null, 'f2'], formsFor: [] as object[], ...chosen });
    return opened(
      defineComponent({
        setup: () => () =>
          h(FormsSetting, { modelValue: form as never, problems: {}, forms, parties: [party] }),
      }),
    ).then((page) => ({ page, form }));
  }

  test.each([
    [{ forms: [null, 'f2'] }, /A and B/],
    [{ forms: ['f2'] }, /B/],
    [{ forms: [] }, new RegExp(say('assignments.noneChosen'))],
  ])('%j is said in a line', async (chosen, words) => {
    const { page } = await shown(chosen);
    expect(page.get('summary').text()).toMatch(words);
  });

  test.each([
    ['f2', [{ classId: 3, form: 'f2' }]],
    ['null', [{ classId: 3, form: null }]],
    ['turn', []],
  ])('a class gets %s', async (value, formsFor) => {
    const { page, form } = await shown({ formsFor: [{ classId: 3, form: 'f2' }] });
    page.findComponent({ name: 'SelectField' }).vm.$emit('update:modelValue', value);
    expect(form.formsFor).toEqual(formsFor);
  });

  test('a form that is unchecked goes round no more', async () => {
    const { form } = await shown({});
    await check(say('assignments.formName', { name: 'B' }));
    expect(form.forms).toEqual([null]);
  });
});

describe('the calendar of windows', () => {
  const bar = (id: number, opensAt: number, closesAt: number | null) => ({
    id,
    title: `Window ${id}`,
    classes: '6B',
    account: '',
    opensAt,
    closesAt,
  });
  const weeks = async (bars: object[], count = 2, extra: object | null = null) => {
    const page = await opened(WindowCalendar, { bars, from: now, weeks: count, extra });
    return page
      .findAll('.week')
      .map((week) =>
        week
          .findAll('.bar')
          .map((line) => [
            line.get('b').text(),
            (line.element as HTMLElement).style.gridColumn,
            line.classes().filter((name) => ['begins', 'ends', 'mine'].includes(name)),
          ]),
      );
  };

  // Saturday, November 28, 2026 is the sixth column of its week.
  test('a bar stands in the columns of its days', async () => {
    expect(await weeks([bar(1, now, now + day)])).toEqual([
      [['Window 1', '6 / 8', ['begins', 'ends']]],
      [],
    ]);
  });

  test('what goes on stands in the next week too, without a beginning', async () => {
    expect(await weeks([bar(1, now, now + 3 * day)])).toEqual([
      [['Window 1', '6 / 8', ['begins']]],
      [['Window 1', '1 / 3', ['ends']]],
    ]);
  });

  test('what never closes has no end', async () => {
    expect(await weeks([bar(1, now, null)])).toEqual([
      [['Window 1', '6 / 8', ['begins']]],
      [['Window 1', '1 / 8', []]],
    ]);
  });

  test('the one that is being made is marked', async () => {
    const extra = { title: 'New', classes: '', opensAt: now, closesAt: now };
    expect(await weeks([], 1, extra)).toEqual([[['New', '6 / 7', ['mine', 'begins', 'ends']]]]);
  });

  test('a week without any says so', async () => {
    const page = await opened(WindowCalendar, { bars: [], from: now, weeks: 1 });
    expect(page.get('.none').text()).toBe(say('assignments.nothingInThisWeek'));
  });
});
