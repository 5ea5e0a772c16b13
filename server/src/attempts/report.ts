/** What is released of a student's own work. */
import type { api, AnswerOf } from '@oaken/contract';
import { isReleased, type Released, type ReleaseFacts } from '@oaken/core/assignments';
import { byStandard, shareInWords } from '@oaken/core/attempts';
import { entriesOf, type Edition } from '@oaken/core/forms';
import { windowEnd, type Language } from '@oaken/core/timing';
import { answersIn, written } from '@oaken/words/written';
import { somebodyCanAnswer } from './students';
import { schoolZone, studentWindow } from './times';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import type { Database } from '../database/connect';
import { notFound, problem } from '../problems/problem';
import type { Editions } from './editions';
import { attemptForm, readAttempts, readGiven, type Attempt } from './given';
import { progressOf } from './queries';
import { readRecord } from '../record';
import { readEntries, showsFigures } from './report-entries';
import { factsOf, readWaiting, shown } from './released';
import { sheetPictures } from './sheet-pictures';

type Say = ReturnType<typeof written>;

/** In the page's language, or the student's. */
export async function readReport(
  context: Context,
  editions: Editions,
  me: SignedIn,
  { assignmentId, language: wanted }: { assignmentId: number; language?: Language | undefined },
): Promise<AnswerOf<typeof api.readReport>> {
  const { database } = context;
  const now = context.now();
  const given = await readGiven(database, me.account.id, assignmentId);
  const made = await readAttempts(database, me.account.id, assignmentId);
  const counting = made.find(({ counts }) => counts);
  const zone = await schoolZone(database);
  const end = windowEnd(studentWindow(given, given, zone));
  const score = factsOf(given, counting, end !== null && end <= now, now);
  if (!counting || counting.counted === null || !isReleased(given.rules, 'score', score))
    throw problem('score-not-out');
  const open = await somebodyCanAnswer(database, assignmentId, given, now);
  const facts: ReleaseFacts = { ...score, closed: score.closed && !open, somebodyCanAnswer: open };
  const out = (what: Released) => isReleased(given.rules, what, facts);
  const assignment = await database.models.Assignment.findByPk(assignmentId, {
    attributes: ['title'],
    include: [{ association: 'edition', attributes: ['points'] }],
  });
  if (!assignment?.edition) throw notFound('assignment');
  const { edition } = await editions.get(given.editionId);
  const language = wanted ?? me.account.language ?? 'en';
  const say = written(language);
  const form = attemptForm(edition, counting, given.rules);
  const waiting = await readWaiting(database, [counting.id]);
  return {
    title: assignment.title,
    score: shown(
      given.rules,
      counting.counted,
      counting.maxPoints ?? assignment.edition.points,
      waiting.get(counting.id) ?? 0,
    ),
    attempt: counting.number,
    attempts: made.length,
    lateOff: Number(counting.lateOff),
    notes: await readNotes(context, counting, form, say),
    sheet: await sheetPictures(database, counting.id),
    classAverage: given.rules.release.classAverage
      ? await classAverageOf(database, assignmentId, given.classId)
      : null,
    byStandard:
      out('marks') && showsFigures(given.rules)
        ? await readStandards(context, counting, edition, language)
        : null,
    entries:
      out('marks') || out('answers') || out('explanations')
        ? await readEntries(context, { attempt: counting, edition, form, given }, out, {
            say,
            words: answersIn(language),
          })
        : null,
  };
}

async function readStandards(
  { database }: Context,
  attempt: Attempt,
  edition: Edition,
  language: Language,
) {
  const standardsOf = new Map(
    entriesOf(edition).map(({ id, standards, override }) => [id, override ? [] : standards]),
  );
  const { scores } = await readRecord(database, attempt.id, ['scores']);
  const standardShares = byStandard([...scores.values()], standardsOf);
  if (standardShares.length === 0) return [];
  const known = await database.models.Standard.findAll({
    where: { code: standardShares.map(({ code }) => code) },
    order: [['statement', 'DESC']],
  });
  const statements = new Map(known.map(({ code, statement }) => [code, statement]));
  return standardShares.map((standardShare) => ({
    code: standardShare.code,
    statement: statements.get(standardShare.code) ?? '',
    share: standardShare.maxPoints > 0 ? standardShare.points / standardShare.maxPoints : null,
    words: shareInWords(standardShare, language),
  }));
}

/** What was decided about the whole work, and changes of what counts that the teacher wished to be told. */
async function readNotes(
  { database }: Context,
  attempt: Attempt,
  form: Edition,
  say: Say,
): Promise<string[]> {
  const { adjustments } = await readRecord(database, attempt.id, ['adjustments']);
  const told = await database.models.Rescore.findAll({
    where: { assignmentId: attempt.assignmentId, studentsTold: true, undoneAt: null },
    order: ['id'],
  });
  const order = entriesOf({ sections: form.sections }).map(({ id }) => id);
  return [
    ...adjustments
      .filter(({ entryId }) => entryId === '')
      .map((adjustment) =>
        adjustment.kind === 'bonus'
          ? say('studentReport.bonus', { n: adjustment.points ?? 0, reason: adjustment.reason })
          : say('studentReport.workDoesNotCount', { reason: adjustment.reason }),
      ),
    ...told
      .filter(({ entryId }) => order.includes(entryId))
      .map(({ entryId, reason }) =>
        say(reason ? 'studentReport.rescoredBecause' : 'studentReport.rescored', {
          number: order.indexOf(entryId) + 1,
          reason,
        }),
      ),
  ];
}

/** With fewer scores an average would tell whose they are. Common practice, no source. */
const fewestForAverage = 5;

/** The mean share of a class, over work that is marked whole; null where too few have a score. */
async function classAverageOf(
  database: Database,
  assignmentId: number,
  classId: number | null,
): Promise<number | null> {
  const progress = await progressOf(database, [assignmentId]);
  const mine = progress.find((line) => line.classId === classId);
  return mine && mine.marked >= fewestForAverage ? mine.shares / mine.marked : null;
}
