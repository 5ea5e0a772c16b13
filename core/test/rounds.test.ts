/** A round as a machine: what a step allows, what it lets be seen, and what asking again changed. */
import {
  applyToRound,
  askedTwice,
  endOfAsking,
  newRound,
  onProjector,
  presentAsking,
  responsesHeldUp,
  settledRound,
  shownRound,
  spreadOf,
  stripLetters,
  takesAnswers,
  type RoundCommand,
  type RoundState,
} from '@oaken/core/rounds';
import type { Responses } from '@oaken/core/items';
import fc from 'fast-check';
import { item, parts } from './support/one-of-each';

const entries = ['q1', 'q2', 'q3'];
const open = { do: 'open', limit: null, untilAll: false } as const;
const read = (entry: string) => ({ do: 'read', entry, choicesHidden: false }) as const;
const again = { do: 'ask-again', limit: null, untilAll: false } as const;

/** The state after some commands, each of which must be allowed. */
function after(...commands: RoundCommand[]): RoundState {
  return commands.reduce((state, command, index) => {
    const outcome = applyToRound(state, command, entries, 1000 * (index + 1));
    if (!outcome.ok) throw new Error(`${command.do}: ${outcome.refusal}`);
    return outcome.state;
  }, newRound);
}
const refusalOf = (state: RoundState, command: RoundCommand) => {
  const outcome = applyToRound(state, command, entries, 9000);
  return outcome.ok ? null : outcome.refusal;
};

const command: fc.Arbitrary<RoundCommand> = fc.oneof(
  fc.record({
    do: fc.constant('read' as const),
    entry: fc.constantFrom(...entries, 'elsewhere'),
    choicesHidden: fc.boolean(),
  }),
  fc.record({
    do: fc.constantFrom('open' as const, 'ask-again' as const),
    limit: fc.option(fc.integer({ min: 1000, max: 60_000 })),
    untilAll: fc.boolean(),
  }),
  fc.record({ do: fc.constantFrom('close' as const, 'show-spread' as const, 'show-key' as const) }),
  fc.record({ do: fc.constant('freeze' as const), frozen: fc.boolean() }),
  fc.constant({ do: 'end' as const }),
);
/** A state that some commands lead to; those that are refused change nothing. */
const reachable = fc.array(command, { maxLength: 40 }).map((commands) =>
  commands.reduce((state, given, index) => {
    const outcome = applyToRound(state, given, entries, 1000 * index);
    return outcome.ok ? outcome.state : state;
  }, newRound),
);

describe('the steps', () => {
  test('lead from reading to the key, and on to the next question', () => {
    const state = after(
      read('q1'),
      open,
      { do: 'close' },
      { do: 'show-spread' },
      { do: 'show-key' },
      read('q2'),
    );
    expect(state.askings.map(({ entry, step }) => [entry, step])).toEqual([
      ['q1', 'key'],
      ['q2', 'reading'],
    ]);
  });

  test.each([
    ['opening what is not read', after(), open, 'nothing-asked'],
    ['opening twice', after(read('q1'), open), open, 'not-being-read'],
    ['closing what is not open', after(read('q1')), { do: 'close' }, 'not-open'],
    ['the spread before closing', after(read('q1'), open), { do: 'show-spread' }, 'not-closed'],
    ['the key while answers are taken', after(read('q1'), open), { do: 'show-key' }, 'not-closed'],
    ['the next question while one is open', after(read('q1'), open), read('q2'), 'still-open'],
    [
      'a question that was asked',
      after(read('q1'), open, { do: 'close' }),
      read('q1'),
      'asked-already',
    ],
    ['a question of another test', after(), read('q9'), 'no-such-entry'],
    ['asking again before closing', after(read('q1'), open), again, 'not-closed'],
    [
      'asking again once the key was shown',
      after(read('q1'), open, { do: 'close' }, { do: 'show-key' }),
      again,
      'key-was-shown',
    ],
    [
      'asking a third time',
      after(read('q1'), open, { do: 'close' }, again, { do: 'close' }),
      again,
      'asked-twice',
    ],
    ['anything after the end', after({ do: 'end' }), read('q1'), 'round-ended'],
  ] as const)('%s is refused', (_, state, given, refusal) => {
    expect(refusalOf(state, given)).toBe(refusal);
  });

  test('a question that was only read gives its place up and can be asked later', () => {
    const state = after(read('q1'), read('q2'), open, { do: 'close' }, read('q1'));
    expect(state.askings.map(({ entry }) => entry)).toEqual(['q2', 'q1']);
  });

  test('at most one asking takes answers, and it is the present one', () => {
    fc.assert(
      fc.property(reachable, (state) => {
        const taking = state.askings.filter(({ step }) => step === 'open');
        expect(taking.length).toBeLessThanOrEqual(1);
        if (taking.length === 1) expect(presentAsking(state)).toBe(taking[0]);
      }),
    );
  });

  test('no two askings share an id, so that an answer counts once', () => {
    fc.assert(
      fc.property(reachable, ({ askings }) => {
        expect(new Set(askings.map(({ id }) => id)).size).toBe(askings.length);
      }),
    );
  });

  test('once it has ended nothing takes answers', () => {
    fc.assert(
      fc.property(reachable, fc.nat(100_000), (state, now) => {
        const ended = applyToRound(state, { do: 'end' }, entries, now);
        if (ended.ok) expect(takesAnswers(presentAsking(ended.state), 1, now, 1000)).toBe(false);
      }),
    );
  });
});

