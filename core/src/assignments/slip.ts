/** The slip: a whole assignment in a few plain sentences, said before it is given. */
import { valueOf } from '../certain';
import { allowedTools } from '../items';
import { count, listing } from '../text';
import { exactLength, inWords, lengthInWords, minute, type LateRule } from '../timing';
import {
  mayBeAway,
  practiceHelpOf,
  usualPracticeHelp,
  type AssignmentRules,
  type PracticeHelp,
  type ReleaseTime,
} from './rules';
import { sentence } from './sentences';
import { supervisionInWords } from './supervision';

export interface SlipFacts {
  title: string;
  kind: string;
  items: number;
  points: number;
  who: Recipients;
  /** Students after those in several classes or groups are counted once. */
  students: number;
  opensAt: number;
  closesAt: number | null;
  lateRule: LateRule;
  /** Null: seen from now on. */
  visibleFrom: number | null;
  answersFrom: number | null;
  /** Read out in the room before anybody can begin. */
  word: string;
  rules: AssignmentRules;
  /** Names of the forms that are dealt in turn; none where there is one form only. */
  forms?: string[];
  /** Classes and groups that get one form, whatever goes round among the others. */
  formsFor?: { party: string; form: string }[];
  /** The sections that have times of their own, by id. */
  sections?: { id: string; title: string }[];
  /** Some section deals each student items of their own. */
  draws?: boolean;
  /** For how many students each support acts. */
  accommodations?: { words: string; students: number }[];
  /** Names of classes by id, where some have hours of their own. */
  classNames?: ReadonlyMap<number, string>;
  zone: string;
  now: number;
}

export interface Recipients {
  classes: string[];
  /** As "Ratio table of 6B". */
  groups: string[];
  students: string[];
  /** Guests may come by a link. */
  link: boolean;
}

export interface Slip {
  /** "1 test, class 6B, 27 students, opens now, closes Fri 14:30, 20 minutes" */
  line: string;
  sentences: string[];
  /** The button's words. */
  verb: string;
}

const joined = (...sentences: string[]) => sentences.filter(Boolean).join(' ');

/** "class 6B, group Ratio table of 6D and 2 students" */
export function recipientsInWords({ classes, groups, students, link }: Recipients): string {
  const some = (names: string[], kind: 'classes' | 'groups') =>
    names.length === 0
      ? []
      : [sentence(`slip.${kind}`, { n: names.length, names: listing(names) })];
  const named = students.length > 3 ? [count(students.length, 'student')] : students;
  return listing([
    ...some(classes, 'classes'),
    ...some(groups, 'groups'),
    ...named,
    ...(link ? [sentence('slip.guestsByLink')] : []),
  ]);
}

/** What shows answers waits for the last student, so "at once" is not what happens to it. */
const answersTime = (release: ReleaseTime) =>
  release === 'at-hand-in'
    ? sentence('slip.release.afterEveryone')
    : sentence(`slip.release.${release}`);

/** What would go to whom, and when: one line, the sentences that matter, and the button’s words. */
export function slipOf(facts: SlipFacts): Slip {
  const { rules, zone, now } = facts;
  const timeInWords = (instant: number) => inWords(instant, zone, now);
  const who = recipientsInWords(facts.who) || sentence('slip.nobodyYet');
  const opens =
    facts.opensAt <= now
      ? sentence('slip.opensNow')
      : sentence('slip.opensAt', { time: timeInWords(facts.opensAt) });
  const closes =
    facts.closesAt === null
      ? sentence('slip.neverCloses')
      : sentence('slip.closesAt', { time: timeInWords(facts.closesAt) });
  const { limitMinutes, stageLimit } = rules;
  const whole = limitMinutes === null ? '' : lengthInWords(limitMinutes * minute);
  const parts = stageLimitInWords(stageLimit);
  const limit = [whole, parts].filter(Boolean).join(', ') || sentence('slip.noTimeLimit');
  const students = count(facts.students, 'student');
  return {
    line: [`1 ${facts.kind}`, who, students, opens, closes, limit].join(', '),
    sentences: [
      joined(
        sentence('slip.given', {
          who: toWhom(facts, who),
          title: facts.title,
          items: count(facts.items, 'item'),
          points: count(facts.points, 'point'),
        }),
        accommodationsWords(facts),
      ),
      joined(
        sentence(`slip.window.${windowKind(whole, parts)}`, { opens, closes, time: whole }),
        stageWords(facts),
        supervisionInWords(rules.supervision, { names: facts.classNames ?? new Map(), zone, now }),
        visibleWords(facts),
        lateWords(facts),
      ),
      joined(
        modeWords(rules),
        attemptWords(rules),
        formWords(facts),
        orderWords(rules),
        toolWords(rules),
      ),
      releasedWords(facts),
    ],
    verb:
      facts.students === 0 && facts.who.link
        ? sentence('slip.openForGuests')
        : sentence('slip.assignTo', { students }),
  };
}

