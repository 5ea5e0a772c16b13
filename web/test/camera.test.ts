/**
 * The phone that reads strips: what counts of what it sees, and what becomes of it without network.
 *
 * @jest-environment jsdom
 */
jest.mock('../src/client/call', () => jest.requireActual('./support/desk').mockedCall);
jest.mock('../src/theme/theme', () => jest.requireActual('./support/desk').mockedTheme);
// What opens cameras and decodes pictures needs more than jsdom has.
jest.mock('../src/desk/rounds/camera/CameraView.vue', () => ({
  __esModule: true,
  default: { name: 'CameraView', emits: ['picture'], render: () => null },
}));

import type { Letter } from '@oaken/core/capture';
import type { RoundDesk } from '@oaken/contract/rounds';
import { flushPromises } from '@vue/test-utils';
import { Refused, Unreachable } from '../src/client/request';
import CameraPage from '../src/desk/rounds/camera/CameraPage.vue';
import { say } from '../src/words/teacher';
import { answers, atTheDesk, bodies, opened } from './support/desk';
import { alone, asking, desk } from './support/rounds';
import { latestStream, openStreams } from './support/stream';

atTheDesk();
const student = (rosterNumber: number, name: string) => ({
  ...{ id: rosterNumber, rosterNumber, name, here: false, answered: false, late: false },
  ...{ ...alone, share: null },
});
const roster = [student(1, 'Bodhi Abara'), student(2, 'Ines Abara')];
const taken = { now: 0, counted: [], late: [], notOffered: [], unknown: [] };
const camera = (open: () => Promise<unknown>) =>
  Object.assign(navigator, {
    mediaDevices: { getUserMedia: open, enumerateDevices: async () => [] },
  });
const seeing = () => ({ getTracks: () => [], getVideoTracks: () => [] });

beforeEach(() => {
  localStorage.clear();
  openStreams();
  camera(async () => seeing());
  answers.takeStrips = taken;
});

async function shown(change: Partial<RoundDesk> = {}) {
  const page = await opened(CameraPage, {}, '/rounds/3/camera', '/rounds/:roundId/camera');
  const round = { asking: asking(), strips: true, students: roster, ...change };
  await latestStream().say('desk', desk(round));
  await flushPromises();
  const see = async (frames: number, ...codes: [number, Letter][]) => {
    const seen = codes.map(([number, letter]) => ({ number, letter }));
    for (let frame = 0; frame < frames; frame++)
      page.findComponent({ name: 'CameraView' }).vm.$emit('picture', seen);
    await flushPromises();
  };
  return { page, see };
}
/** What was sent, without how long ago it was read. */
const sent = () =>
  (bodies('takeStrips') as { strips: { number: number; letter: Letter }[] }[]).map(({ strips }) =>
    strips.map(({ number, letter }) => `${number}${letter}`),
  );

describe('what it sees', () => {
  test('is sent once three pictures agree, and once only', async () => {
    const { see } = await shown();
    await see(2, [1, 'A']);
    expect(sent()).toEqual([]);
    await see(5, [1, 'A']);
    expect(sent()).toEqual([['1A']]);
  });

  test('is sent again when somebody holds up another letter', async () => {
    const { see } = await shown();
    await see(3, [1, 'A']);
    await see(3, [1, 'B']);
    expect(sent()).toEqual([['1A'], ['1B']]);
  });

  test.each(['reading', 'closed', 'key'] as const)(
    'counts for nothing at step %s',
    async (step) => {
      const { see } = await shown({ asking: asking({ step }) });
      await see(4, [1, 'A']);
      expect(sent()).toEqual([]);
    },
  );

  test('begins anew with the next question', async () => {
    const { page, see } = await shown();
    await see(3, [1, 'A']);
    const next = asking({ id: 'e2', entry: 'e2' });
    await latestStream().say(
      'desk',
      desk({ version: 9, strips: true, students: roster, asking: next }),
    );
    await see(2, [1, 'A']);
    expect(sent()).toHaveLength(1);
    expect(page.text()).toContain(say('rounds.stripsRead', { n: 0, all: 2 }));
  });

  test('names who is missing, and only by number who is in; no letter stands on the page', async () => {
    const { page, see } = await shown();
    await see(3, [1, 'A']);
    expect(page.text()).toContain(say('rounds.stripsRead', { n: 1, all: 2 }));
    expect(page.text()).toContain('Ines Abara');
    expect(page.text()).not.toContain('Bodhi Abara');
  });

  test('a letter that is not offered is said with its number', async () => {
    answers.takeStrips = { ...taken, notOffered: [2] };
    const { page, see } = await shown();
    await see(3, [2, 'D']);
    expect(page.text()).toContain(say('rounds.stripsNotOffered', { numbers: '2' }));
  });
});

describe('without network', () => {
  test('what was read is kept, said to be, and sent with its age once there is a way', async () => {
    answers.takeStrips = new Unreachable();
    const { page, see } = await shown();
    await see(3, [1, 'A']);
    expect(page.text()).toContain(say('rounds.stripsUnsent', { n: 1 }));
    answers.takeStrips = taken;
    dispatchEvent(new Event('online'));
    await flushPromises();
    expect(page.text()).not.toContain(say('rounds.stripsUnsent', { n: 1 }));
    expect(sent()).toEqual([['1A'], ['1A']]);
  });

  test('it outlives the page', async () => {
    answers.takeStrips = new Unreachable();
    const { page, see } = await shown();
    await see(3, [1, 'A']);
    page.unmount();
    answers.takeStrips = taken;
    await shown();
    expect(sent().at(-1)).toEqual(['1A']);
  });

  test('what the server refuses is said and not sent for ever', async () => {
    answers.takeStrips = new Refused({ title: 'This round has ended.', status: 409 } as never);
    const { page, see } = await shown();
    await see(3, [1, 'A']);
    expect(page.find('[role=alert]').text()).toBe('This round has ended.');
    dispatchEvent(new Event('online'));
    await flushPromises();
    expect(sent()).toHaveLength(1);
  });
});

describe('the camera', () => {
  test.each([
    ['NotAllowedError', 'rounds.cameraRefused'],
    ['NotFoundError', 'rounds.cameraNone'],
    ['NotReadableError', 'rounds.cameraBusy'],
  ] as const)('%s is said in words, and can be tried again', async (name, key) => {
    camera(async () => {
      throw Object.assign(new Error(), { name });
    });
    const { page } = await shown();
    expect(page.find('[role=alert]').text()).toBe(say(key));
    camera(async () => seeing());
    await page.find('button').trigger('click');
    await flushPromises();
    expect(page.findComponent({ name: 'CameraView' }).exists()).toBe(true);
  });
});

test('strips are switched on with the first look', async () => {
  answers.leadRound = desk({ version: 6, strips: true });
  await shown({ strips: false });
  expect(bodies('leadRound')).toMatchObject([{ command: { do: 'use-strips', strips: true } }]);
});

test('a question that strips cannot answer is said to be one', async () => {
  const { page } = await shown({ asking: asking({ stripLetters: [] }) });
  expect(page.text()).toContain(say('rounds.stripsCannotAnswer'));
});