test('a projector that is frozen shows what stood there then, whatever comes after', () => {
  const later = after(
    read('q1'),
    open,
    { do: 'freeze', frozen: true },
    { do: 'close' },
    read('q2'),
    open,
  );
  expect(presentAsking(onProjector(later))).toMatchObject({ entry: 'q1', step: 'open' });
  const free = applyToRound(later, { do: 'freeze', frozen: false }, entries, 1);
  expect(free.ok && presentAsking(onProjector(free.state))?.entry).toBe('q2');
});

describe('time', () => {
  const timed = after(read('q1'), { do: 'open', limit: 10_000, untilAll: false });
  const asking = presentAsking(timed);

  test('is stretched for those who have it so', () => {
    expect([endOfAsking(asking!, 1), endOfAsking(asking!, 1.5)]).toEqual([12_000, 17_000]);
    expect(takesAnswers(asking, 1, 13_500, 1000)).toBe(false);
    expect(takesAnswers(asking, 1.5, 13_500, 1000)).toBe(true);
  });

  test('closes the question once it is over for everybody', () => {
    const settle = (now: number) =>
      presentAsking(settledRound(timed, { longest: 1.5, allAnswered: false, now }));
    expect(settle(16_999)?.step).toBe('open');
    expect(settle(20_000)).toMatchObject({ step: 'closed', closedAt: 17_000 });
  });

  test('without any it stays open until it is closed', () => {
    const untimed = after(read('q1'), open);
    expect(settledRound(untimed, { longest: 2, allAnswered: true, now: 1e9 })).toBe(untimed);
  });

  test('where all have answered, that closes it if it was wanted so', () => {
    const wanted = after(read('q1'), { do: 'open', limit: null, untilAll: true });
    const facts = { longest: 1, now: 5000 };
    expect(presentAsking(settledRound(wanted, { ...facts, allAnswered: false }))?.step).toBe(
      'open',
    );
    expect(presentAsking(settledRound(wanted, { ...facts, allAnswered: true }))?.step).toBe(
      'closed',
    );
  });

  test('settling twice is settling once', () => {
    fc.assert(
      fc.property(reachable, fc.nat(200_000), fc.boolean(), (state, now, allAnswered) => {
        const facts = { longest: 2, allAnswered, now };
        const settled = settledRound(state, facts);
        expect(settledRound(settled, facts)).toEqual(settled);
      }),
    );
  });
});

describe('what every screen may show', () => {
  const content = {
    ...item(parts['single-choice'], parts['short-text']),
    explanation: '<p>A secret reason.</p>',
  };
  const shown = (state: RoundState) =>
    shownRound(
      state,
      entries.map((id) => ({ id, content })),
      (asked) => spreadOf(asked, []),
    );
  /** What only the key says: words that stand in no choice. */
  const secrets = /A secret reason|side river|"key"|misconception|"rule"/;

  test('nothing of a key leaves before its step, whatever was done before', () => {
    fc.assert(
      fc.property(reachable, (state) => {
        const told = JSON.stringify(shown(state));
        if (presentAsking(state)?.step !== 'key' || state.ended) expect(told).not.toMatch(secrets);
      }),
    );
  });

  test('the spread comes with its own step', () => {
    const closed = after(read('q1'), open, { do: 'close' });
    expect(shown(closed).asking?.spread).toBeNull();
    const spread = applyToRound(closed, { do: 'show-spread' }, entries, 1);
    expect(spread.ok && shown(spread.state).asking?.spread).toHaveLength(2);
  });

  test('choices that are hidden while a question is read are not sent', () => {
    const hidden = after({ do: 'read', entry: 'q1', choicesHidden: true });
    expect(shown(hidden).asking?.item.parts).toEqual([]);
    expect(shown(after(read('q1'))).asking?.item.parts).toHaveLength(2);
  });

  test('the key comes with what is right and why', () => {
    const state = after(read('q1'), open, { do: 'close' }, { do: 'show-key' });
    expect(shown(state).asking).toMatchObject({
      right: ['choice b', expect.stringContaining('side river')],
    });
    expect(JSON.stringify(shown(state))).toContain('A secret reason');
  });
});

