/** How far two markers agree, and what is adjudicated where they do not. */
import type { AnswerOf, api, BodyOf } from '@oaken/contract';
import { kindOf, type Part } from '@oaken/core/items';
import { agreementOf } from '@oaken/core/marking';
import { Op } from 'sequelize';
import { insistOnRunningAssignment } from '../access';
import type { SignedIn } from '../access/signed-in';
import { insistOnColleagues, listColleagues } from '../accounts/colleagues';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import { type Database, toMillis } from '../database/connect';
import { notFound, problem } from '../problems/problem';
import { giveMark, markFor } from './giving';
import { answerTo, findPart, type PartPath, readAnswers } from './marked-part';
import { readMarks } from './marked-answers';
import { type SecondMarkingRequest, readSecondMarkings, readSeconds } from './second';

/** The second marking of a part of mine, if somebody was asked. */
async function secondMarkingOf({ database }: Context, { assignmentId, entryId, partId }: PartPath) {
  const [secondMarking] = await readSecondMarkings(database, { assignmentId, entryId, partId });
  return secondMarking ?? null;
}

/** The answers to a part, those of them that both markers gave points, and how many the second one did. */
async function markedByBoth(
  database: Database,
  path: PartPath,
  part: Part,
  secondMarking: SecondMarkingRequest,
) {
  const answers = (await readAnswers(database, path.assignmentId, [path.entryId])).filter(
    ({ responses }) => answerTo(part, responses) !== undefined,
  );
  const first = new Map(
    (await readMarks(database, answers))
      .filter((mark) => mark.entry === path.entryId && mark.part === path.partId)
      .map((mark) => [mark.attemptId, mark]),
  );
  const second = new Map(
    (await readSeconds(database, secondMarking)).map((storedSecond) => [
      storedSecond.attemptId,
      storedSecond,
    ]),
  );
  const both = answers.flatMap((answer) => {
    const [a, b] = [first.get(answer.attemptId), second.get(answer.attemptId)];
    const points = b?.firstPoints ?? a?.points ?? null;
    return a && b && points !== null && b.points !== null
      ? [{ answer, a, b, first: points, second: b.points }]
      : [];
  });
  const done = [...second.values()].filter(({ points }) => points !== null).length;
  return { answers, both, done };
}

export async function readAgreement(
  context: Context,
  editions: Editions,
  me: SignedIn,
  path: PartPath,
): Promise<AnswerOf<typeof api.readAgreement>> {
  const { database } = context;
  const { title, entry, part } = await findPart(context, editions, me, path);
  const colleagues = await listColleagues(database, me);
  const secondMarking = await secondMarkingOf(context, path);
  const about = {
    title,
    stem: entry.content.stem,
    maxPoints: kindOf(part).points(part),
    colleagues,
  };
  if (!secondMarking) return { ...about, secondMarking: null };
  const { answers, both, done } = await markedByBoth(database, path, part, secondMarking);
  const agreement = agreementOf(both.map((pair) => [pair.first, pair.second] as const));
  return {
    ...about,
    secondMarking: {
      id: secondMarking.id,
      secondMarker: secondMarking.secondMarker,
      requestedAt: toMillis(secondMarking.requestedAt),
      done,
      all: answers.length,
      ...agreement,
      differences: both
        .filter((pair) => pair.first !== pair.second)
        .map(({ answer, a, b, ...points }) => ({
          attemptId: answer.attemptId,
          student: answer.name,
          response: answerTo(part, answer.responses),
          responseText: kindOf(part).inWords(part, answerTo(part, answer.responses) as never),
          first: { points: points.first, comment: a.comment },
          second: { points: points.second, comment: b.comment },
          adjudicated: b.adjudicatedAt === null ? null : a.points,
          version: a.version,
        })),
    },
  };
}

export async function requestSecondMarking(
  context: Context,
  editions: Editions,
  me: SignedIn,
  path: PartPath,
  secondMarker: number | null,
): Promise<void> {
  const { database, now } = context;
  const { SecondMark, SecondMarking } = database.models;
  await insistOnRunningAssignment(database, me, path.assignmentId);
  await findPart(context, editions, me, path);
  const held = await secondMarkingOf(context, path);
  if (held && held.secondMarkerId === secondMarker) return;
  if (held) {
    const marked = await SecondMark.count({
      where: { secondMarkingId: held.id, points: { [Op.ne]: null } },
    });
    if (marked > 0) throw problem('second-marking-begun', { who: held.secondMarker });
    await SecondMarking.destroy({ where: { id: held.id } });
  }
  if (secondMarker === null) return;
  await insistOnColleagues(database, me, [secondMarker]);
  const { assignmentId, entryId, partId } = path;
  await SecondMarking.create({
    assignmentId,
    entryId,
    partId,
    secondMarkerId: secondMarker,
    requestedBy: me.account.id,
    requestedAt: new Date(now()),
  });
}

export async function adjudicate(
  context: Context,
  editions: Editions,
  me: SignedIn,
  path: PartPath,
  { attemptId, version, points, comment }: BodyOf<typeof api.adjudicate>,
): Promise<void> {
  const { database, now } = context;
  await insistOnRunningAssignment(database, me, path.assignmentId);
  const { part } = await findPart(context, editions, me, path);
  const secondMarking = await secondMarkingOf(context, path);
  if (!secondMarking) throw notFound('secondMarking');
  await database.transaction(async (transaction) => {
    const mark = markFor(part, { points, levels: null, comment });
    const { Mark, SecondMark } = database.models;
    const second = await SecondMark.findOne({
      where: { secondMarkingId: secondMarking.id, attemptId, points: { [Op.ne]: null } },
      lock: true,
      transaction,
    });
    if (!second) throw notFound('secondMark');
    const { entryId, partId } = path;
    const first = await Mark.findOne({ where: { attemptId, entryId, partId }, transaction });
    if (first)
      await second.update(
        {
          // The points that were given blind are what agreement is about, also after settling.
          firstPoints: second.firstPoints ?? first.points,
          adjudicatedBy: me.account.id,
          adjudicatedAt: new Date(now()),
        },
        { transaction },
      );
    await giveMark(
      context,
      editions,
      me,
      path,
      { attemptId, version },
      (held) => ({ ...mark, voice: held.voice }),
      transaction,
    );
  });
}
