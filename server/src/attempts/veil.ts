/**
 * The ids under which one attempt's page knows what can be chosen: other ones for each attempt, and
 * nothing in them.
 */
import { elementAt, valueOf } from '@oaken/core/certain';
import type { SavedAnswer } from '@oaken/contract/attempts';
import { entriesOf, type Edition, type EditionEntry, type SittingForm } from '@oaken/core/forms';
import {
  forSitting,
  idsOf,
  translated,
  veiledItem,
  type ItemContent,
  type Responses,
} from '@oaken/core/items';
import { createHash } from 'node:crypto';

export type Names = ReadonlyMap<string, string>;
const bytesEach = 5;
const digestBytes = 64;

export class Veil {
  /** @param seed the attempt's, which no page receives */
  constructor(private readonly seed: string) {}

  /**
   * A form as the attempt's page receives it. @param edition the whole one: a student with fewer
   * choices has the same ids
   */
  form(form: SittingForm, edition: Edition): SittingForm {
    const contents = contentsOf(edition);
    return {
      ...form,
      sections: form.sections.map((section) => ({
        ...section,
        entries: section.entries.map((entry) => {
          const names = this.namesOf(entry.id, valueOf(contents, entry.id));
          return { ...entry, item: veiledItem(entry.item, (part) => valueOf(names, part)) };
        }),
      })),
    };
  }

  /** Stored answers, as the page knows them. */
  shown<Answer extends { entry: string; responses: Responses }>(
    answers: Answer[],
    edition: Edition,
  ): Answer[] {
    return this.translate(answers, edition, (names) => names);
  }

  /** Answers that the page sends, as they are stored. What it names in another way is left as it is. */
  stored<Answer extends Pick<SavedAnswer, 'entry' | 'responses'>>(
    answers: Answer[],
    edition: Edition,
  ): Answer[] {
    return this.translate(
      answers,
      edition,
      (names) => new Map([...names].map(([id, name]) => [name, id])),
    );
  }

  private translate<Answer extends { entry: string; responses: Responses }>(
    answers: Answer[],
    edition: Edition,
    direction: (names: Names) => Names,
  ): Answer[] {
    if (answers.length === 0) return answers;
    const contents = contentsOf(edition);
    return answers.map((answer) => {
      const content = contents.get(answer.entry);
      if (!content) return answer;
      const names = this.namesOf(answer.entry, content);
      const responses = Object.fromEntries(
        Object.entries(answer.responses).map(([part, response]) => {
          const known = names.get(part);
          return [part, known ? translated(response, direction(known)) : response];
        }),
      );
      return { ...answer, responses };
    });
  }

  /** The names of all things, by the id of the part. */
  namesOf(entryId: string, content: ItemContent): Map<string, Names> {
    return new Map(
      partIdsOf(content).map(({ part, ids }) => {
        const letters = this.letters(`${entryId}/${part}`, ids.length);
        return [part, new Map(ids.map((id, index) => [id, elementAt(letters, index)]))];
      }),
    );
  }

  private letters(place: string, count: number): string[] {
    const perDigest = Math.floor(digestBytes / bytesEach);
    const names: string[] = [];
    for (let round = 0; names.length < count; round++) {
      const digest = createHash('sha512').update(`${this.seed}/${place}/${round}`).digest();
      for (let index = 0; index < perDigest && names.length < count; index++)
        names.push(
          `c${digest.subarray(index * bytesEach, (index + 1) * bytesEach).toString('hex')}`,
        );
    }
    return names;
  }
}

/** What can be chosen in each part of a content; made once for each, as below. */
const knownIds = new WeakMap<ItemContent, { part: string; ids: string[] }[]>();

function partIdsOf(content: ItemContent): { part: string; ids: string[] }[] {
  const held =
    knownIds.get(content) ??
    forSitting(content).parts.map((part) => ({ part: part.id, ids: idsOf(part) }));
  knownIds.set(content, held);
  return held;
}

/** The contents of an edition's entries; made once for each, since saving asks for them all the time. */
const known = new WeakMap<Edition, Map<string, EditionEntry['content']>>();

function contentsOf(edition: Edition): Map<string, ItemContent> {
  const held =
    known.get(edition) ?? new Map(entriesOf(edition).map(({ id, content }) => [id, content]));
  known.set(edition, held);
  return held;
}
