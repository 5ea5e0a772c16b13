/** What each student gave to each question and what it earned. */
import type { StudentCell } from '@oaken/contract/results';
import type { EntryScore } from '@oaken/core/attempts';
import type { EditionEntry } from '@oaken/core/forms';
import type { AnswerReading, AnswerReadings } from './answer-readings';
import type { Gathered } from './gather';
import { answerTo, readingIn } from './items';

/** Makes cells; equal ones are the same object, since a whole grade gives few different answers. */
export class Cells {
  /** By question, what was answered, and what it earned. */
  private readonly made = new Map<string, Map<AnswerReading, Map<string, StudentCell>>>();

  constructor(
    private readonly gathered: Gathered,
    private readonly readings: AnswerReadings,
  ) {}

  /** Null where the student did not have the question. */
  of(attemptId: number, entry: EditionEntry): StudentCell | null {
    const { gathered, readings } = this;
    const record = gathered.recordOf(attemptId);
    const score = record.scores.get(entry.id);
    if (!score) return null;
    const tries = record.practice.get(entry.id)?.tries ?? 0;
    const responses = answerTo(gathered, attemptId, entry);
    const reading = readingIn(gathered, readings, attemptId, entry, responses);
    const { points, maxPoints, reached, needsMarking } = score;
    const earned = `${points} ${maxPoints} ${reached} ${needsMarking} ${tries}`;
    const ofReading = this.heldFor(entry.id, reading);
    const held = ofReading.get(earned) ?? cellFrom(entry, score, reading, tries);
    ofReading.set(earned, held);
    return held;
  }

  private heldFor(entryId: string, reading: AnswerReading): Map<string, StudentCell> {
    const ofEntry = this.made.get(entryId) ?? new Map<AnswerReading, Map<string, StudentCell>>();
    this.made.set(entryId, ofEntry);
    const ofReading = ofEntry.get(reading) ?? new Map<string, StudentCell>();
    ofEntry.set(reading, ofReading);
    return ofReading;
  }
}

function cellFrom(
  entry: EditionEntry,
  score: EntryScore,
  { responseText }: AnswerReading,
  tries: number,
): StudentCell {
  const excused = score.maxPoints === 0 && entry.points > 0;
  return {
    share: score.reached && !excused && entry.points > 0 ? score.points / entry.points : null,
    points: score.points,
    responseText,
    needsMarking: score.needsMarking,
    ...(excused && { excused }),
    ...(tries > 1 && { tries }),
  };
}
