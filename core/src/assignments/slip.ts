/** The slip: a whole assignment in a few plain sentences, said before it is given. */
import { valueOf } from '../certain';
import { count, listing } from '../text';
import { exactLength, inWords, lengthInWords, minute, type LateRule } from '../timing';
import { mayBeAway, type AssignmentRules, type ReleaseTime, type Released } from './rules';

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

/** "class 6B, group Ratio table of 6D and 2 students" */
export function recipientsInWords({ classes, groups, students, link }: Recipients): string {
  const some = (names: string[], text: string, many: string) =>
    names.length === 0 ? [] : [`${names.length === 1 ? text : many} ${listing(names)}`];
  const named = students.length > 3 ? [count(students.length, 'student')] : students;
  return listing([
    ...some(classes, 'class', 'classes'),
    ...some(groups, 'group', 'groups'),
    ...named,
    ...(link ? ['guests by link'] : []),
  ]);
}

const releaseWords: Record<ReleaseTime, string> = {
  'at-hand-in': 'as soon as they hand in',
  'after-closing': 'after it has closed',
  'by-hand': 'when you release them',
};
/** What shows answers waits for the last student, so "at once" is not what happens to it. */
const answerWords: Record<ReleaseTime, string> = {
  ...releaseWords,
  'at-hand-in': 'after everyone’s window has closed',
};
const countingWords = {
  best: 'the best attempt counts',
  latest: 'the latest attempt counts',
  first: 'the first attempt counts',
  mean: 'the average of all attempts counts',
};
const showWords = {
  points: 'as points',
  percent: 'in percent',
  both: 'as points and percent',
  band: 'as letter bands',
};

/** What would go to whom, and when: one line, the sentences that matter, and the button’s words. */
export function slipOf(facts: SlipFacts): Slip {
  const { rules, zone, now } = facts;
  const timeInWords = (instant: number) => inWords(instant, zone, now);
  const who = recipientsInWords(facts.who) || 'nobody yet';
  const opens = facts.opensAt <= now ? 'opens now' : `opens ${timeInWords(facts.opensAt)}`;
  const closes = facts.closesAt === null ? 'never closes' : `closes ${timeInWords(facts.closesAt)}`;
  const { limitMinutes, stageLimit } = rules;
  const whole = limitMinutes === null ? '' : lengthInWords(limitMinutes * minute);
  const parts = stageLimitInWords(stageLimit);
  const limit = [whole, parts].filter(Boolean).join(', ') || 'no time limit';
  return {
    line: `1 ${facts.kind}, ${who}, ${count(facts.students, 'student')}, ${opens}, ${closes}, ${limit}`,
    sentences: [
      `${toWhom(facts, who)} get “${facts.title}”: ${count(facts.items, 'item')}, ${count(facts.points, 'point')}.${accommodationsWords(facts)}`,
      `It ${opens} and ${closes}, with ${whole ? `${whole} to work` : `no time limit${parts && ' for the whole'}`}. ${stageWords(facts)}${visibleWords(facts)}${lateWords(facts)}`,
      `${modeWords(rules)}${attemptWords(rules)}${formWords(facts)} ${orderWords(rules)}`,
      releasedWords(facts),
    ],
    verb:
      facts.students === 0 && facts.who.link
        ? 'Open it for guests'
        : `Assign to ${count(facts.students, 'student')}`,
  };
}

function stageWords({ rules: { stageLimit, oneSitting }, sections = [] }: SlipFacts): string {
  const sitting = oneSitting
    ? `In one sitting: students who are away for more than ${lengthInWords(mayBeAway)} need you to readmit them. `
    : '';
  if (stageLimit === null) return sitting;
  if (stageLimit.of === 'items')
    return `Each item has ${exactLength(stageLimit.minutes * minute)}. ${sitting}`;
  const named = Object.entries(stageLimit.minutes).map(([id, minutes]) => {
    const index = sections.findIndex((section) => section.id === id);
    return `${sections[index]?.title || `section ${index < 0 ? '' : index + 1}`.trim()} ${exactLength(minutes * minute)}`;
  });
  return `Each section has its own time: ${listing(named)}. ${sitting}`;
}

const toWhom = ({ students, who }: SlipFacts, words: string) =>
  students === 0 && who.link ? 'Guests by link' : `${count(students, 'student')} of ${words}`;

const accommodationsWords = ({ accommodations = [] }: SlipFacts) =>
  accommodations.length === 0
    ? ''
    : ` Accommodations apply automatically: ${listing(accommodations.map(({ words, students }) => `${words} for ${students}`))}.`;

