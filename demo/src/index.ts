/**
 * Brindlemere Middle School as rows for the database: the same seed and day give the same school. Nothing here reads a
 * clock or draws a random number of its own.
 */
import { createHash } from 'node:crypto';
import { scoreAttempt } from '@oaken/core/attempts';
import { entriesOf, formOf, type Edition } from '@oaken/core/forms';
import {
  concealIds,
  describeItem,
  itemPoints,
  type ItemContent,
  type Responses,
} from '@oaken/core/items';
import { plainText } from '@oaken/core/plain';
import { randomFrom, type Random } from '@oaken/core/random';
import { passageWords } from '@oaken/core/passages';
import { sumPoints } from '@oaken/core/scoring';
import { allEntries } from '@oaken/core/assessments';
import { day, hour, minute } from '@oaken/core/timing';
import { schoolDay, zone } from './calendar';
import { framework, standardLines } from './framework';
import { itemsByFolder, type DemoItem } from './items';
import { classes, demoPassword, staff } from './people';
import { files } from './media';
import { passages } from './passages';
import { drafts, folders, type Draft } from './drafts';
import { plans, written, type Plan } from './plan';
import { classSourcedId, groupsBy, mailOf, rosters, accommodationOf } from './rosters';
import { answerOf, canBeSimulated } from './simulate';

export type Value = string | number | boolean | Date | Buffer | null;
/** Rows by table, tables in the order in which they can be filled. */
export type Tables = Map<string, Record<string, Value>[]>;

export interface SchoolOptions {
  seed: string;
  now: number;
  hash(secret: string): Promise<string>;
}

export { demoSeed } from './people';
export { officeRoster } from './rosters';

export const signIns = {
  teacher: { name: staff[0].name, password: demoPassword },
  administrator: { name: 'office', password: demoPassword },
  classCode: classes[0].code,
};

const attemptSeed = (random: Random) =>
  Array.from({ length: 22 }, () => 'abcdefghijklmnopqrstuvwxyz0123456789'[random.below(36)]).join(
    '',
  );

