/** Rounds at one's own pace, in teams, asked aloud, and answers in words that are gathered. */
import type { EditionEntry } from '@oaken/core/forms';
import {
  applyToRound,
  askable,
  dealTeams,
  earnedTogether,
  endOfPace,
  gatherTexts,
  itemAskedAloud,
  leftOut,
  newPace,
  newRound,
  questionsAtOwnPace,
  settledRound,
  shownRound,
  takesAtOwnPace,
  teamAnswer,
  withKeyTold,
  type RoundCommand,
  type RoundState,
} from '@oaken/core/rounds';
import { kindOf, readItem, type Part, type Responses } from '@oaken/core/items';
import { randomFrom } from '@oaken/core/random';
import fc from 'fast-check';
import { item, parts } from './support/one-of-each';

const entries = ['q1', 'q2'];
const alone = (feedback: 'each' | 'end' = 'each'): RoundState => ({
  ...newRound,
  pace: newPace(feedback),
});
function after(state: RoundState, ...commands: [RoundCommand, number][]): RoundState {
  return commands.reduce((before, [command, now]) => {
    const outcome = applyToRound(before, command, entries, now);
    if (!outcome.ok) throw new Error(`${command.do}: ${outcome.refusal}`);
    return outcome.state;
  }, state);
}
const start = (limit: number | null): RoundCommand => ({ do: 'start', limit });

describe('what a class can be asked', () => {
  const entry = (id: string, ...asked: Part[]): EditionEntry => ({
    ...{ id, itemId: 1, revisionId: 1, points: 1, standards: [], depth: null },
    content: item(...asked),
  });
  const sections = [
    { entries: [entry('q1', parts['single-choice']), entry('photo', parts.upload)] },
    { draw: 1, entries: [entry('drawn', parts.numeric)] },
  ];

  test('is what everybody gets and answers on the page; the rest is counted', () => {
    expect(askable(sections).map(({ id }) => id)).toEqual(['q1']);
    expect(leftOut(sections)).toBe(2);
  });

  test('has fewer choices for who needs that, the right ones among them, in their order', () => {
    const [choices] = askable(sections);
    const idsFor = (most: number | null, asked = choices!) => {
      const state = after(newRound, [{ do: 'read', entry: asked.id, choicesHidden: false }, 1]);
      const { asking } = shownRound(state, [asked], () => [], { mostChoices: most });
      return (asking!.item.parts[0] as { choices: { id: string }[] }).choices.map(({ id }) => id);
    };
    const all = idsFor(null);
    const fewer = idsFor(2);
    expect(fewer).toHaveLength(2);
    expect(all.filter((id) => fewer.includes(id))).toEqual(fewer);
    expect(fewer).toEqual(expect.arrayContaining(parts['single-choice'].key as string[]));
    // Where nothing is known to be right yet, any of them could be.
    expect(idsFor(2, { ...choices!, override: 'dropped' })).toEqual(all);
  });
});

describe('at one’s own pace', () => {
  const running = after(alone(), [start(60_000), 1000]);

  test.each([
    ['starting twice', running, start(null), 'started-already'],
    ['going on where nothing is stopped', running, { do: 'go-on' }, 'not-stopped'],
    ['stopping before it begins', alone(), { do: 'stop' }, 'not-running'],
    ['leading question by question', running, { do: 'close' }, 'at-own-pace'],
    ['starting what the teacher leads', newRound, start(null), 'led-by-teacher'],
  ] as const)('%s is refused', (_, state, command, refusal) => {
    expect(applyToRound(state, command, entries, 5000)).toEqual({ ok: false, refusal });
  });

  test('stops take no time of anybody’s, however many there are', () => {
    const stops = fc.array(fc.tuple(fc.integer({ min: 0, max: 9000 }), fc.nat(90_000)), {
      maxLength: 6,
    });
    fc.assert(
      fc.property(stops, (pauses) => {
        let state = running;
        let [now, stopped] = [1000, 0];
        for (const [worked, paused] of pauses) {
          now += worked;
          state = after(state, [{ do: 'stop' }, now]);
          now += paused;
          stopped += paused;
          state = after(state, [{ do: 'go-on' }, now]);
        }
        expect(endOfPace(state.pace!, 1)).toBe(61_000 + stopped);
      }),
    );
  });

  test('takes what was on its way when it was stopped, and nothing once it is over', () => {
    const stopped = after(running, [{ do: 'stop' }, 2000]);
    expect(takesAtOwnPace(stopped.pace, 1, 2500, 0)).toBe(true);
    const over = after(stopped, [{ do: 'finish' }, 3000]);
    expect(takesAtOwnPace(over.pace, 1, 3001, 60_000)).toBe(false);
  });

  test('is over by itself once the longest time is', () => {
    const settled = (now: number) =>
      settledRound(running, { longest: 1.5, allAnswered: false, now }).pace!.step;
    expect([settled(90_999), settled(91_000)]).toEqual(['running', 'over']);
  });

  test('tells of each question only what its student may know', () => {
    const content = {
      ...item(parts['single-choice'], parts['short-text']),
      explanation: '<p>A secret reason.</p>',
    };
    const asked = entries.map((id) => ({ id, content }));
    const steps = fc.constantFrom('ready', 'running', 'stopped', 'over' as const);
    const feedback = fc.constantFrom('each' as const, 'end' as const);
    fc.assert(
      fc.property(steps, feedback, fc.boolean(), (step, when, checked) => {
        const state = { ...alone(when), pace: { ...newPace(when), step: step as 'over' } };
        const answers = new Map([['q1', { responses: { p1: 'a' }, checked }]]);
        const [first, second] = questionsAtOwnPace(state, asked, answers);
        const secret = /A secret reason|side river/;
        const mayKnow = step === 'over' || (when === 'each' && checked && step !== 'ready');
        expect(secret.test(JSON.stringify(first ?? null))).toBe(mayKnow);
        expect(secret.test(JSON.stringify(second ?? null))).toBe(step === 'over');
      }),
    );
  });
});

