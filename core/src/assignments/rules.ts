/** The rules that an assignment adds to a test. */
import { elementAt } from '../certain';
import { wholePercent } from '../text';
import { z } from 'zod';
import type { FormRules } from '../forms';
import { studentTools } from '../items';
import { lengthInWords, minute } from '../timing';
import { sentence } from './sentences';
import { supervision } from './supervision';

export const releaseTimes = ['at-hand-in', 'after-closing', 'by-hand'] as const;
export type ReleaseTime = (typeof releaseTimes)[number];

/** What can be let out: the score, which answers were right or wrong, the right answers, the explanations. */
export const released = ['score', 'marks', 'answers', 'explanations'] as const;
export type Released = (typeof released)[number];

/** Symbols: for each question whether it is right, partly right or wrong, and no figure anywhere. */
export const scoreShows = ['points', 'percent', 'both', 'band', 'symbols'] as const;
export type ScoreShow = (typeof scoreShows)[number];

export const band = z.strictObject({
  name: z.string().trim().min(1, sentence('bandNeedsName')).max(20),
  /** The least share of the points, from 0 to 1. */
  from: z.number().min(0).max(1),
});
export type Band = z.infer<typeof band>;

export const release = z.strictObject({
  score: z.enum(releaseTimes),
  marks: z.enum(releaseTimes),
  answers: z.enum(releaseTimes),
  explanations: z.enum(releaseTimes),
  show: z.enum(scoreShows),
  /** From the best down; the last one begins at 0. Used where the score is shown as a band. */
  bands: z.array(band).max(12),
  /** The mean of the student's class beside the score. */
  classAverage: z.boolean().optional(),
  /** How long the student was on each question. */
  times: z.boolean().optional(),
});
export type Release = z.infer<typeof release>;

/** Answers that arrive late: count them, wait until the teacher has looked, or do not count them. */
export const lateAnswerRules = ['count', 'review', 'refuse'] as const;
export type LateAnswerRule = (typeof lateAnswerRules)[number];

export const orders = ['own', 'fixed', 'shuffled'] as const;
export const countings = ['best', 'latest', 'first', 'mean', 'worst', 'all'] as const;
export type Counting = (typeof countings)[number];

const partMinutes = z
  .number(sentence('timesAreNumbersMinutes'))
  .min(0.1, sentence('sectionOrItemNeedsAt'))
  .max(600, sentence('sectionOrItemCanHave'));

/** Times for parts of the test: sections by their id, those without one having none; or each single item. */
export const stageLimit = z.discriminatedUnion('of', [
  z.strictObject({
    of: z.literal('sections'),
    minutes: z.record(z.string().regex(/^[A-Za-z0-9_-]{0,24}$/), partMinutes),
  }),
  z.strictObject({ of: z.literal('items'), minutes: partMinutes }),
]);
export type StageLimit = z.infer<typeof stageLimit>;

/** Done in one sitting, a student who was away for longer than this is let in again by the teacher only. */
export const mayBeAway = 5 * minute;

/** When a practice says what is right: at each check, once it is handed in, or never. */
export const feedbackTimes = ['at-once', 'at-end', 'none'] as const;
export type FeedbackTime = (typeof feedbackTimes)[number];

/** What help a practice gives. */
export const practiceHelp = z.strictObject({
  feedback: z.enum(feedbackTimes),
  /** Whether right answers are shown: on demand, when a question is done, and in the report. */
  answers: z.boolean(),
  hints: z.boolean(),
  explanations: z.boolean(),
  /** Checks of each question; null: as many as wanted. */
  tries: z
    .int(sentence('triesAreWholeNumber'))
    .min(1, sentence('triesFromOneToTwenty'))
    .max(20, sentence('triesFromOneToTwenty'))
    .nullable(),
});
export type PracticeHelp = z.infer<typeof practiceHelp>;

export const usualPracticeHelp: PracticeHelp = {
  feedback: 'at-once',
  answers: true,
  hints: true,
  explanations: true,
  tries: null,
};

/** The help of a practice; null for a test, which has none. */
export const practiceHelpOf = ({
  mode,
  practice,
}: Pick<AssignmentRules, 'mode' | 'practice'>): PracticeHelp | null =>
  mode === 'practice' ? (practice ?? usualPracticeHelp) : null;