function windowKind(whole: string, parts: string): 'limited' | 'partsLimited' | 'unlimited' {
  if (whole) return 'limited';
  return parts ? 'partsLimited' : 'unlimited';
}

function stageWords({ rules: { stageLimit, oneSitting }, sections = [] }: SlipFacts): string {
  const sitting = oneSitting ? sentence('slip.oneSitting', { time: lengthInWords(mayBeAway) }) : '';
  if (stageLimit === null) return sitting;
  if (stageLimit.of === 'items')
    return joined(
      sentence('slip.eachItem', { time: exactLength(stageLimit.minutes * minute) }),
      sitting,
    );
  const named = Object.entries(stageLimit.minutes).map(([id, minutes]) => {
    const index = sections.findIndex((section) => section.id === id);
    const number = index < 0 ? '' : index + 1;
    const title = sections[index]?.title || sentence('slip.section', { number }).trim();
    return `${title} ${exactLength(minutes * minute)}`;
  });
  return joined(sentence('slip.eachSection', { list: listing(named) }), sitting);
}

const toWhom = ({ students, who }: SlipFacts, names: string) =>
  students === 0 && who.link
    ? sentence('slip.guests')
    : sentence('slip.studentsOf', { students: count(students, 'student'), who: names });

const accommodationsWords = ({ accommodations = [] }: SlipFacts) =>
  accommodations.length === 0
    ? ''
    : sentence('slip.accommodations', {
        list: listing(
          accommodations.map(({ words, students }) =>
            sentence('slip.accommodation', { support: words, students }),
          ),
        ),
      });

function visibleWords({ opensAt, visibleFrom, word, zone, now }: SlipFacts): string {
  const begin = word ? sentence('slip.startWord') : '';
  if (opensAt <= now) return joined(sentence('slip.seenNow'), begin);
  const seen =
    visibleFrom === null || visibleFrom <= now
      ? sentence('slip.titleNow', { time: inWords(opensAt, zone, now) })
      : sentence('slip.seenFrom', { time: inWords(visibleFrom, zone, now) });
  return joined(seen, begin);
}

function lateWords({ lateRule, zone, now }: SlipFacts): string {
  if (lateRule.late === 'no') return '';
  const time = inWords(lateRule.until, zone, now);
  if (lateRule.offPerDay === 0) return sentence('slip.late', { time });
  const percent = Math.round(lateRule.offPerDay * 1000) / 10;
  return sentence('slip.lateOff', { time, percent });
}

function modeWords({ mode, offPerTry, practice }: AssignmentRules): string {
  if (mode === 'test') return sentence('slip.testMode');
  const { feedback, answers, hints, explanations, tries } = practice ?? usualPracticeHelp;
  const off = listing([
    ...(answers ? [] : [sentence('slip.noAnswers')]),
    ...(hints ? [] : [sentence('slip.noHints')]),
    ...(explanations ? [] : [sentence('slip.noExplanations')]),
  ]);
  const cost =
    offPerTry === 0
      ? sentence('slip.triesFree')
      : sentence('slip.triesCost', { percent: Math.round(offPerTry * 100) });
  return joined(
    sentence(`slip.practice.${feedback}`),
    feedback === 'at-once'
      ? joined(
          tries === null ? '' : sentence('slip.practiceTries', { n: tries }),
          cost,
          answers ? sentence('slip.answerCost') : '',
        )
      : '',
    off && sentence('slip.without', { off }),
  );
}

