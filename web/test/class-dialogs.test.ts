/**
 * Adding a student by a form, and moving one.
 *
 * @jest-environment jsdom
 */
const call = jest.fn();
jest.mock('../src/client/call', () => ({ call: (...sent: unknown[]) => call(...sent) }));

import { flushPromises, mount } from '@vue/test-utils';
import ElementPlus from 'element-plus';
import AddStudentDialog from '../src/desk/classes/AddStudentDialog.vue';
import MoveStudentDialog from '../src/desk/classes/MoveStudentDialog.vue';
import { notice, takeBack } from '../src/desk/shared/undo';

beforeAll(() => {
  globalThis.ResizeObserver = class {
    observe() {}
    unobserve() {}
    disconnect() {}
  };
});
const openClass = { class: { id: 4, name: '6B', subject: 'Mathematics', grade: 6 } };
const dialog = {
  props: ['modelValue', 'title'],
  template: '<div v-if="modelValue"><h2>{{ title }}</h2><slot /><slot name="footer" /></div>',
};
const global = {
  plugins: [ElementPlus],
  stubs: { ElDialog: dialog, SelectField: { template: '<select />' }, Teleport: true },
};
const act = jest.fn(async (work: () => Promise<unknown>) => {
  await work();
  return true;
});
const planned = (line: object) => ({
  plans: [
    {
      lines: [{ act: 'add', name: 'Orla Wendell', rosterNumber: 28, likely: [], ...line }],
      gone: [],
      seen: 'abc',
    },
  ],
});
/** What each endpoint answers. */
let answers: Record<string, unknown>;
const sent = (name: string) => call.mock.calls.filter(([called]) => called === name);

beforeEach(() => {
  call.mockReset();
  act.mockClear();
  answers = { planRosters: planned({}), applyRosters: { changeId: 9 } };
  call.mockImplementation(async (name: string) => answers[name] ?? {});
});

describe('adding a student', () => {
  async function filled(fields: Record<string, string>) {
    const form = mount(AddStudentDialog, {
      props: { modelValue: false, openClass, act } as never,
      global,
    });
    await form.setProps({ modelValue: true });
    for (const [label, value] of Object.entries(fields)) {
      const field = form.findAll('label').find((candidate) => candidate.text().startsWith(label))!;
      await field.get('input').setValue(value);
    }
    const submit = async () => {
      await form.get('form').trigger('submit');
      await flushPromises();
    };
    await submit();
    return { form, submit };
  }
  const named = { 'First name': 'Orla', 'Last name': 'Wendell' };

  test('what is missing or cannot be is said beside its field, and nothing is asked', async () => {
    const { form } = await filled({ 'Last name': 'Wendell', 'E-mail': 'home', Grade: 'six' });
    expect(form.findAll('.wrong').map((sentence) => sentence.text())).toEqual([
      'The first name is missing.',
      'That is not an e-mail address.',
      'A grade is a whole number.',
    ]);
    expect(call).not.toHaveBeenCalled();
  });
  test('somebody new is added at once, and can be taken back', async () => {
    const { form } = await filled(named);
    expect(sent('applyRosters')[0]![1].body.rosters[0]).toMatchObject({
      classId: 4,
      seen: 'abc',
      choices: { lines: { 1: { take: true } } },
    });
    expect([form.emitted('update:modelValue'), notice.value?.text]).toEqual([
      [[false]],
      'Orla Wendell added to 6B.',
    ]);
    await takeBack({ undo: notice.value!.undo! });
    expect(sent('undoRosters')[0]![1]).toEqual({ params: { changeId: 9 } });
  });
  test('who is in the class already is not added twice', async () => {
    answers.planRosters = planned({ act: 'keep' });
    const { form } = await filled(named);
    expect(form.get('.wrong').text()).toBe('Orla Wendell is in this class already, as number 28.');
    expect(sent('applyRosters')).toEqual([]);
  });
  test('who is probably known is asked about; the answer goes with it', async () => {
    const likely = [
      { studentId: 77, name: 'Orla Wendel', why: 'almost the same name', where: '6D' },
    ];
    answers.planRosters = planned({ act: 'ask', likely });
    const { form, submit } = await filled(named);
    expect(sent('applyRosters')).toEqual([]);
    expect(form.text()).toContain('Orla Wendel');
    await submit();
    expect(sent('applyRosters')[0]![1].body.rosters[0].choices.lines).toEqual({
      1: { take: true, as: 77 },
    });
  });
  test('“Somebody new” is an answer', async () => {
    answers.planRosters = planned({
      act: 'ask',
      likely: [{ studentId: 77, name: 'Orla Wendel', why: '', where: '6D' }],
    });
    const { form, submit } = await filled(named);
    await form.findAll('input[type=radio]').at(-1)!.setValue(true);
    await submit();
    expect(sent('applyRosters')[0]![1].body.rosters[0].choices.lines).toEqual({
      1: { take: true, as: null },
    });
  });
});

describe('moving a student', () => {
  const student = { id: 12, givenName: 'Orla', familyName: 'Wendell' };
  const row = (id: number, name: string, more = {}) => ({
    id,
    name,
    subject: 'Mathematics',
    putAway: false,
    part: 'teacher',
    ...more,
  });
  async function opened(classes: object[]) {
    answers.listClasses = { classes };
    const form = mount(MoveStudentDialog, {
      props: { modelValue: null, openClass, act } as never,
      global,
    });
    await form.setProps({ modelValue: student } as never);
    await flushPromises();
    return form;
  }

  test('the only other class is chosen, and what moving does is said', async () => {
    const form = await opened([row(4, '6B'), row(5, '6D')]);
    expect(form.text()).toContain('Orla Wendell leaves 6B and joins 6D.');
  });
  test('without another class there is nothing to move to', async () => {
    const form = await opened([
      row(4, '6B'),
      row(6, '6E', { putAway: true }),
      row(7, '6F', { part: 'substitute' }),
    ]);
    expect(form.text()).toContain('You have no other class.');
  });
  test('it is done in one step, and undone in one', async () => {
    const form = await opened([row(4, '6B'), row(5, '6D')]);
    await form.get('form').trigger('submit');
    await flushPromises();
    await takeBack({ undo: notice.value!.undo! });
    expect(sent('moveStudent').map(([, { params, body }]) => [params.classId, body.to])).toEqual([
      [4, 5],
      [5, 4],
    ]);
  });
});