describe('teams', () => {
  const content = item(parts['single-choice']);
  const team = (...students: number[]) => ({ id: 't1', name: 'Birch', students });
  const by = (...choices: string[]) =>
    new Map<number, Responses>(choices.map((choice, student) => [student, { p1: choice }]));

  test('are dealt so that no two differ by more than one, and everybody is in one', () => {
    const students = fc.uniqueArray(fc.nat(500), { maxLength: 60 });
    fc.assert(
      fc.property(students, fc.integer({ min: 1, max: 9 }), (all, count) => {
        const names = Array.from({ length: count }, (_, n) => `Team ${n}`);
        const dealt = dealTeams(all, names, randomFrom('deal')).map((each) => each.students);
        const sizes = dealt.map(({ length }) => length);
        expect(dealt.flat().sort()).toEqual([...all].sort());
        expect(Math.max(...sizes) - Math.min(...sizes)).toBeLessThanOrEqual(1);
      }),
    );
  });

  test('say what most of them say', () => {
    expect(teamAnswer(content, team(0, 1, 2), by('b', 'b', 'a'))).toMatchObject({
      answered: 3,
      agree: 2,
      right: true,
      words: ['choice b'],
    });
  });

  test('say nothing where as many say another thing', () => {
    expect(teamAnswer(content, team(0, 1), by('a', 'b'))).toMatchObject({
      responses: null,
      agree: 0,
      right: false,
    });
  });

  test('spelling that a key ignores makes no other answer', () => {
    const words = item(parts['short-text']);
    const id = parts['short-text'].id;
    const answers = new Map([
      [0, { [id]: 'Side-river' }],
      [1, { [id]: 'side-river ' }],
    ]);
    expect(teamAnswer(words, team(0, 1), answers).agree).toBe(2);
  });

  test('earn together what their answers earn; without teams each student does', () => {
    const answers = by('b', 'b', 'a', 'b');
    const teams = { devices: 'each' as const, list: [team(0, 1, 2), team(3)] };
    expect(earnedTogether(content, teams, answers)).toBe(2);
    expect(earnedTogether(content, null, answers)).toBe(3);
  });
});

describe('answers in words, gathered', () => {
  const lines = (...texts: string[]) =>
    gatherTexts(texts).map(({ text, students }) => [text, students]);

  test('those that say the same but for capitals, accents or a slip are one line', () => {
    expect(lines('Photosynthesis', 'photosynthesis ', 'fotosynthesis', 'photosyntesis')).toEqual([
      ['Photosynthesis', 4],
    ]);
  });

  test('the most frequent spelling is shown', () => {
    expect(lines('fractons', 'fractions', 'fractions')).toEqual([['fractions', 3]]);
  });

  test.each([
    ['short words are never near', 'cat', 'car'],
    ['numbers are never near', 'room 101', 'room 102'],
    ['other words are other lines', 'mitosis', 'meiosis'],
  ])('%s', (_, a, b) => {
    expect(lines(a, b)).toHaveLength(2);
  });

  test('everybody who said something is counted once', () => {
    fc.assert(
      fc.property(fc.array(fc.string({ maxLength: 12 }), { maxLength: 40 }), (texts) => {
        const said = texts.filter((text) => text.trim() !== '').length;
        const counted = gatherTexts(texts).reduce((sum, { students }) => sum + students, 0);
        expect(counted).toBe(said);
      }),
    );
  });

  test('the order in which answers came makes no difference', () => {
    const words = fc.array(fc.constantFrom('river', 'rivers', 'rivre', 'delta', 'Delta', 'dleta'));
    fc.assert(
      fc.property(words, (texts) => {
        const counts = (some: string[]) =>
          gatherTexts(some).map(({ id, students }) => [id, students]);
        expect(counts([...texts].reverse())).toEqual(counts(texts));
      }),
    );
  });
});

describe('asked aloud', () => {
  const words = { heading: 'Listen.', yes: 'Yes', no: 'No', photo: 'The board' };
  const aloud = (ask: 'choices' | 'yes-no' | 'number' | 'words', choices = 4) =>
    itemAskedAloud({ ask, choices, wording: '', photo: null }, words);

  test.each([
    ['choices', 'single-choice'],
    ['yes-no', 'single-choice'],
    ['number', 'numeric'],
    ['words', 'short-text'],
  ] as const)('%s is an item like any other', (ask, kind) => {
    const content = aloud(ask);
    expect(readItem(content).ok).toBe(true);
    expect(content.parts[0]!.kind).toBe(kind);
  });

  test('what is written stands in it as it was written', () => {
    const content = itemAskedAloud(
      { ask: 'number', choices: 2, wording: 'Is 3 < 4 & why?', photo: null },
      words,
    );
    expect(content.stem).toBe('Is 3 &lt; 4 &amp; why?');
  });

  test.each([
    ['choices', ['c2', 'c3']],
    ['number', ['3/4']],
    ['words', ['delta', 'a delta']],
  ] as const)('what is right is told later: %s', (ask, right) => {
    const told = withKeyTold(aloud(ask), right)!;
    const [part] = told.parts;
    expect(kindOf(part!).score(part!, right[0])).toBeGreaterThan(0);
  });

  test.each([
    ['a choice that is not there', 'choices', ['c9']],
    ['a word for a number', 'number', ['many']],
    ['nothing', 'words', []],
  ] as const)('%s is no key', (_, ask, right) => {
    expect(withKeyTold(aloud(ask), right)).toBeNull();
  });
});