export const assignmentRules = z.strictObject({
  /** Test: no help until the work is handed in. Practice: answers can be checked, hints asked for and answers shown. */
  mode: z.enum(['test', 'practice']),
  /** In practice each wrong try takes off such a share of a question's points. */
  offPerTry: z.number().min(0).max(1, sentence('wrongTryCanTakeOff')),
  /** Absent: what is usual. */
  practice: practiceHelp.optional(),
  /** Working time in minutes; null for none but the window. */
  limitMinutes: z
    .number(sentence('timeLimitMustBeNumber'))
    .min(1, sentence('timeLimitMustBeAt'))
    .max(24 * 60, sentence('timeLimitCanBeAt'))
    .nullable(),
  /** What runs beside or in place of that: each part is left when its time is over. */
  stageLimit: stageLimit.nullable(),
  /** Whether students can go back to earlier questions; otherwise each is left for good. */
  goBack: z.boolean(),
  /** Whether it must be done without leaving; otherwise it can be left and resumed. */
  oneSitting: z.boolean(),
  /** So many minutes before the end the student is told, longest first. */
  warnMinutes: z.array(z.number().min(0.5).max(600)).max(4),
  /** How often each student may try; null: as often as wanted. */
  attempts: z
    .int(sentence('attemptsAreWholeNumber'))
    .min(1, sentence('atLeastOneAttempt'))
    .max(20, sentence('atMost20Attempts'))
    .nullable(),
  /** Which attempt counts. */
  counts: z.enum(countings),
  /**
   * Own: in my order, and students go where they want; fixed: one after the other; shuffled:
   * another order for each.
   */
  order: z.enum(orders),
  shuffleChoices: z.boolean(),
  /** What becomes of answers that a device without network wrote in time and sends after the end. */
  lateAnswers: z.enum(lateAnswerRules).optional(),
  /** What students may use with every question, besides what its item allows. */
  tools: z.array(z.enum(studentTools)).max(studentTools.length).optional(),
  release,
  /** Absent: begun by anybody, from anywhere, while the window is open. */
  supervision: supervision.optional(),
});
export type AssignmentRules = z.infer<typeof assignmentRules>;

/** In a test the teacher looks first, unless the assignment says otherwise. */
export const lateAnswerRule = ({
  lateAnswers,
  mode,
}: Pick<AssignmentRules, 'lateAnswers' | 'mode'>): LateAnswerRule =>
  lateAnswers ?? (mode === 'test' ? 'review' : 'count');

/** What of the rules decides the order of a student’s form. */
export const formRules = ({
  order,
  shuffleChoices,
}: Pick<AssignmentRules, 'order' | 'shuffleChoices'>): FormRules => ({
  shuffleItems: order === 'shuffled',
  shuffleChoices,
});

export const usualOffPerTry = 0.333333;

/** Common practice in schools of the United States; every teacher sets their own. No source. */
export const usualBands: Band[] = [
  { name: 'A', from: 0.9 },
  { name: 'B', from: 0.8 },
  { name: 'C', from: 0.7 },
  { name: 'D', from: 0.6 },
  { name: 'F', from: 0 },
];

/** What an assignment begins with, until its teacher says otherwise. Common practice, no source. */
export const usualRules: AssignmentRules = {
  mode: 'test',
  offPerTry: usualOffPerTry,
  limitMinutes: 20,
  stageLimit: null,
  goBack: true,
  oneSitting: false,
  warnMinutes: [5, 1],
  attempts: 1,
  counts: 'best',
  order: 'own',
  shuffleChoices: true,
  release: {
    score: 'after-closing',
    marks: 'after-closing',
    answers: 'after-closing',
    explanations: 'after-closing',
    show: 'both',
    bands: [],
  },
};

/** What stands against the rules themselves, in words, each at its field. */
export function ruleProblems(rules: AssignmentRules): { field: string; message: string }[] {
  const problems: { field: string; message: string }[] = [];
  const { bands, show } = rules.release;
  if (show === 'band') {
    if (bands.length < 2)
      problems.push({ field: 'bands', message: sentence('letterBandsNeedAtLeast') });
    else if (bands.some(({ from }, index) => index > 0 && from >= elementAt(bands, index - 1).from))
      problems.push({
        field: 'bands',
        message: sentence('eachBandMustBeginLower'),
      });
    else if (elementAt(bands, -1).from !== 0)
      problems.push({ field: 'bands', message: sentence('lastBandMustBeginAt') });
    if (new Set(bands.map(({ name }) => name)).size < bands.length)
      problems.push({ field: 'bands', message: sentence('twoBandsHaveSameName') });
  }
  const { limitMinutes, stageLimit, warnMinutes } = rules;
  if (limitMinutes !== null && warnMinutes.some((warn) => warn >= limitMinutes))
    problems.push({
      field: 'warnMinutes',
      message: sentence('warningMustComeAfterTime'),
    });
  if (rules.mode === 'practice' && rules.stageLimit !== null)
    problems.push({
      field: 'stageLimit',
      message: sentence('inPracticeSectionsAndItems'),
    });
  if (rules.mode === 'practice' && !rules.goBack)
    problems.push({ field: 'goBack', message: sentence('inPracticeStudentsCanAlways') });
  if (stageLimit !== null && limitMinutes !== null) {
    const parts =
      stageLimit.of === 'items' ? [stageLimit.minutes] : Object.values(stageLimit.minutes);
    if (parts.some((part) => part > limitMinutes))
      problems.push({
        field: 'stageLimit',
        message: sentence('sectionOrItemCannotHave', {
          lengthIn: lengthInWords(limitMinutes * minute),
        }),
      });
  }
  if (stageLimit?.of === 'sections' && Object.keys(stageLimit.minutes).length === 0)
    problems.push({ field: 'stageLimit', message: sentence('giveAtLeastOneSection') });
  return problems;
}

/**
 * The band of a share, compared in whole percent, as it is printed: who reads 90% has the band
 * that begins at 90%.
 */
export const bandOf = (share: number, bands: readonly Band[]) =>
  bands.find(({ from }) => wholePercent(share) >= Math.round(from * 10_000) / 100) ?? null;
