/** Whom an assignment goes to, and what the server knows of them. */
import { nextTick, ref, type Ref } from 'vue';
import type { WishForm } from '../src/desk/assignments/wishForm';

const call = jest.fn();
jest.mock('../src/client/call', () => ({ call: (...sent: unknown[]) => call(...sent) }));

import { useRecipients } from '../src/desk/assignments/useRecipients';

const classes = [
  { id: 1, name: '6B', putAway: false },
  { id: 2, name: '6D', putAway: false },
  { id: 9, name: 'Last year', putAway: true },
];
const groups = [{ id: 4, name: 'Ratio table', className: '6B' }];
const told = (students: number) => ({
  students,
  accommodations: [],
  forms: [],
  reachable: 0,
  has: [],
});
const wish = (change: Partial<WishForm> = {}) =>
  ref({
    classIds: [],
    groupIds: [],
    studentIds: [],
    link: false,
    ...change,
  }) as unknown as Ref<WishForm>;
const read = async (work: () => Promise<unknown>) => {
  await work();
  return true;
};
/** Answers of the server by what is asked; how often it was asked for recipients. */
let asked = 0;
beforeEach(() => {
  asked = 0;
  call.mockImplementation(async (name: string) => {
    if (name === 'listClasses') return { classes };
    if (name === 'listGroups') return { groups };
    asked++;
    return told(27);
  });
});
const settled = async () => {
  for (let n = 0; n < 5; n++) await nextTick();
};

test('classes that are put away are not offered', async () => {
  const here = useRecipients(wish(), read);
  await here.load();
  expect(here.classes.value.map(({ name }) => name)).toEqual(['6B', '6D']);
});

describe('nobody', () => {
  test('is known without asking', async () => {
    const { recipients } = useRecipients(wish(), read);
    await settled();
    expect([recipients.value?.students, asked]).toEqual([0, 0]);
  });

  test('is not chosen by a link alone', () => {
    expect(useRecipients(wish({ link: true }), read).chosen.value).toBe(false);
  });
});

describe('somebody', () => {
  test('is counted by the server', async () => {
    const { recipients } = useRecipients(wish({ classIds: [1] }), read);
    await settled();
    expect(recipients.value?.students).toBe(27);
  });

  test('is not known while it is asked', () => {
    const { recipients } = useRecipients(wish({ classIds: [1] }), read);
    expect(recipients.value).toBeNull();
  });

  test('is asked for once where another part of the form changes', async () => {
    const form = wish({ classIds: [1] });
    useRecipients(form, read);
    await settled();
    form.value = { ...form.value, word: 'acorn' };
    await settled();
    expect(asked).toBe(1);
  });

  test('has the count of the last choice, whichever answer comes last', async () => {
    const answers: ((answer: unknown) => void)[] = [];
    call.mockImplementation(() => new Promise((resolve) => answers.push(resolve)));
    const form = wish({ classIds: [1] });
    const { recipients } = useRecipients(form, read);
    form.value = { ...form.value, classIds: [1, 2] };
    await settled();
    answers[1]!(told(52));
    await settled();
    answers[0]!(told(27));
    await settled();
    expect(recipients.value?.students).toBe(52);
  });

  test('that were chosen may each get a form of their own', async () => {
    const here = useRecipients(wish({ classIds: [2], groupIds: [4] }), read);
    await here.load();
    expect(here.parties.value).toEqual([
      { key: 'c2', name: '6D', classId: 2 },
      { key: 'g4', name: 'Ratio table of 6B', groupId: 4 },
    ]);
  });
});
