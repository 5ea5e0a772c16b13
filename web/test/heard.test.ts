/**
 * What somebody hears who cannot see the page, told by a virtual screen reader.
 *
 * @jest-environment jsdom
 */
import { virtual } from '@guidepup/virtual-screen-reader';
import { forSitting } from '@oaken/core/items';
import { mount } from '@vue/test-utils';
import ElementPlus from 'element-plus';
import { createPinia, setActivePinia } from 'pinia';
import { computed, ref } from 'vue';
import { item, parts } from '../../core/test/support/one-of-each';
import AssignSlip from '../src/desk/assignments/AssignSlip.vue';
import MarkForm from '../src/desk/marking/MarkForm.vue';
import SittingWork from '../src/sitting/SittingWork.vue';

beforeAll(() => {
  Element.prototype.scrollIntoView = () => {};
  Element.prototype.scrollTo = () => {};
  globalThis.ResizeObserver = class {
    observe() {}
    unobserve() {}
    disconnect() {}
  };
});
beforeEach(() => setActivePinia(createPinia()));
afterEach(async () => {
  await virtual.stop();
  document.body.innerHTML = '';
});
const global = { plugins: [ElementPlus] };

/** Everything from the beginning of the page to its end, a phrase a line. */
async function heard(): Promise<string[]> {
  await virtual.start({ container: document.body });
  for (let steps = 0; steps < 300; steps++) {
    await virtual.next();
    if ((await virtual.lastSpokenPhrase()) === 'end of document') break;
  }
  return virtual.spokenPhraseLog();
}

describe('a sitting', () => {
  const form = {
    title: 'Rivers',
    directions: 'Take your time.',
    passages: {},
    sections: [
      {
        id: 's',
        title: '',
        directions: '',
        minutes: null,
        entries: (['single-choice', 'numeric'] as const).map((kind, n) => ({
          id: `q${n + 1}`,
          points: n + 1,
          item: forSitting(item(parts[kind])),
        })),
      },
    ],
  };
  const shown = (at: number, answers = {}) =>
    mount(SittingWork, {
      props: { form, answers, busy: false, at, asking: false },
      global,
      attachTo: document.body,
    });

  test('the question is told with its place, its worth and its choices', async () => {
    shown(0);
    const told = (await heard()).join('\n');
    expect(told).toMatch(/region, Question 1 of 2/);
    expect(told).toMatch(/heading, Question 1 of 2 · 1 point, level 2/);
    expect(told).toMatch(
      /radio, choice a, not checked[\s\S]*radio, choice b[\s\S]*radio, choice c/,
    );
  });
  test('the way through is told: where one is, and what is not answered', async () => {
    shown(0, { q2: { responses: { p4: '3' }, flagged: true } });
    const told = (await heard()).join('\n');
    expect(told).toContain('navigation, Questions');
    expect(told).toMatch(/button, Question 1, not answered, you are here/);
    expect(told).toMatch(/button, Question 2, answered, flagged/);
  });
  test('what can be done with the question is told after it, and handing in last', async () => {
    shown(1);
    const told = (await heard()).filter((phrase) => phrase.startsWith('button, '));
    expect(told.map((phrase) => phrase.split(', ')[1])).toEqual([
      'Keys',
      'Special characters: − × √ ½ ²',
      'Flag to come back',
      'Text and colors',
      'Back',
      'Question 1',
      'Question 2',
      'Hand in',
    ]);
  });
  test('nothing that is told gives the answer away', async () => {
    shown(0);
    expect((await heard()).join('\n')).not.toMatch(/misconception|right answer|key\b/i);
  });
});

describe('a mark', () => {
  const part = {
    guide: '<p>One point for a reason.</p>',
    criteria: [],
    maxPoints: 3,
    comments: ['Say why.'],
  };
  const typed = {
    points: ref('2'),
    comment: ref(''),
    recovered: ref(false),
    levels: computed(() => ({})),
    choose: () => {},
  };
  async function told(more: object = {}): Promise<string> {
    mount(MarkForm, {
      props: {
        task: { part, all: [] },
        typed,
        mayMark: true,
        forWhom: 'for the student',
        busy: false,
        wrong: '',
        ...more,
      } as never,
      global,
      attachTo: document.body,
    });
    return (await heard()).join('\n');
  }

  test('the guide comes first, then the points with how many there can be', async () => {
    expect(await told()).toMatch(
      /heading, What to look for[\s\S]*One point for a reason\.[\s\S]*textbox, Points of 3; or press a number key/,
    );
  });
  test('a comment says who reads it', async () => {
    expect(await told()).toMatch(/textbox, Comment for the student/);
  });
  test('what is wrong is told as an alert', async () => {
    expect(await told({ wrong: 'Points are a number from 0 to 3.' })).toMatch(
      /alert[\s\S]*Points are a number from 0 to 3\./,
    );
  });
});

describe('an assignment', () => {
  const slip = {
    line: '1 quiz, class 6B, 27 students',
    sentences: ['Choices are in a different order for each student.'],
    verb: 'Assign to 27 students',
  };
  async function told(given: object): Promise<string[]> {
    mount(AssignSlip, {
      props: {
        slip,
        recipients: null,
        forms: [],
        invite: false,
        problems: {},
        canGive: true,
        busy: false,
        ...given,
      } as never,
      global,
      attachTo: document.body,
    });
    return heard();
  }

  test('what will happen is told before the button that does it, and the button says what it does', async () => {
    const phrases = await told({});
    const place = (words: string) => phrases.findIndex((phrase) => phrase.includes(words));
    expect(place(slip.line)).toBeGreaterThan(place('heading, Summary'));
    expect(place('button, Assign to 27 students')).toBeGreaterThan(place(slip.sentences[0]!));
  });
  test('while it cannot be done, the button says so', async () => {
    expect((await told({ canGive: false })).join('\n')).toMatch(
      /button, Assign to 27 students, disabled/,
    );
  });
});
