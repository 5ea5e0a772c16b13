/** What an answer says, worked out once for all who gave the same one: a whole grade gives few different answers. */
import { elementAt } from '@oaken/core/certain';
import {
  countable,
  kindOf,
  onPaperAnswerTo,
  responsesInWords,
  responseTo,
  scoreItem,
  type Part,
  type Responses,
} from '@oaken/core/items';
import type { EditionEntry } from '@oaken/core/forms';
import { shorten } from '@oaken/core/text';
import { choicePart } from './table';

/** An answer in a sentence about it is no longer than this. */
const longestLabel = 60;

/** A wrong answer to one part, under a key that all who gave it share. */
export interface Wrong {
  key: string;
  answer: string;
  /** A choice, not something typed. */
  chosen: boolean;
  part: string;
  response: unknown;
  misconception?: string;
}

/** What was answered to a part that a machine marks and that is not a choice of one. */
export interface Given {
  part: string;
  /** The same for all answers that say the same; null where nothing was answered. */
  key: string | null;
  label: string;
  right: boolean;
}

export interface AnswerReading {
  responseText: string;
  given: Given[];
  blank: boolean;
  /** What earned nothing in its part. */
  wrong: Wrong[];
  /** Bit k is set where choice k of the first part with choices was chosen. */
  chosen: number;
  /** By the key, from 0 to 1. */
  share: number;
}

export class AnswerReadings {
  /** By the question as somebody had it; the entry itself is the same object for all who had the same. */
  private readonly known = new Map<EditionEntry, Map<Responses, AnswerReading>>();

  /** Answers that are equal should be one object: then they are looked at once. */
  of(entry: EditionEntry, responses: Responses): AnswerReading {
    let held = this.known.get(entry);
    if (!held) {
      held = new Map();
      this.known.set(entry, held);
    }
    const known = held.get(responses);
    if (known) return known;
    const made = read(entry, responses);
    held.set(responses, made);
    return made;
  }
}

function read(entry: EditionEntry, responses: Responses): AnswerReading {
  const { content } = entry;
  const { parts, points, maxPoints } = scoreItem(content, responses);
  const choices = choicePart(entry);
  let chosen = 0;
  if (choices)
    for (const id of countable(choices.part, responses).chosen) {
      const index = choices.options.findIndex((option) => option.id === id);
      if (index >= 0) chosen |= 1 << index;
    }
  return {
    responseText: responsesInWords(content, responses),
    given: content.parts.flatMap((part, index) =>
      givenTo(part, responses, { ...elementAt(parts, index), variant: entry.variant }),
    ),
    blank: parts.every(({ answered }) => !answered),
    wrong: content.parts.flatMap((part, index) =>
      elementAt(parts, index).points > 0 ? [] : wrongIn(part, responses, entry.variant),
    ),
    chosen,
    share: maxPoints > 0 ? points / maxPoints : 0,
  };
}

function givenTo(
  part: Part,
  responses: Responses,
  scored: { points: number; maxPoints: number; variant: string | undefined },
): Given[] {
  const kind = kindOf(part);
  const isChoiceOfOne = kind.options?.(part)?.filter(({ right }) => right).length === 1;
  if (kind.markedBy !== 'machine' || isChoiceOfOne || scored.maxPoints === 0) return [];
  // What was written by hand is counted by nobody, and is no blank either.
  if (onPaperAnswerTo(part.id, responses)) return [];
  const response = responseTo(part, responses);
  const isEmpty = response === undefined || kind.isEmpty(response as never);
  const { chosen, free } = countable(part, responses);
  const spelled =
    free ?? (chosen.length > 0 ? [...chosen].sort().join('\n') : JSON.stringify(response));
  const named = isEmpty ? null : (kind.mistake?.(part, response) ?? null);
  return [
    {
      part: part.id,
      // An answer to other numbers says something else, unless both make the same mistake.
      key: isEmpty ? null : (named ?? `${spelled}${scored.variant ? ` (${scored.variant})` : ''}`),
      label: isEmpty ? '' : shorten(kind.inWords(part, response as never), longestLabel),
      right: scored.points >= scored.maxPoints - 1e-9,
    },
  ];
}

function wrongIn(part: Part, responses: Responses, variant: string | undefined): Wrong[] {
  const kind = kindOf(part);
  if (kind.markedBy !== 'machine') return [];
  const { chosen, free } = countable(part, responses);
  const response = responseTo(part, responses);
  if (free !== null) {
    const misconception = kind.mistake?.(part, response as never) ?? null;
    // By what was misunderstood and not by its value, which is another one for other numbers.
    const key = misconception ?? (variant === undefined ? free : `${free} (${variant})`);
    return [
      {
        key: `${part.id}=${key}`,
        answer: kind.inWords(part, response as never),
        chosen: false,
        part: part.id,
        response,
        ...(misconception !== null && { misconception }),
      },
    ];
  }
  const options = kind.options?.(part) ?? [];
  return chosen.flatMap((id) => {
    const option = options.find((answerOption) => answerOption.id === id);
    if (!option || option.right) return [];
    return [
      {
        key: `${part.id}#${id}`,
        answer: option.label,
        chosen: true,
        part: part.id,
        response: chosen.length === 1 ? response : null,
        ...(option.misconception && { misconception: option.misconception }),
      },
    ];
  });
}
