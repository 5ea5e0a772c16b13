/** Answers as they were judged, so that one that has not changed is not judged again at the next look. */
import type { GivenAnswer } from '@oaken/core/watching';

export type JudgedAnswer = GivenAnswer & { entry: string };

interface Held {
  /** The stored answer that was judged. */
  version: string;
  /** Null where nothing was answered. */
  judged: JudgedAnswer | null;
}

/** So many editions are watched at a time by one server; the one that was looked at longest ago is let go. */
const mostEditions = 12;

export class JudgedAnswers {
  private readonly editions = new Map<number, Map<string, Held>>();

  /** What is held of an edition's answers, by attempt and entry. A rescore makes another edition. */
  of(editionId: number): Map<string, Held> {
    const held = this.editions.get(editionId) ?? new Map<string, Held>();
    this.editions.delete(editionId);
    this.editions.set(editionId, held);
    for (const oldest of this.editions.keys()) {
      if (this.editions.size <= mostEditions) break;
      this.editions.delete(oldest);
    }
    return held;
  }
}
