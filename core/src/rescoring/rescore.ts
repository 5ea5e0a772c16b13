/**
 * Changing what counts after a test was given: another key, more accepted answers, other points, all the points for
 * everybody, or leaving an item out. What students saw stays as they saw it.
 */
import { elementAt } from '../certain';
import { entriesOf, type Edition, type EditionEntry, type Override } from '../forms';
import {
  forSitting,
  keysInWords,
  kindOf,
  readItem,
  realised,
  responseTo,
  type ItemContent,
  type Responses,
} from '../items';
import { count, listing } from '../text';
import { sentence } from './sentences';

/** What becomes of one entry; what is not named stays. */
export interface Rescore {
  entry: string;
  content?: ItemContent | undefined;
  points?: number | undefined;
  /** Null: it is scored by its key again. */
  override?: Override | null | undefined;
}

/** Why a rescore cannot be done, in words for the page; `pointer` is the place in the rescore. */
export class RescoreProblem extends Error {
  constructor(
    readonly pointer: string,
    message: string,
  ) {
    super(message);
  }
}

/** @throws RepairProblem where it would change nothing, or anything that students saw */
export function rescoredEntry(
  entry: EditionEntry,
  { content, points, override }: Rescore,
): EditionEntry {
  if (content !== undefined) {
    const read = readItem(content);
    if (!read.ok)
      throw new RescoreProblem(
        `/content${elementAt(read.problems, 0).pointer}`,
        elementAt(read.problems, 0).message,
      );
    if (drawn(content) !== drawn(entry.content))
      throw new RescoreProblem('/content', sentence('thisChangesNumbers'));
    if (!showsTheSame(content, entry.content))
      throw new RescoreProblem('/content', sentence('thisChangesWhatStudentsSaw'));
  }
  if (points !== undefined && !(points > 0 && points <= 1000))
    throw new RescoreProblem('/points', sentence('itemIsWorthMoreThan'));
  const { override: before, ...rest } = entry;
  const after = override === undefined ? before : (override ?? undefined);
  const made: EditionEntry = {
    ...rest,
    ...(content && { content }),
    ...(points !== undefined && { points }),
    ...(after && { override: after }),
  };
  if (rescoreInWords(entry, made).length === 0)
    throw new RescoreProblem('', sentence('nothingWouldChangeIsScored'));
  return made;
}

/** What the numbers of a student follow from; what is worked out from them may change. */
const drawn = ({ template }: ItemContent) =>
  JSON.stringify([
    template?.variables.map((variable) => (variable.kind === 'formula' ? variable.name : variable)),
    template?.conditions,
  ]);

/** So many variants are looked at; what is shown is the same in all of them or in none. */
const variants = ['1', '2', '3', '4', '5', '6', '7', '8'];

function showsTheSame(one: ItemContent, other: ItemContent): boolean {
  const shown = (content: ItemContent, seed: string) =>
    JSON.stringify(forSitting(realised(content, seed)));
  return variants.every((seed) => shown(one, seed) === shown(other, seed));
}

/** The edition with one entry rescored, wherever it stands: in a section, or in the place of another in a form. */
export function rescored(edition: Edition, rescore: Rescore): Edition {
  const editionEntry = entriesOf(edition).find(({ id }) => id === rescore.entry);
  if (!editionEntry) throw new RescoreProblem('/entry', sentence('testHasNoSuchItem'));
  const made = rescoredEntry(editionEntry, rescore);
  const put = <E extends EditionEntry>(entry: E): E => {
    if (entry.id !== made.id) return entry;
    const { override: _, ...rest } = { ...entry, ...made };
    return { ...rest, ...(made.override && { override: made.override }) } as E;
  };
  // What stands in the place of another is worth what the other one is worth.
  const worth = (of: string) =>
    of === made.id && rescore.points !== undefined ? { points: made.points } : {};
  return {
    ...edition,
    sections: edition.sections.map((section) => ({
      ...section,
      entries: section.entries.map(put),
    })),
    ...(edition.forms && {
      forms: edition.forms.map((form) => ({
        ...form,
        swaps: form.swaps.map((swap) => ({ ...put(swap), ...worth(swap.of) })),
      })),
    }),
  };
}

/** What differs between an entry before and after, a sentence for each. */
export function rescoreInWords(before: EditionEntry, after: EditionEntry): string[] {
  const [old, made] = [keysInWords(before.content), keysInWords(after.content)];
  const keys = made.flatMap((words, index) =>
    words === old[index] ? [] : [sentence('keyBefore', { key: words, before: old[index] })],
  );
  // A key whose words are the same can still differ in how it compares.
  if (keys.length === 0 && JSON.stringify(scored(before)) !== JSON.stringify(scored(after)))
    keys.push(sentence('wayAnswersAreComparedChanges'));
  const points =
    before.points === after.points
      ? []
      : [
          sentence('worthInstead', {
            points: count(after.points, 'point'),
            before: before.points,
          }),
        ];
  const override =
    before.override === after.override ? [] : [overrideWords[after.override ?? 'none']];
  return [...override, ...keys, ...points];
}

const scored = ({ content }: EditionEntry) =>
  content.parts.map((part) =>
    'key' in part ? [part.key, 'rule' in part && part.rule] : 'rule' in part && part.rule,
  );

const overrideWords = {
  'full-credit': sentence('everybodyWhoWasGivenGets'),
  dropped: sentence('isDroppedFromScoring'),
  none: sentence('isScoredByItsKey'),
};

/**
 * The item with one more answer counted as right in a part.
 *
 * @throws RepairProblem where the part's kind has no single answer to add, or accepts it already
 */
export function withAccepted(content: ItemContent, partId: string, given: unknown): ItemContent {
  const index = content.parts.findIndex(({ id }) => id === partId);
  const part = content.parts[index];
  if (!part) throw new RescoreProblem('/accept', sentence('itemHasNoSuchPart'));
  if (content.template) throw new RescoreProblem('/accept', sentence('answerOfOneVariant'));
  const kind = kindOf(part);
  const response = responseTo(part, { [partId]: given } satisfies Responses);
  const more =
    response === undefined || kind.isEmpty(response) ? null : kind.accept?.(part, response);
  if (!more)
    throw new RescoreProblem(
      '/accept',
      sentence('takesNoFurtherAnswerChange', { title: kind.title }),
    );
  if (JSON.stringify(more) === JSON.stringify(part))
    throw new RescoreProblem(
      '/accept',
      sentence('countsAsRightAlready', { part: listing([kind.inWords(part, response)]) }),
    );
  return { ...content, parts: content.parts.with(index, more) };
}
