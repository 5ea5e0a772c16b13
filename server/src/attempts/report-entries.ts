/** The questions of a student's own report: as they had them, what they answered, and what is released of it. */
import type { api, AnswerOf } from '@oaken/contract';
import type { AssignmentRules, Released } from '@oaken/core/assignments';
import type { EntryScore } from '@oaken/core/attempts';
import { valueOf } from '@oaken/core/certain';
import { entriesOf, formForSitting, type Edition, type EditionEntry } from '@oaken/core/forms';
import {
  asksFor,
  criteriaPoints,
  remarkOn,
  responsesInWords,
  rightInWords,
  type ItemContent,
  type Responses,
} from '@oaken/core/items';
import type { AnswerWords } from '@oaken/words/answers';
import type { written } from '@oaken/words/written';
import type { Context } from '../context';
import type { attemptForm, Attempt, Given } from './given';
import { readRecord, type StoredAdjustment, type StoredMark } from '../record';
import { Veil } from './veil';

type Say = ReturnType<typeof written>;

/** The levels that a part's work reached, in words. */
function levelsOf({ parts }: ItemContent, { partId, levels }: StoredMark) {
  const part = parts.find(({ id }) => id === partId);
  if (levels === null || !part || !('criteria' in part)) return [];
  return (part.criteria ?? []).flatMap((criterion) => {
    const level = criterion.levels[levels[criterion.id] ?? -1];
    return level
      ? [
          {
            criterion: criterion.name,
            words: level.words,
            points: level.points,
            maxPoints: criteriaPoints([criterion]),
          },
        ]
      : [];
  });
}

/** What was decided about a question, for this student or for everybody. */
function noteOn(
  adjustment: StoredAdjustment | undefined,
  override: EditionEntry['override'],
  say: Say,
): string | null {
  if (adjustment)
    return say(
      adjustment.kind === 'excused'
        ? 'studentReport.questionDoesNotCount'
        : 'studentReport.pointsSet',
      { reason: adjustment.reason },
    );
  if (!override) return null;
  return say(override === 'dropped' ? 'studentReport.droppedForAll' : 'studentReport.fullCredit');
}

/** Whether figures leave the server at all. */
export const showsFigures = ({ release }: AssignmentRules) => release.show !== 'symbols';

/** Whether a question is right; null where nothing can be wrong, and while it waits for a mark. */
function symbolOf(content: ItemContent, score: EntryScore | undefined): Entry['symbol'] {
  if (asksFor(content) !== 'points' || score?.needsMarking) return null;
  if (!score || score.points <= 0) return 'wrong';
  return score.points >= score.maxPoints - 1e-9 ? 'right' : 'partly';
}

/** Questions in the student's own order of choices, with what they answered, and no key. */
function asStudentHadIt(
  { seed }: Attempt,
  edition: Edition,
  form: Sat['form'],
  answers: ReadonlyMap<string, Responses>,
): (entry: string) => Pick<Entry, 'item' | 'responses'> {
  const veil = new Veil(seed);
  const items = new Map(
    veil
      .form(formForSitting(form), edition)
      .sections.flatMap(({ entries }) => entries.map(({ id, item }) => [id, item] as const)),
  );
  const shown = veil.shown(
    [...answers].map(([entry, responses]) => ({
      entry,
      responses,
      number: 0,
      device: '',
      flagged: false,
    })),
    edition,
  );
  const responses = new Map(shown.map((answer) => [answer.entry, answer.responses]));
  return (entry) => ({
    item: valueOf(items, entry),
    responses: responses.get(entry) ?? {},
  });
}

/** The work that is reported. */
export interface Sat {
  attempt: Attempt;
  edition: Edition;
  form: ReturnType<typeof attemptForm>;
  given: Given;
}

type Entry = Entries[number];
type Entries = NonNullable<AnswerOf<typeof api.readReport>['entries']>;

/** The questions of a report, in the student's own order. */
export async function readEntries(
  { database }: Context,
  { attempt, edition, form, given }: Sat,
  out: (what: Released) => boolean,
  { say, words }: { say: Say; words: AnswerWords },
): Promise<Entries> {
  const { rules } = given;
  const record = await readRecord(database, attempt.id, [
    'answers',
    'scores',
    'marks',
    'adjustments',
    'timeSpent',
  ]);
  const shownAs = asStudentHadIt(attempt, edition, form, record.answers);
  return entriesOf({ sections: form.sections }).map(({ id, points, content, override }) => {
    const adjustment = record.adjustments.find(({ entryId }) => entryId === id);
    const marks = (record.marks.get(id) ?? []).filter(({ points }) => points !== null);
    const mine = out('marks') ? marks : [];
    const score = record.scores.get(id);
    const symbol = out('marks') ? symbolOf(content, score) : null;
    return {
      ...shownAs(id),
      symbol,
      time: rules.release.times ? (record.timeSpent.get(id) ?? null) : null,
      asks: asksFor(content),
      mine: responsesInWords(content, record.answers.get(id) ?? {}, words),
      remark: out('answers') ? remarkOn(content, record.answers.get(id) ?? {}, words) : '',
      maxPoints: score?.maxPoints ?? points,
      points: out('marks') && showsFigures(rules) ? (score?.points ?? 0) : null,
      needsMarking: score?.needsMarking ?? false,
      right: out('answers') ? rightInWords(content, words) : null,
      explanation: out('explanations') ? content.explanation : null,
      comments: mine.map(({ comment }) => comment).filter((text) => text !== ''),
      voices: mine.flatMap(({ voice }) => voice ?? []),
      levels: mine.flatMap((storedMark) => levelsOf(content, storedMark)),
      note: noteOn(adjustment, override, say),
    };
  });
}