describe('how answers are spread', () => {
  test('every choice is counted, those that nobody took too', () => {
    const all = [{ p1: 'a' }, { p1: 'a' }, { p1: 'b' }, {}];
    expect(spreadOf(item(parts['single-choice']), all)).toEqual([
      expect.objectContaining({
        answered: 3,
        lines: [
          { id: 'a', text: 'choice a', students: 2 },
          { id: 'b', text: 'choice b', students: 1 },
          { id: 'c', text: 'choice c', students: 0 },
        ],
      }),
    ]);
  });

  test('answers in words that say the same are one line, the most frequent first', () => {
    const id = parts['short-text'].id;
    const all = ['delta', 'Side-river', 'side-river ', ''].map((text) => ({ [id]: text }));
    const [spread] = spreadOf(item(parts['short-text']), all);
    expect(spread?.lines.map(({ students }) => students)).toEqual([2, 1]);
  });

  test('at most eight answers in words are listed, the rest is counted', () => {
    const id = parts['short-text'].id;
    const all = Array.from({ length: 12 }, (_, n) => ({ [id]: `answer ${n}` }));
    const [spread] = spreadOf(item(parts['short-text']), all);
    expect([spread?.lines.length, spread?.others]).toEqual([8, 4]);
  });

  test('what is sent in another shape counts for nothing', () => {
    const [spread] = spreadOf(item(parts['single-choice']), [{ p1: 7 }, { p1: ['a'] }]);
    expect(spread?.answered).toBe(0);
  });
});

describe('asking again', () => {
  const content = item(parts['single-choice']);
  const by = (...choices: (string | null)[]) =>
    new Map<number, Responses>(
      choices.flatMap((choice, student) => (choice === null ? [] : [[student, { p1: choice }]])),
    );

  test('counts those who answered both times', () => {
    expect(askedTwice(content, by('a', 'b', 'a', 'b'), by('b', 'b', 'a', 'a', 'b'))).toMatchObject({
      students: 4,
      first: 2,
      second: 2,
      wrongToRight: 1,
      rightToWrong: 1,
      gain: 0,
    });
  });

  // Hake (1998), equation 1: from 40% to 70% right, half of what could be gained is gained.
  test('the gain is the share of what could be gained', () => {
    const first = by('b', 'b', 'b', 'b', 'a', 'a', 'a', 'a', 'a', 'a');
    const second = by('b', 'b', 'b', 'b', 'b', 'b', 'b', 'a', 'a', 'a');
    expect(askedTwice(content, first, second).gain).toBeCloseTo(0.5, 10);
  });

  test('where all were right before, nothing could be gained', () => {
    expect(askedTwice(content, by('b', 'b'), by('b', 'a')).gain).toBeNull();
  });

  test('of nobody nothing is said', () => {
    expect(askedTwice(content, by(), by('b'))).toMatchObject({ students: 0, gain: null });
  });
});

describe('answering by strips', () => {
  const choice = (count: number) => {
    const choices = Array.from({ length: count }, (_, n) => ({ id: `c${n}`, text: `<p>${n}</p>` }));
    return item({ ...parts['single-choice'], choices, key: ['c0'] });
  };

  test.each([2, 3, 4])('of %i choices each has a letter, in their order', (count) => {
    const content = choice(count);
    const said = stripLetters(content).map((letter) => responsesHeldUp(content, letter));
    const [part] = content.parts;
    expect(said).toEqual(Array.from({ length: count }, (_, n) => ({ [part!.id]: `c${n}` })));
  });

  test('a letter beyond the choices says nothing', () => {
    expect(responsesHeldUp(choice(3), 'D')).toBeNull();
  });

  test('more than four choices, other kinds and several parts cannot be answered', () => {
    const others = Object.values(parts).filter(
      ({ kind }) => kind !== 'single-choice' && kind !== 'true-false',
    );
    const cannot = [
      choice(5),
      item(parts['single-choice'], parts['true-false']),
      ...others.map((part) => item(part)),
    ];
    expect(cannot.map((content) => stripLetters(content))).toEqual(cannot.map(() => []));
  });
});