function visibleWords({ opensAt, visibleFrom, word, zone, now }: SlipFacts): string {
  const begin = word ? ' Students type the word that you read out to start.' : '';
  if (opensAt <= now) return `They see it right away.${begin}`;
  const from = visibleFrom === null || visibleFrom <= now ? 'now' : inWords(visibleFrom, zone, now);
  return from === 'now'
    ? `They see the title now and can begin ${inWords(opensAt, zone, now)}.${begin}`
    : `Nobody sees it before ${from}.${begin}`;
}

function lateWords({ lateRule, zone, now }: SlipFacts): string {
  if (lateRule.late === 'no') return '';
  const off =
    lateRule.offPerDay > 0
      ? ` with ${Math.round(lateRule.offPerDay * 1000) / 10}% off for each day late`
      : ' and marked late';
  return ` Late work is taken until ${inWords(lateRule.until, zone, now)}${off}.`;
}

function modeWords({ mode, offPerTry }: AssignmentRules): string {
  if (mode === 'test') return 'Test mode: no help while working.';
  const off =
    offPerTry === 0
      ? 'wrong tries cost nothing'
      : `each wrong try takes off ${Math.round(offPerTry * 100)}% of a question’s points`;
  return `Practice: students check their answers, try again, ask for hints and may see the answer; ${off}, a shown answer gives none.`;
}

function attemptWords({ attempts, counts }: AssignmentRules): string {
  if (attempts === 1) return '';
  return ` ${attempts === null ? 'As many attempts as they like' : `${attempts} attempts`}; ${countingWords[counts]}.`;
}

function stageLimitInWords(limit: AssignmentRules['stageLimit']): string {
  if (limit === null) return '';
  return limit.of === 'items' ? `${exactLength(limit.minutes * minute)} an item` : 'sections timed';
}

/** Who gets the forms that nobody was given by name. */
function restWords(forms: readonly string[], someByName: boolean): string {
  const [only] = forms;
  if (only === undefined) return '';
  if (forms.length === 1) return `${someByName ? 'all others' : 'All'} get form ${only}`;
  return `${someByName ? 'forms' : 'Forms'} ${listing([...forms])} go round in turn${someByName ? ' among all others' : ''}`;
}

function formWords({ forms = [], formsFor = [], draws = false }: SlipFacts): string {
  const rest = restWords(forms, formsFor.length > 0);
  const byName = formsFor.map(({ party, form }) => `${party} gets form ${form}`);
  const given = rest && ` ${[...byName, rest].join('; ')}.`;
  return `${given}${draws ? ' Each student gets their own draw of items.' : ''}`;
}

function orderWords({ order, shuffleChoices, goBack }: AssignmentRules): string {
  const fixed = 'Items come one after the other in your order';
  const asked = {
    own: goBack ? 'Items are in your order, and students can go to any item' : fixed,
    fixed,
    shuffled: 'Items are in a different order for each student',
  }[order];
  const items = `${asked}${goBack ? '' : ', and nobody can go back'}`;
  return `${items}; choices ${shuffleChoices ? 'are in a different order for each student' : 'are in your order'}.`;
}

function releasedWords({ rules: { mode, release }, answersFrom, zone, now }: SlipFacts): string {
  if (mode === 'practice')
    return `Students see scores ${showWords[release.show]} ${releaseWords[release.score]}, and their answers with the explanations once they hand in.`;
  const names: Record<Exclude<Released, 'score'>, string> = {
    marks: 'what was right or wrong',
    answers: 'right answers',
    explanations: 'explanations',
  };
  const byTime = new Map<ReleaseTime, string[]>();
  for (const what of ['marks', 'answers', 'explanations'] as const)
    byTime.set(release[what], [...(byTime.get(release[what]) ?? []), names[what]]);
  const from = answersFrom === null ? '' : `, not before ${inWords(answersFrom, zone, now)}`;
  // All at one time is one thing to say; "at once" means another time for answers than for scores.
  if (
    byTime.size === 1 &&
    byTime.has(release.score) &&
    release.score !== 'at-hand-in' &&
    from === ''
  )
    return `Students see scores ${showWords[release.show]}, ${listing(valueOf(byTime, release.score))} ${releaseWords[release.score]}.`;
  const answers = [...byTime].map(([when, what]) => `${listing(what)} ${answerWords[when]}`);
  return `Students see scores ${showWords[release.show]} ${releaseWords[release.score]}; ${answers.join('; ')}${from}.`;
}
