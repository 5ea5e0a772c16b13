/**
 * Reading a question aloud: the voice follows the words on the page.
 *
 * @jest-environment jsdom
 */
import { enableAutoUnmount, mount } from '@vue/test-utils';
import { nextTick } from 'vue';
import QuestionTools from '../src/sitting/QuestionTools.vue';
import { spokenText } from '../src/sitting/spokenText';
import { say } from '../src/words';

enableAutoUnmount(afterEach);

class Utterance {
  lang = '';
  rate = 1;
  onboundary: ((at: { charIndex: number; charLength: number }) => void) | null = null;
  onend: (() => void) | null = null;
  onerror: (() => void) | null = null;
  constructor(readonly text: string) {}
}
const voice = {
  spoken: [] as Utterance[],
  acts: [] as string[],
  voices: [{}],
  getVoices: () => voice.voices,
  speak: (utterance: Utterance) => voice.spoken.push(utterance),
  cancel: () => voice.acts.push('cancel'),
  pause: () => voice.acts.push('pause'),
  resume: () => voice.acts.push('resume'),
};
const marked = new Map<string, Range>();
beforeEach(() => {
  localStorage.clear();
  marked.clear();
  Object.assign(voice, { spoken: [], acts: [], voices: [{}] });
  Object.assign(window, {
    speechSynthesis: voice,
    SpeechSynthesisUtterance: Utterance,
    CSS: { highlights: marked },
    Highlight: class {
      constructor(range: Range) {
        return range;
      }
    },
  });
});

const question = document.createElement('div');
question.innerHTML = '<p>How many <b>tenths</b>?</p><button>Clear</button><p>Choose one.</p>';

const shown = (entry = 'e1') =>
  mount(QuestionTools, {
    props: {
      crossing: false,
      entry,
      flagged: false,
      canComeBack: true,
      hasChoices: false,
      aloud: true,
      tools: [],
      element: () => question,
    },
  });
type Page = ReturnType<typeof shown>;
const press = (page: Page, key: 'readAloud' | 'stopReading' | 'pauseReading' | 'goOnReading') =>
  page
    .findAll('button')
    .find((button) => button.text() === say(`sitting.${key}`))!
    .trigger('click');
const latest = () => voice.spoken.at(-1)!;

test('what is read is what is shown, without buttons, and each place is found again', () => {
  const { text, rangeAt } = spokenText(question);
  expect(text).toBe('How many  tenths ? Choose one.');
  expect(rangeAt(text.indexOf('tenths'), 6)?.toString()).toBe('tenths');
  expect(rangeAt(text.indexOf('one'), 40)?.toString()).toBe('one.');
  expect(rangeAt(text.indexOf(' Choose'), 1)).toBeNull();
});

test('the word that is read is marked, and the mark goes when it ends', async () => {
  const page = shown();
  await press(page, 'readAloud');
  latest().onboundary!({ charIndex: 10, charLength: 6 });
  expect(marked.get('spoken-word')?.toString()).toBe('tenths');
  latest().onboundary!({ charIndex: 0, charLength: 0 });
  expect(marked.get('spoken-word')?.toString()).toBe('How');
  latest().onend!();
  await nextTick();
  expect(marked.size).toBe(0);
  expect(page.findAll('button').map((button) => button.text())).toContain(say('sitting.readAloud'));
});

test('it pauses and goes on', async () => {
  const page = shown();
  await press(page, 'readAloud');
  await press(page, 'pauseReading');
  await press(page, 'goOnReading');
  expect(voice.acts.filter((act) => act !== 'cancel')).toEqual(['pause', 'resume']);
});

test('another speed goes on from the present word, and is kept on the device', async () => {
  const page = shown();
  await press(page, 'readAloud');
  expect(latest().rate).toBe(1);
  latest().onboundary!({ charIndex: 10, charLength: 6 });
  await page.get('select').setValue('0.6');
  expect([latest().rate, latest().text]).toEqual([0.6, 'tenths ? Choose one.']);
  // What the first utterance still tells is late.
  voice.spoken[0]!.onend!();
  latest().onboundary!({ charIndex: 0, charLength: 6 });
  expect(marked.get('spoken-word')?.toString()).toBe('tenths');
  page.unmount();
  expect(shown().get('select').element.value).toBe('0.6');
});

test('another question ends it', async () => {
  const page = shown();
  await press(page, 'readAloud');
  await page.setProps({ entry: 'e2' });
  expect(marked.size).toBe(0);
  expect(page.findAll('button').map((button) => button.text())).toContain(say('sitting.readAloud'));
});

test('a browser without a voice says so', async () => {
  voice.voices = [];
  const page = shown();
  await press(page, 'readAloud');
  expect(page.text()).toContain(say('sitting.noVoice'));
  expect(voice.spoken).toEqual([]);
});
