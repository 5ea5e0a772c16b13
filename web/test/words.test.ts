/**
 * The language of a page is chosen, remembered and followed.
 *
 * @jest-environment jsdom
 */
import { usualPracticeHelp } from '@oaken/core/assignments';
import { english } from '@oaken/words';
import { teacherEnglish } from '@oaken/words/teacher';
import { NodeTypes } from '@vue/compiler-dom';
import { parse } from '@vue/compiler-sfc';
import { mount } from '@vue/test-utils';
import { createPinia } from 'pinia';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { defineComponent, h } from 'vue';
import LanguageChoice from '../src/seat/LanguageChoice.vue';
import { limitInWords } from '../src/seat/limitWords';
import { practiceInWords, sittingInWords } from '../src/seat/ruleWords';
import { chooseLanguage, rememberLanguage, say } from '../src/words';

const minute = 60_000;
beforeEach(() => chooseLanguage('en'));

test('a message follows its number', () => {
  expect([1, 3].map((n) => say('list.questions', { n }))).toEqual(['1 question', '3 questions']);
});

test('what is shown follows the language that is chosen on the page', async () => {
  const Page = defineComponent({
    render: () => h('div', [say('list.handedIn'), h(LanguageChoice)]),
  });
  const page = mount(Page, { global: { plugins: [createPinia()] } });
  await page.get('[lang=es]').trigger('click');
  await new Promise((resolve) => setTimeout(resolve));
  expect(page.text()).toContain('Entregado');
  expect(document.documentElement.lang).toBe('es-US');
});

test('a page that comes later begins in the language that was chosen', async () => {
  await chooseLanguage('es');
  const kept = localStorage.getItem('oaken-language')!;
  await chooseLanguage('en');
  localStorage.setItem('oaken-language', kept);
  await rememberLanguage();
  expect(say('list.begin')).toBe('Empezar');
});

test('what a student should know before beginning, a sentence each', () => {
  const usual = { perItem: null, bySections: false, goBack: true, mayBeAway: null };
  expect(sittingInWords(usual)).toEqual([]);
  expect(sittingInWords({ ...usual, goBack: false, mayBeAway: 5 * minute })).toEqual([
    'You cannot go back to a question after you continue.',
    'Do it in one sitting: if you are away for more than 5 minutes, your teacher has to readmit you.',
  ]);
});

test('a question with its own time needs no sentence about going back', () => {
  const rules = { perItem: 1.5 * minute, bySections: false, goBack: false, mayBeAway: null };
  expect(sittingInWords(rules)).toEqual([
    'Each question has 1 minute 30 seconds. Its time runs from when you see it, and then the next one comes.',
  ]);
});

test('what help costs', () => {
  expect([0, 1 / 3].map((off) => practiceInWords(off, usualPracticeHelp)[0])).toEqual([
    'Wrong tries cost nothing.',
    'Each wrong try takes 33% off what a right answer still gives; you keep what you have earned.',
  ]);
});

test('how long there is', () => {
  expect([
    limitInWords({ limitMinutes: 20, timed: null }),
    limitInWords({ limitMinutes: 20, timed: 'sections' }),
    limitInWords({ limitMinutes: null, timed: null }),
  ]).toEqual(['20 minutes', '20 minutes, each section timed', 'no time limit']);
});

test('every message is used somewhere', () => {
  const folder = join(__dirname, '../src');
  const sources = readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((file) => /\.(ts|vue)$/.test(file))
    .map((file) => readFileSync(join(folder, file), 'utf8'))
    .join('\n');
  const keysOf = (messages: object, path = ''): string[] =>
    Object.entries(messages).flatMap(([key, message]) =>
      typeof message === 'string' ? [path + key] : keysOf(message as object, `${path}${key}.`),
    );
  /** These are put together from a value: `display.${theme}`. */
  const composed =
    /^((formula\.(forms|faults)|board\.(figures|next))\.|display\.|signs\.|answer\.inks\.|glossary\.)/;
  const unused = keysOf({ ...english, ...teacherEnglish }).filter(
    (key) => !composed.test(key) && !sources.includes(`'${key}'`),
  );
  expect(unused).toEqual([]);
});

test('no page says anything that is not in a catalogue', () => {
  const folder = join(__dirname, '../src');
  const raw = readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith('.vue'))
    .flatMap((file) => {
      const { template } = parse(readFileSync(join(folder, file), 'utf8')).descriptor;
      const textsIn = (node: {
        type: number;
        content?: unknown;
        children?: unknown[];
      }): string[] => {
        if (node.type === NodeTypes.TEXT) return [String(node.content).trim()];
        return ((node.children ?? []) as (typeof node)[]).flatMap(textsIn);
      };
      return (
        (template?.ast ? textsIn(template.ast) : [])
          // The product's name, and the letters that show how large the text is.
          .filter((text) => /\p{L}{2,}/u.test(text) && !['Oaken Ledger', 'ab'].includes(text))
          .map((text) => `${file}: ${text}`)
      );
    });
  expect(raw).toEqual([]);
});
