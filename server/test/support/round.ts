/** A class that is asked: what its teacher does, and its students, through HTTP. */
import type { RoundDesk, SeatRound } from '@oaken/contract/rounds';
import { clientKey, type Visitor } from './school';

export const read = (entry: string) => ({ do: 'read', entry, choicesHidden: false });
export const open = { do: 'open', limit: null, untilAll: false };

/** A round of a class that `teacher` leads. */
export class AskedClass {
  private constructor(
    readonly teacher: Visitor,
    readonly id: number,
  ) {}

  static async begin(
    teacher: Visitor,
    classId: number,
    from: object,
    pace: 'each' | 'end' | null = null,
  ): Promise<AskedClass> {
    const wanted = { clientKey: clientKey(), classId, from, pace };
    const { id } = await teacher.ok('POST', '/api/rounds', wanted);
    return new AskedClass(teacher, id as number);
  }

  desk(): Promise<RoundDesk> {
    return this.teacher.ok('GET', `/api/rounds/${this.id}`);
  }

  async lead(command: object): Promise<RoundDesk> {
    const { version } = await this.desk();
    return this.teacher.ok('POST', `/api/rounds/${this.id}/steps`, { version, command });
  }

  async add(questions: object): Promise<RoundDesk> {
    const { version } = await this.desk();
    return this.teacher.ok('POST', `/api/rounds/${this.id}/questions`, { version, questions });
  }

  askAloud(ask: 'choices' | 'yes-no' | 'number' | 'words', more: object = {}): Promise<RoundDesk> {
    const aloud = { ask, choices: 4, wording: '', photo: null, limit: null, untilAll: false };
    return this.add({ what: 'aloud', ...aloud, ...more });
  }

  async tellKey(...right: string[]): Promise<RoundDesk> {
    const { version, asking } = await this.desk();
    const body = { version, entry: asking!.entry, right };
    return this.teacher.ok('POST', `/api/rounds/${this.id}/key`, body);
  }

  join(student: Visitor): Promise<SeatRound> {
    return student.ok('POST', `/api/seat/rounds/${this.id}`);
  }

  /** Answers what is asked now: with the choice at a place, or with words. */
  async answer(student: Visitor, answer: number | string, { unsure = false, number = 1 } = {}) {
    const { shown } = await this.join(student);
    const { id, item } = shown.asking!;
    return this.send(student, id, { [item.parts[0]!.id]: given(item, answer) }, { unsure, number });
  }

  /** Answers one question of those that a student works at alone. */
  async answerQuestion(student: Visitor, place: number, answer: number | string, number = 1) {
    const { questions } = await this.join(student);
    const { id, item } = questions[place]!;
    return this.send(student, id, { [item.parts[0]!.id]: given(item, answer) }, { number });
  }

  send(student: Visitor, asking: string, responses: object, more: object = {}) {
    const body = { asking, number: 1, responses, ...more };
    return student.send('PUT', `/api/seat/rounds/${this.id}/answer`, body);
  }
}

const given = ({ parts }: SeatRound['questions'][number]['item'], answer: number | string) =>
  typeof answer === 'string'
    ? answer
    : (parts[0] as unknown as { choices: { id: string }[] }).choices[answer]!.id;

/** The code of the problem that a reply tells. */
export const problemOf = ({ body }: { body: unknown }) =>
  (body as { type: string }).type.replace('/problems/', '');
