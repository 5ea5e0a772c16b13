/** A question that was asked aloud gets its wording, and is an item of a bank from then on. */
import type { api, AnswerOf, BodyOf } from '@oaken/contract';
import type { Edition, EditionEntry } from '@oaken/core/forms';
import type { ItemContent } from '@oaken/core/items';
import { askable, isKeyed, withKeyTold } from '@oaken/core/rounds';
import type { Transaction } from 'sequelize';
import type { SignedIn } from '../access/signed-in';
import type { Editions } from '../attempts/editions';
import { refuseBroken, writeRevision } from '../banks/revisions';
import { insistOnFolder } from '../banks/shelves';
import type { Context } from '../context';
import type { Item } from '../models';
import { invalid, notFound, problem } from '../problems/problem';
import { find as findAssignment } from '../rescoring/changing';
import { readEdition } from '../rescoring/computing';
import { rescore } from '../rescoring/service';
import { withEntry, rewriteQuestions } from './questions';
import { sentence } from './sentences';

type Wording = BodyOf<typeof api.wordQuestion>;

/** @throws Problem 409 for a question that has its wording; 422 for what is no right answer to it */
export async function wordQuestion(
  context: Context,
  editions: Editions,
  me: SignedIn,
  { roundId, entryId }: { roundId: number; entryId: string },
  wanted: Wording,
): Promise<AnswerOf<typeof api.wordQuestion>> {
  const { database, now } = context;
  return database.transaction(async (transaction) => {
    const round = await database.models.Round.findByPk(roundId, { lock: true, transaction });
    if (!round) throw notFound('round');
    const { edition } = await editions.get(round.editionId);
    const entry = askable(edition.sections).find(({ id }) => id === entryId);
    const item = await database.models.Item.findByPk(entry?.itemId ?? 0, {
      lock: true,
      transaction,
    });
    if (!entry || !item) throw notFound('question');
    if (item.revisionId !== null) throw problem('question-has-wording');
    const content = worded(entry, wanted);
    const bankId = wanted.bank ?? item.bankId;
    await insistOnFolder(database, me, { bank: bankId, folder: null }, transaction);
    await refuseBroken(database, content, wanted.facts.standards, transaction);
    const revision = {
      itemId: item.id,
      testId: null,
      basedOn: entry.revisionId,
      content,
      facts: wanted.facts,
      by: me.account.id,
      at: now(),
    };
    const revisionId = await writeRevision(database, revision, transaction);
    await item.update({ revisionId, bankId }, { transaction });
    const change = { item, revisionId, content, standards: await codesOf(context, wanted) };
    const asked = { of: round.editionId, edition: reworded(edition, change) };
    const editionId = await rewriteQuestions(context, asked, transaction);
    await round.update({ editionId, version: round.version + 1 }, { transaction });
    if (round.assignmentId !== null)
      await rewordResults(context, me, round.assignmentId, change, transaction);
    return { itemId: item.id, bankId };
  });
}

/** The content with its wording, and with what is right; students' answers stay what they were. */
function worded({ content }: EditionEntry, { stem, choices, right }: Wording): ItemContent {
  const texts = new Map(choices.map(({ id, text }) => [id, text]));
  const parts = content.parts.map((part) =>
    part.kind === 'single-choice'
      ? {
          ...part,
          choices: part.choices.map((choice) => ({
            ...choice,
            text: texts.get(choice.id) ?? choice.text,
          })),
        }
      : part,
  );
  const told = withKeyTold({ ...content, stem, parts }, right);
  if (!told) throw invalid([{ pointer: '/right', message: sentence('sayWhatIsRight') }]);
  return told;
}

async function codesOf({ database }: Context, { facts }: Wording): Promise<string[]> {
  const standards = await database.models.Standard.findAll({ where: { id: facts.standards } });
  return standards.map(({ code }) => code);
}

interface Change {
  item: Item;
  revisionId: number;
  content: ItemContent;
  standards: string[];
}

/** Every entry of the item, the second asking as well. */
function reworded(edition: Edition, { item, revisionId, content, standards }: Change): Edition {
  const entries = askable(edition.sections).filter(({ itemId }) => itemId === item.id);
  return entries.reduce(
    (made, { id }) =>
      withEntry(made, id, (entry) => {
        const { override: _, ...rest } = entry;
        const override = isKeyed(entry) ? entry.override : undefined;
        return { ...rest, ...(override && { override }), revisionId, content, standards };
      }),
    edition,
  );
}

/** The results read the wording, and are scored by the key that came with it. */
async function rewordResults(
  context: Context,
  me: SignedIn,
  assignmentId: number,
  change: Change,
  transaction: Transaction,
): Promise<void> {
  const { database } = context;
  const assignment = await findAssignment(context, me, assignmentId, transaction);
  const before = await readEdition(database, assignment.editionId, transaction);
  const after = reworded(before, change);
  const asked = { of: assignment.editionId, edition: after };
  const editionId = await rewriteQuestions(context, asked, transaction);
  await rescore(context, assignment, editionId, after, transaction);
}