function attemptWords({ attempts, counts }: AssignmentRules): string {
  if (attempts === 1) return '';
  const counting = sentence(`slip.counting.${counts}`);
  return attempts === null
    ? sentence('slip.attemptsAny', { counting })
    : sentence('slip.attempts', { n: attempts, counting });
}

function stageLimitInWords(limit: AssignmentRules['stageLimit']): string {
  if (limit === null) return '';
  return limit.of === 'items'
    ? sentence('slip.perItem', { time: exactLength(limit.minutes * minute) })
    : sentence('slip.sectionsTimed');
}

/** Who gets the forms that nobody was given by name. */
function restWords(forms: readonly string[], someByName: boolean): string {
  const [only] = forms;
  if (only === undefined) return '';
  if (forms.length === 1)
    return sentence(someByName ? 'slip.formForOthers' : 'slip.formForAll', { form: only });
  return sentence(someByName ? 'slip.formsInTurnForOthers' : 'slip.formsInTurn', {
    forms: listing([...forms]),
  });
}

function formWords({ forms = [], formsFor = [], draws = false }: SlipFacts): string {
  const rest = restWords(forms, formsFor.length > 0);
  const byName = formsFor.map((named) => sentence('slip.formByName', named));
  const given = rest && `${[...byName, rest].join('; ')}.`;
  return joined(given, draws ? sentence('slip.draws') : '');
}

function orderWords({ order, shuffleChoices, goBack }: AssignmentRules): string {
  // In my own order without going back is one after the other.
  const items = order === 'own' && !goBack ? 'fixed' : order;
  return sentence('slip.orders', {
    items: sentence(`slip.order.${items}`),
    back: goBack ? '' : sentence('slip.order.noGoingBack'),
    choices: sentence(shuffleChoices ? 'slip.choicesShuffled' : 'slip.choicesSame'),
  });
}

const toolWords = ({ tools }: AssignmentRules) => {
  const allowed = allowedTools(tools);
  return allowed.length === 0
    ? ''
    : sentence('slip.tools', {
        list: listing(allowed.map((tool) => sentence(`slip.tool.${tool}`))),
      });
};

/** What a practice shows once it is handed in; nothing where students are not told what was right. */
function shownAfterPractice({ feedback, answers, explanations }: PracticeHelp): string {
  if (feedback === 'none') return '';
  return listing([
    sentence('slip.released.marks'),
    ...(answers ? [sentence('slip.released.answers')] : []),
    ...(explanations ? [sentence('slip.released.explanations')] : []),
  ]);
}

function releasedWords({ rules, answersFrom, zone, now }: SlipFacts): string {
  const { release } = rules;
  const show = sentence(`slip.show.${release.show}`);
  const scoreTime = sentence(`slip.release.${release.score}`);
  const notBefore =
    answersFrom === null
      ? ''
      : sentence('slip.notBefore', { time: inWords(answersFrom, zone, now) });
  const help = practiceHelpOf(rules);
  if (help) {
    const list = shownAfterPractice(help);
    return list === ''
      ? sentence('slip.releasedScores', { show, time: scoreTime })
      : sentence('slip.releasedInPractice', { show, time: scoreTime, list, notBefore });
  }
  const byTime = new Map<ReleaseTime, string[]>();
  for (const what of ['marks', 'answers', 'explanations'] as const)
    byTime.set(release[what], [
      ...(byTime.get(release[what]) ?? []),
      sentence(`slip.released.${what}`),
    ]);
  // All at one time is one thing to say; "at once" means another time for answers than for scores.
  if (
    byTime.size === 1 &&
    byTime.has(release.score) &&
    release.score !== 'at-hand-in' &&
    answersFrom === null
  )
    return sentence('slip.releasedTogether', {
      show,
      list: listing(valueOf(byTime, release.score)),
      time: scoreTime,
    });
  const answers = [...byTime].map(([when, what]) => `${listing(what)} ${answersTime(when)}`);
  return sentence('slip.releasedApart', {
    show,
    time: scoreTime,
    answers: answers.join('; '),
    notBefore,
  });
}
