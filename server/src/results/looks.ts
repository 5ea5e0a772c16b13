/** What an answer says, worked out once for all who gave the same one: a whole grade gives few different answers. */
import { countable, kindOf, responsesInWords, responseTo, scoreItem, type Responses } from '@oaken/core/items';
import type { EditionEntry } from '@oaken/core/forms';
import { choicePart } from './table';

/** A wrong answer to one part, under a key that all who gave it share. */
export interface Wrong {
  key: string;
  answer: string;
  /** A choice, not something typed. */
  chosen: boolean;
  part: string;
  response: unknown;
  mistake?: string;
}

export interface Look {
  said: string;
  blank: boolean;
  /** What earned nothing in its part. */
  wrong: Wrong[];
  /** Bit k is set where choice k of the first part with choices was chosen. */
  chosen: number;
  /** By the key, from 0 to 1. */
  share: number;
}

export class Looks {
  private readonly known = new Map<string, Map<Responses, Look>>();

  /** Answers that are equal should be one object: then they are looked at once. */
  of(entry: EditionEntry, responses: Responses): Look {
    const held = this.known.get(entry.id) ?? new Map<Responses, Look>();
    this.known.set(entry.id, held);
    const known = held.get(responses);
    if (known) return known;
    const made = look(entry, responses);
    held.set(responses, made);
    return made;
  }
}

function look(entry: EditionEntry, responses: Responses): Look {
  const { content } = entry;
  const { parts, points, most } = scoreItem(content, responses);
  const own = choicePart(entry);
  let chosen = 0;
  if (own)
    for (const id of countable(own.part, responses).chosen) {
      const at = own.options.findIndex((option) => option.id === id);
      if (at >= 0) chosen |= 1 << at;
    }
  return {
    said: responsesInWords(content, responses),
    blank: parts.every(({ answered }) => !answered),
    wrong: content.parts.flatMap((part, at) => (parts[at]!.points > 0 ? [] : wrongIn(part, responses))),
    chosen,
    share: most > 0 ? points / most : 0,
  };
}

function wrongIn(part: EditionEntry['content']['parts'][number], responses: Responses): Wrong[] {
  const kind = kindOf(part);
  if (kind.markedBy !== 'machine') return [];
  const { chosen, free } = countable(part, responses);
  const response = responseTo(part, responses);
  if (free !== null) return [{ key: `${part.id}=${free}`, answer: kind.inWords(part, response as never), chosen: false, part: part.id, response }]; // prettier-ignore
  const options = kind.options?.(part) ?? [];
  return chosen.flatMap((id) => {
    const option = options.find((one) => one.id === id);
    if (!option || option.right) return [];
    return [{ key: `${part.id}#${id}`, answer: option.label, chosen: true, part: part.id, response: chosen.length === 1 ? response : null, ...(option.mistake && { mistake: option.mistake }) }]; // prettier-ignore
  });
}
