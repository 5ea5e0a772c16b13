/** A round of last week with its results, and questions that are ready to be asked. */
import { usualRules } from '@oaken/core/assignments';
import { scoreAttempt } from '@oaken/core/attempts';
import { valueOf } from '@oaken/core/certain';
import { entriesOf, type Edition } from '@oaken/core/forms';
import { itemPoints, type Responses } from '@oaken/core/items';
import type { Random } from '@oaken/core/random';
import { newRound, type Asking } from '@oaken/core/rounds';
import { sumPoints } from '@oaken/core/scoring';
import { minute } from '@oaken/core/timing';
import { asked, prepared, type AskedPlan } from '../asked';
import { schoolDay } from '../calendar';
import type { DemoItem } from '../items';
import { answerOf } from '../simulate';
import type { Building, SimulatedStudent } from './building';
import { putAnswers, putScores } from './sitting';
import { itemSaying, keyOf } from './tests';

/** Who did not come that day. */
const absent = 0.08;
/** What a talk with a neighbor is worth, in logits. Invented. */
const talk = 1.4;
const order = { shuffleItems: false, shuffleChoices: false };

interface Question {
  id: string;
  item: DemoItem;
  itemId: number;
  asking: Asking;
}

/** The ids of what a round is stored under. */
interface Filed {
  round: number;
  edition: number;
  assignment: number;
  classId: number;
  began: number;
  ended: number;
}

export function putPrepared(building: Building): void {
  prepared.questions.forEach((words, index) =>
    building.put('prepared_questions', {
      class_id: valueOf(building.classIds, prepared.className),
      item_id: valueOf(building.itemIds, itemSaying(building, words)),
      place: index + 1,
      added_by: valueOf(building.staffIds, prepared.by),
    }),
  );
}

export function putAsked(building: Building): void {
  const began = schoolDay(building.options.now, ...asked.asked);
  const questions = questionsOf(building, asked, began);
  const edition = editionOf(building, questions);
  const filed: Filed = {
    round: building.nextId('rounds'),
    edition: building.nextId('editions'),
    assignment: building.nextId('assignments'),
    classId: valueOf(building.classIds, asked.className),
    began,
    ended: began + 12 * minute,
  };
  putEdition(building, filed, questions, edition);
  putAssignment(building, filed);
  putRound(building, filed, questions);
  const random = building.stream('asked in class');
  for (const student of valueOf(building.roster, asked.className))
    putStudent(building, filed, { student, random, questions, edition });
}

/** Each asking, with the entry that it is in the results. */
function questionsOf(building: Building, { questions }: AskedPlan, began: number): Question[] {
  return questions.flatMap(({ words, again }, place) => {
    const item = itemSaying(building, words);
    const itemId = valueOf(building.itemIds, item);
    const first = `item-${itemId}`;
    const askings = again ? (['first', 'again'] as const) : (['first'] as const);
    return askings.map((time, turn): Question => {
      const id = time === 'first' ? first : `${first}-2`;
      const openedAt = began + (1 + 5 * place + 2 * turn) * minute;
      const asking: Asking = {
        ...{ id, entry: first, time, step: 'key', choicesHidden: false, openedAt },
        ...{ limit: null, untilAll: true, closedAt: openedAt + minute, chosen: [] },
      };
      return { id, item, itemId, asking };
    });
  });
}

function editionOf({ contents }: Building, questions: readonly Question[]): Edition {
  return {
    title: asked.title,
    directions: '',
    subject: 'Social studies',
    sections: [
      {
        ...{ id: 'round', title: '', directions: '' },
        entries: questions.map(({ id, item, itemId }) => ({
          ...{ id, itemId, revisionId: itemId, content: valueOf(contents, item) },
          ...{ points: itemPoints(item.content), standards: [item.standard], depth: item.depth },
        })),
      },
    ],
    passages: {},
    forms: [],
  };
}

const pointsOf = (edition: Edition) => sumPoints(entriesOf(edition).map(({ points }) => points));

function putEdition(
  building: Building,
  filed: Filed,
  questions: readonly Question[],
  edition: Edition,
): void {
  building.put('editions', {
    id: filed.edition,
    test_id: null,
    content: JSON.stringify(edition),
    item_count: questions.length,
    points: pointsOf(edition),
    created_at: new Date(filed.began),
  });
  for (const { id, itemId } of questions)
    building.put('edition_revisions', {
      edition_id: filed.edition,
      entry_id: id,
      item_id: itemId,
      revision_id: itemId,
    });
}