export async function demonstrationSchool({ seed, now, hash }: SchoolOptions): Promise<Tables> {
  const tables: Tables = new Map();
  const put = (table: string, row: Record<string, Value>): number => {
    const list = tables.get(table) ?? [];
    tables.set(table, list);
    list.push(row);
    return list.length;
  };
  const stream = (name: string) => randomFrom(`${seed}/${name}`);
  const long = new Date(now - 90 * day);

  put('schools', {
    id: 1,
    name: 'Brindlemere Middle School',
    zone,
    grades: JSON.stringify([5, 6, 7, 8]),
    demonstration: true,
    created_at: long,
  });
  const password = await hash(demoPassword);
  const staffIds = new Map<string, number>();
  for (const account of staff) {
    const id = staffIds.size + 1;
    staffIds.set(account.name, id);
    put('accounts', {
      id,
      school_id: 1,
      role: account.role,
      given_name: account.given,
      family_name: account.family,
      sign_in_name: account.name,
      student_number: null,
      email: mailOf(account.given, account.family),
      sourced_id: null,
      grade: null,
      secret_hash: password,
      created_at: long,
    });
  }

  // Students and classes.
  const roster = new Map<string, { id: number; ability: number }[]>();
  const classIds = new Map<string, number>();
  for (const { plannedClass, classId, members } of rosters(seed)) {
    classIds.set(plannedClass.name, classId);
    put('classes', {
      id: classId,
      school_id: 1,
      name: plannedClass.name,
      period: plannedClass.period,
      grade: plannedClass.grade,
      subject: plannedClass.subject,
      term: 'This year',
      code: plannedClass.code,
      sourced_id: classSourcedId(classId),
      created_at: long,
    });
    put('class_teachers', { class_id: classId, teacher_id: staffIds.get(plannedClass.teacher)! });
    const abilities = stream(`ability/${plannedClass.name}`);
    roster.set(
      plannedClass.name,
      members.map(({ id }) => ({ id, ability: plannedClass.ability + abilities.normal() })),
    );
    const secrets = await Promise.all(members.map(({ passcode }) => hash(passcode)));
    members.forEach((member, index) => {
      put('accounts', {
        id: member.id,
        school_id: 1,
        role: 'student',
        given_name: member.given,
        family_name: member.family,
        sign_in_name: null,
        student_number: member.number,
        email: member.email,
        sourced_id: member.sourcedId,
        grade: plannedClass.grade,
        secret_hash: secrets[index]!,
        created_at: long,
      });
      put('enrollments', { class_id: classId, student_id: member.id, roster_number: index + 1 });
      const accommodations = accommodationOf(plannedClass.name, index + 1);
      if (accommodations)
        put('accommodations', {
          student_id: member.id,
          content: JSON.stringify(accommodations),
          changed_by: staffIds.get(plannedClass.teacher)!,
          changed_at: long,
        });
    });
    for (const { name, rosterNumbers } of groupsBy[plannedClass.name] ?? []) {
      const groupId = put('class_groups', {
        id: (tables.get('class_groups')?.length ?? 0) + 1,
        class_id: classId,
        name,
        created_at: long,
      });
      for (const rosterNumber of rosterNumbers)
        put('group_members', { group_id: groupId, student_id: members[rosterNumber - 1]!.id });
    }
  }

  // Framework.
  put('frameworks', { id: 1, ...framework, created_at: long });
  const standardIds = new Map<string, number>();
  for (const line of standardLines()) {
    const id = standardIds.size + 1;
    standardIds.set(line.code, id);
    put('standards', {
      id,
      framework_id: 1,
      parent_id: line.parent ? standardIds.get(line.parent)! : null,
      code: line.code,
      statement: line.statement,
      subject: line.subject,
      position: id,
    });
    for (const grade of line.grades) put('standard_grades', { standard_id: id, grade });
  }

  // Banks and items.
  put('banks', {
    id: 1,
    school_id: 1,
    owner_id: null,
    reach: 'school',
    name: 'Brindlemere bank',
    created_at: long,
  });
  put('banks', {
    id: 2,
    school_id: 1,
    owner_id: null,
    reach: 'everybody',
    name: 'Open shelf',
    created_at: long,
  });
  for (const [index, teacher] of staff.filter(({ role }) => role === 'teacher').entries())
    put('banks', {
      id: 3 + index,
      school_id: 1,
      owner_id: staffIds.get(teacher.name)!,
      reach: 'mine',
      name: 'My bank',
      created_at: long,
    });
  for (const { id, name, type, bytes, width, height } of Object.values(files)) {
    const digest = createHash('sha256').update(bytes).digest();
    put('files', {
      id,
      school_id: 1,
      made_by: 1,
      name,
      type,
      bytes: bytes.length,
      width,
      height,
      digest,
      created_at: long,
    });
    put('file_chunks', { file_id: id, number: 0, bytes });
  }
  const passageIds = new Map<string, number>();
  for (const [name, content] of Object.entries(passages)) {
    const id = passageIds.size + 1;
    passageIds.set(name, id);
    const by = staffIds.get('castellano')!;
    put('passages', { id, bank_id: 2, revision_id: id, created_by: by, created_at: long });
    put('passage_revisions', {
      id,
      passage_id: id,
      number: 1,
      content: JSON.stringify(content),
      words: passageWords(content),
      created_by: by,
      created_at: long,
    });
  }
  const authors: Record<string, string> = {
    Mathematics: 'holloway',
    'Earth science': 'lindqvist',
    Geography: 'nwosu',
    Reading: 'castellano',
  };
  const itemIds = new Map<DemoItem, number>();
  /** As they are stored: with the passages that they ask about. */
  const contents = new Map<DemoItem, ItemContent>();
  const byStandard = new Map<string, DemoItem[]>();
  for (const [index, [folder, items]] of itemsByFolder.entries()) {
    const bankId = folder === 'Reading' ? 2 : 1;
    put('folders', {
      id: index + 1,
      bank_id: bankId,
      parent_id: null,
      name: folder,
      position: index,
    });
    for (const item of items) {
      const id = itemIds.size + 1;
      itemIds.set(item, id);
      byStandard.set(item.standard, [...(byStandard.get(item.standard) ?? []), item]);
      const by = staffIds.get(authors[folder]!)!;
      const grade = Number(item.standard.split('.')[1]);
      put('items', {
        id,
        bank_id: bankId,
        folder_id: index + 1,
        revision_id: id,
        created_by: by,
        created_at: long,
        use_count: 0,
      });
      const passage = item.passage === undefined ? null : passageIds.get(item.passage)!;
      const letters = stream(`ids/${id}`);
      const hidden = concealIds(item.content, (n) =>
        Array.from({ length: n }, () => letters.pick([...'abcdefghijklmnopqrstuvwxyz'])).join(''),
      );
      const content =
        passage === null ? hidden : { ...hidden, passage: { id: passage, revision: passage } };
      contents.set(item, content);
      const { words, choiceWords, kind, points, markedBy, media } = describeItem(content);
      put('revisions', {
        id,
        item_id: id,
        number: 1,
        passage_id: passage,
        content: JSON.stringify(content),
        words,
        choice_words: choiceWords,
        kind,
        points,
        marked_by: markedBy,
        media,
        subject: folder,
        depth: item.depth,
        seconds: item.seconds,
        created_by: by,
        created_at: long,
      });
      put('revision_standards', { revision_id: id, standard_id: standardIds.get(item.standard)! });
      put('revision_grades', { revision_id: id, grade });
    }
  }

  for (const [index, plan] of plans.entries()) giveAndSit(index + 1, plan);
  drafts.forEach((draft, index) => putDraft(plans.length + index + 1, draft));
  giveAndSit(plans.length + drafts.length + 1, written);
  return tables;

  function putDraft(id: number, { by, withThem, folder, outline }: Draft): void {
    const testOutline = outline(id, {
      itemsOn: (code, n) =>
        (byStandard.get(code) ?? [])
          .filter(canBeSimulated)
          .slice(0, n)
          .map((demoItem) => ({
            itemId: itemIds.get(demoItem)!,
            points: itemPoints(demoItem.content),
          })),
      standardId: (code) => standardIds.get(code)!,
    });
    const made = new Date(now - 3 * hour);
    const owner = staffIds.get(by)!;
    const key = `00000000-0000-4000-8000-${String(id).padStart(12, '0')}`;
    put('tests', {
      id,
      school_id: 1,
      owner_id: owner,
      title: testOutline.title,
      outline: JSON.stringify(testOutline),
      version: 1,
      ready: false,
      reach: 'mine',
      client_key: key,
      created_at: made,
      changed_at: made,
    });
    for (const itemId of new Set(allEntries(testOutline).map((entry) => entry.itemId))) {
      const held = tables.get('items')![itemId - 1]!;
      held.use_count = Number(held.use_count) + 1;
      put('test_revisions', { test_id: id, revision_id: itemId });
    }
    if (withThem)
      put('test_shares', { test_id: id, account_id: staffIds.get(withThem)!, right: 'edit' });
    for (const name of folder === null ? [] : folders) {
      const folderId = put('test_folders', {
        id: (tables.get('test_folders')?.length ?? 0) + 1,
        owner_id: owner,
        parent_id: null,
        name,
      });
      if (name === folder)
        put('test_filings', { account_id: owner, test_id: id, folder_id: folderId });
    }
  }

  /** The items of a plan, each by its words; a word that fits none or several is a mistake in the plan. */
  function pick({ items, title }: Plan): DemoItem[] {
    return items.map((words) => {
      const fitting = [...itemIds.keys()].filter(({ content }) =>
        plainText(content.stem).includes(words),
      );
      if (fitting.length !== 1)
        throw new Error(`“${words}” in “${title}” fits ${fitting.length} items.`);
      return fitting[0]!;
    });
  }

  function giveAndSit(id: number, plan: Plan): void {
    const chosen = pick(plan);
    const sectionId = `sec${id}`.padEnd(6, '0');
    const entries = chosen.map((demoItem, index) => ({
      item: demoItem,
      id: `e${id}x${String(index + 1).padStart(2, '0')}`,
      itemId: itemIds.get(demoItem)!,
      points: itemPoints(demoItem.content),
    }));
    const opens = schoolDay(now, ...plan.opens);
    const closes = schoolDay(now, ...plan.closes);
    const made = new Date(Math.min(opens, now) - 2 * day);
    const by = staffIds.get(plan.by)!;
    const head = { title: plan.title, directions: plan.directions };
    const plannedClass = classes.find(({ name }) => name === plan.classes[0])!;
    const points = sumPoints(entries.map(({ points: each }) => each));
    const outline = {
      ...head,
      kind: plan.kind,
      subject: plannedClass.subject,
      grades: [plannedClass.grade],
      ready: true,
      sections: [
        {
          id: sectionId,
          title: '',
          directions: '',
          entries: entries.map((entry) => ({
            id: entry.id,
            itemId: entry.itemId,
            revisionId: entry.itemId,
            points: entry.points,
          })),
        },
      ],
    };
    const asked = chosen.flatMap(({ passage }) => (passage === undefined ? [] : [passage]));
    const edition: Edition = {
      ...head,
      passages: Object.fromEntries(
        asked.map((name) => [String(passageIds.get(name)!), passages[name]!]),
      ),
      subject: plannedClass.subject,
      sections: [
        {
          id: sectionId,
          title: '',
          directions: '',
          entries: entries.map((entry) => ({
            id: entry.id,
            itemId: entry.itemId,
            revisionId: entry.itemId,
            points: entry.points,
            content: contents.get(entry.item)!,
            standards: [entry.item.standard],
            depth: entry.item.depth,
          })),
        },
      ],
    };
    const key = `00000000-0000-4000-8000-${String(id).padStart(12, '0')}`;
    put('tests', {
      id,
      school_id: 1,
      owner_id: by,
      title: plan.title,
      outline: JSON.stringify(outline),
      version: 1,
      ready: true,
      reach: plan.reach ?? 'mine',
      client_key: key,
      created_at: made,
      changed_at: made,
    });
    put('editions', {
      id,
      test_id: id,
      content: JSON.stringify(edition),
      item_count: entries.length,
      points,
      created_at: made,
    });
    const items = tables.get('items')!;
    for (const entry of entries) {
      const held = items[entry.itemId - 1]!;
      held.use_count = Number(held.use_count) + 1;
      put('test_revisions', { test_id: id, revision_id: entry.itemId });
      put('edition_revisions', {
        edition_id: id,
        entry_id: entry.id,
        item_id: entry.itemId,
        revision_id: entry.itemId,
      });
    }
    const rules = {
      mode: 'test',
      offPerTry: 0.333333,
      limitMinutes: plan.limitMinutes,
      stageLimit: null,
      goBack: true,
      oneSitting: false,
      warnMinutes: [5, 1],
      attempts: 1,
      counts: 'best',
      order: 'own',
      shuffleChoices: true,
      release: {
        score: 'after-closing',
        marks: 'after-closing',
        answers: 'after-closing',
        explanations: 'after-closing',
        show: 'both',
        bands: [],
      },
    };
    put('assignments', {
      id,
      school_id: 1,
      edition_id: id,
      assigned_by: by,
      title: plan.title,
      kind: plan.kind,
      opens_at: new Date(opens),
      closes_at: new Date(closes),
      rules: JSON.stringify(rules),
      client_key: key,
      created_at: made,
    });
    for (const name of plan.classes) {
      const classId = classIds.get(name)!;
      put('assignment_classes', { assignment_id: id, class_id: classId });
      const random = stream(`sitting/${id}/${name}`);
      for (const student of roster.get(name)!) {
        put('assignment_students', {
          assignment_id: id,
          student_id: student.id,
          class_id: classId,
        });
        if (plan.state === 'sat')
          sit(student, { opens, closes, absent: plan.absent ?? 0.04, working: 0 }, random);
        if (plan.state === 'open')
          sit(
            student,
            { opens, closes: Math.min(closes, now), absent: 0.5, working: 0.15 },
            random,
          );
      }
    }

    function sit(
      student: { id: number; ability: number },
      when: { opens: number; closes: number; absent: number; working: number },
      random: Random,
    ): void {
      const roster = random.next();
      if (roster < when.absent) return;
      const limit = plan.limitMinutes === null ? null : plan.limitMinutes * minute;
      const stillWorking = roster < when.absent + when.working;
      const pace = Math.exp(0.25 * random.normal());
      const expected = chosen.reduce((sum, { seconds }) => sum + seconds * 1000, 0) * pace * 1.1;
      const ranOut = !stillWorking && limit !== null && expected > limit;
      const length = ranOut ? limit : Math.round(expected);
      // Most sit it on the first school day, some on the last; those who work now began minutes ago.
      const lastDay = random.next() < 0.2 && when.closes - when.opens > day;
      const from = lastDay ? when.closes - 6 * hour : when.opens + 0.5 * hour;
      const room = Math.max(0, Math.min(6 * hour, when.closes - from) - length);
      const began = stillWorking
        ? now - Math.round((1 + 4 * random.next()) * minute)
        : Math.round(from + random.next() * room);
      const attemptSeedText = attemptSeed(random);
      const shown = entriesOf(
        formOf(edition, { seed: attemptSeedText }, { shuffleItems: false, shuffleChoices: true }),
      );
      const done = stillWorking
        ? Math.ceil(shown.length * 0.4)
        : ranOut
          ? Math.max(1, Math.floor((shown.length * limit!) / expected))
          : shown.length;
      const answers = new Map<string, Responses>();
      shown.slice(0, done).forEach(({ id: entryId }) => {
        const { item } = entries.find((entry) => entry.id === entryId)!;
        const given = answerOf(item, student.ability, random);
        if (Object.keys(given).length > 0) answers.set(entryId, given);
      });
      const handedIn = stillWorking ? null : new Date(began + length);
      const deadline = new Date(Math.min(closes, limit === null ? closes : began + limit));
      const scores = stillWorking
        ? []
        : scoreAttempt(edition, answers, {
            seed: attemptSeedText,
            rules: { shuffleItems: false, shuffleChoices: true },
            ranOut,
          });
      const earned = stillWorking ? null : sumPoints(scores.map(({ points: each }) => each));
      const attemptId = put('attempts', {
        id: (tables.get('attempts')?.length ?? 0) + 1,
        assignment_id: id,
        student_id: student.id,
        number: 1,
        seed: attemptSeedText,
        began_at: new Date(began),
        deadline_at: deadline,
        handed_in_at: handedIn,
        max_points: handedIn ? points : null,
        handed_in_by: stillWorking ? null : ranOut ? 'server' : 'student',
        late: false,
        points: earned,
        counted_points: earned,
      });
      let step = 0;
      for (const [entry, given] of answers)
        put('answers', {
          attempt_id: attemptId,
          entry_id: entry,
          number: 1,
          device: 'demonstratio',
          responses: JSON.stringify(given),
          flagged: false,
          saved_at: new Date(began + (++step * length) / (shown.length + 1)),
        });
      for (const score of scores)
        put('scores', {
          attempt_id: attemptId,
          entry_id: score.entry,
          points: score.points,
          max_points: score.maxPoints,
          reached: score.reached,
          needs_marking: score.needsMarking,
        });
    }
  }
}

/** The passcodes of a class, for whoever shows the demonstration. */
export const passcodesOf = (
  seed: string,
  className: string,
): { name: string; passcode: string }[] =>
  rosters(seed)
    .find(({ plannedClass }) => plannedClass.name === className)
    ?.members.map(({ given, family, passcode }) => ({ name: `${given} ${family}`, passcode })) ??
  [];