function putAssignment(building: Building, filed: Filed): void {
  const byHand = 'by-hand' as const;
  const release = {
    ...usualRules.release,
    ...{ score: byHand, marks: byHand, answers: byHand, explanations: byHand },
  };
  building.put('assignments', {
    id: filed.assignment,
    school_id: 1,
    edition_id: filed.edition,
    assigned_by: valueOf(building.staffIds, asked.by),
    title: asked.title,
    kind: 'round',
    opens_at: new Date(filed.began),
    closes_at: new Date(filed.ended),
    rules: JSON.stringify({
      ...usualRules,
      ...{ limitMinutes: null, warnMinutes: [], shuffleChoices: false, release },
    }),
    client_key: keyOf(900 + filed.round),
    created_at: new Date(filed.began),
  });
  building.put('assignment_classes', {
    assignment_id: filed.assignment,
    class_id: filed.classId,
  });
}

function putRound(building: Building, filed: Filed, questions: readonly Question[]): void {
  const askings = questions.map(({ asking }) => asking);
  building.put('rounds', {
    id: filed.round,
    school_id: 1,
    owner_id: valueOf(building.staffIds, asked.by),
    class_id: filed.classId,
    edition_id: filed.edition,
    title: asked.title,
    state: JSON.stringify({ ...newRound, strips: true, ended: true, askings }),
    version: 4 * questions.length + 1,
    client_key: keyOf(900 + filed.round),
    created_at: new Date(filed.began),
    ended_at: new Date(filed.ended),
    assignment_id: filed.assignment,
  });
}

function putStudent(
  building: Building,
  filed: Filed,
  {
    student,
    random,
    questions,
    edition,
  }: {
    student: SimulatedStudent;
    random: Random;
    questions: readonly Question[];
    edition: Edition;
  },
): void {
  building.put('assignment_students', {
    assignment_id: filed.assignment,
    student_id: student.id,
    class_id: filed.classId,
  });
  if (random.next() < absent) return;
  const answers = new Map<string, Responses>();
  for (const { id, item, asking } of questions) {
    const ability = student.ability + (asking.time === 'again' ? talk : 0);
    const given = answerOf(item, ability, random);
    if (Object.keys(given).length > 0) answers.set(id, given);
  }
  putPart(building, filed, { student, questions, answers });
  putWork(building, filed, { student, answers, edition });
}

/** That a student was in the round, and what they answered there. */
function putPart(
  building: Building,
  { round, began, ended }: Filed,
  {
    student,
    questions,
    answers,
  }: {
    student: SimulatedStudent;
    questions: readonly Question[];
    answers: ReadonlyMap<string, Responses>;
  },
): void {
  building.put('round_participants', {
    round_id: round,
    student_id: student.id,
    joined_at: new Date(began),
    seen_at: new Date(ended),
    // This class has no devices: it holds its answers up.
    held_up_at: new Date(ended),
  });
  for (const { id, asking } of questions) {
    const given = answers.get(id);
    if (given)
      building.put('round_answers', {
        round_id: round,
        asking_id: id,
        student_id: student.id,
        number: 1,
        responses: JSON.stringify(given),
        answered_at: new Date((asking.openedAt ?? began) + minute / 2),
      });
  }
}

/** The same as a piece of work in the results. */
function putWork(
  building: Building,
  { assignment, began, ended }: Filed,
  {
    student,
    answers,
    edition,
  }: { student: SimulatedStudent; answers: ReadonlyMap<string, Responses>; edition: Edition },
): void {
  const seed = keyOf(student.id).slice(-22);
  const scores = scoreAttempt(edition, answers, { seed, rules: order, ranOut: false });
  const points = sumPoints(scores.map((score) => score.points));
  const attemptId = building.put('attempts', {
    id: building.nextId('attempts'),
    assignment_id: assignment,
    student_id: student.id,
    number: 1,
    seed,
    began_at: new Date(began),
    deadline_at: new Date(ended),
    handed_in_at: new Date(ended),
    max_points: pointsOf(edition),
    handed_in_by: 'teacher',
    late: false,
    points,
    counted_points: points,
  });
  putAnswers(building, attemptId, answers, () => ended);
  putScores(building, attemptId, scores);
}
