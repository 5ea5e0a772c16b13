import {
  linesOfNames,
  planRoster,
  readList,
  readOneRoster,
  recogniseColumns,
  settleRoster,
  type KnownStudent,
  type ListedStudent,
} from '@oaken/core/rosters';
import fc from 'fast-check';

const cells = (text: string) => text.split('\n').map((line) => line.split('\t'));
const read = (text: string) => {
  const rows = cells(text);
  return readList(rows, recogniseColumns(rows));
};

describe('lists as they are pasted', () => {
  test('columns are recognised by their names, in any order', () => {
    const { students, problems } = read(
      'Student ID\tSurname\tFirst name\tE-mail\tNo.\tHouse\nB001\tNuñez\tJosé\tJose.N@brindlemere.test\t4\tOak\nB002\tOkonkwo-Ó Briain\tZoë\t\t5\tElm',
    );
    expect(problems).toEqual([]);
    expect(students).toMatchObject([
      {
        line: 2,
        givenName: 'José',
        familyName: 'Nuñez',
        studentNumber: 'B001',
        email: 'jose.n@brindlemere.test',
        rosterNumber: 4,
      },
      {
        line: 3,
        givenName: 'Zoë',
        familyName: 'Okonkwo-Ó Briain',
        studentNumber: 'B002',
        email: '',
        rosterNumber: 5,
      },
    ]);
  });

  test('without names of columns, by what stands in them', () => {
    expect(recogniseColumns(cells('1\tAda\tPark\tB123\n2\tBo\tLind\tB124')).fields).toEqual([
      'rosterNumber',
      'givenName',
      'familyName',
      'studentNumber',
    ]);
    expect(recogniseColumns(cells('6\tAda Park\ta@b.test\n6\tBo Lind\tb@b.test')).fields).toEqual([
      'grade',
      'fullName',
      'email',
    ]);
    // A first line of names of people is no header, even where somebody is called Grade.
    expect(recogniseColumns(cells('Grade\tNo\nAda\tPark')).header).toBe(false);
  });

  test('one name a line, turned round by a comma, and in other alphabets', () => {
    expect(read('Park, Ada Lou\nBo Lind\n李 小龍\nОльга Иванова\nПрия').students).toMatchObject([
      { givenName: 'Ada Lou', familyName: 'Park' },
      { givenName: 'Bo', familyName: 'Lind' },
      { givenName: '李', familyName: '小龍' },
      { givenName: 'Ольга', familyName: 'Иванова' },
      { givenName: 'Прия', familyName: '' },
    ]);
  });

  const pasted = (text: string) => {
    const rows = linesOfNames(
      text.split('\n').map((line) => line.split(',')),
      ',',
    );
    const columns = recogniseColumns(rows);
    const names = readList(rows, columns).students.map(
      ({ givenName, familyName }) => `${givenName}|${familyName}`,
    );
    return { names, unsure: columns.unsure };
  };

  test.each<[string, string, string[]]>([
    [
      'turned round in every line',
      'Smith, John\nNuñez, José María',
      ['John|Smith', 'José María|Nuñez'],
    ],
    ['turned round in some lines', 'Smith, John\nAda Park', ['John|Smith', 'Ada|Park']],
    ['numbered', '1. Zoë Adams\n2. Park, Bo\n3. Cy', ['Zoë|Adams', 'Bo|Park', 'Cy|']],
    [
      'numbered otherwise',
      '(1) Zoë Adams\n2) Bo Lind\n3 Cy Moss',
      ['Zoë|Adams', 'Bo|Lind', 'Cy|Moss'],
    ],
  ])('names without a header, %s', (_, text, names) =>
    expect(pasted(text)).toEqual({ names, unsure: false }),
  );

  test('two columns that nothing names are read one way and asked about', () => {
    expect(pasted('Smith,John\nPark,Ada')).toEqual({
      names: ['Smith|John', 'Park|Ada'],
      unsure: true,
    });
    expect(pasted('Given,Family\nAda,Park')).toEqual({ names: ['Ada|Park'], unsure: false });
    // A table stays a table.
    expect(pasted('Ada Park,a@b.test\nBo Lind,b@b.test').names).toEqual(['Ada|Park', 'Bo|Lind']);
  });

  test('what cannot be read is named by its line, and the others are read', () => {
    const { students, problems } = read(
      'Name\tNumber\tEmail\nAda Park\t7\tada@b.test\nBo Lind\t70000\t\nCy Moss\t8\tnot an address\n\t9\t\nAda Park\t7\tada@b.test',
    );
    expect(students.map(({ line }) => line)).toEqual([2]);
    expect(problems).toEqual([
      { line: 3, message: '“70000” is not a roster number from 1 to 999.' },
      { line: 4, message: '“not an address” is not an e-mail address.' },
      { line: 5, message: 'The first name is missing.' },
      { line: 6, message: 'The same e-mail address as line 2, so it is not imported.' },
    ]);
  });

  test('5,000 lines are no class', () => {
    const { students, problems } = read(
      Array.from({ length: 5000 }, (_, index) => `Ada${index} Park`).join('\n'),
    );
    expect(students).toEqual([]);
    expect(problems[0]!.message).toMatch(/5,000 lines; a class holds at most 500/);
  });
});

const listed = (
  line: number,
  givenName: string,
  familyName: string,
  more: Partial<ListedStudent> = {},
): ListedStudent => ({
  line,
  givenName,
  familyName,
  studentNumber: '',
  email: '',
  grade: null,
  rosterNumber: null,
  sourcedId: null,
  ...more,
});
const known = (
  id: number,
  givenName: string,
  familyName: string,
  studentNumber: string,
  ...enrollments: [classId: number, rosterNumber: number, left?: boolean][]
): KnownStudent => ({
  id,
  givenName,
  familyName,
  studentNumber,
  email: '',
  grade: 6,
  sourcedId: null,
  enrollments: enrollments.map(([classId, rosterNumber, left = false]) => ({
    classId,
    className: `class ${classId}`,
    subject: 'Mathematics',
    rosterNumber,
    left,
  })),
});
const target = { classId: 1, subject: 'Mathematics', whole: true };

describe('what a list does to a class', () => {
  const school = [
    known(1, 'Ada', 'Park', 'B1', [1, 1]),
    known(2, 'Bo', 'Lind', 'B2', [1, 2]),
    known(3, 'Cy', 'Moss', 'B3', [1, 3, true]),
    known(4, 'Di', 'Fern', 'B4', [2, 1]),
    known(5, 'Ed', 'Rook', 'B5', [1, 4]),
  ];

  test('added, changed, back, moved and gone', () => {
    const plan = planRoster(
      target,
      [
        listed(1, 'Adah', 'Park', { studentNumber: 'b1', rosterNumber: 9 }),
        listed(2, 'Cy', 'Moss', { studentNumber: 'B3' }),
        listed(3, 'Di', 'Fern', { studentNumber: 'B4' }),
        listed(4, 'Flo', 'Gray', { rosterNumber: 4 }),
        listed(5, 'ed', 'ROOK'),
      ],
      school,
    );
    expect(
      plan.lines.map(({ act, studentId, rosterNumber }) => [act, studentId, rosterNumber]),
    ).toEqual([
      ['keep', 1, 1],
      ['back', 3, 3],
      ['join', 4, 5],
      ['add', null, 6],
      ['keep', 5, 4],
    ]);
    expect(plan.lines[0]!.note).toBe('Keeps roster number 1, which stays the same all year.');
    expect(plan.lines[0]!.changes).toEqual([
      { field: 'givenName', from: 'Ada', to: 'Adah' },
      { field: 'studentNumber', from: 'B1', to: 'b1' },
    ]);
    expect(plan.lines[2]!.from).toEqual({ classId: 2, className: 'class 2' });
    expect(plan.lines[3]!.note).toBe('Roster number 4 is somebody’s already; 6 is free.');
    expect(plan.gone).toEqual([{ studentId: 2, name: 'Bo Lind', rosterNumber: 2 }]);
  });

  test('likely the same person is asked about, and nothing goes on until it is answered', () => {
    const list = [
      listed(1, 'Lind', 'Bo'),
      listed(2, 'Di', 'Fern'),
      listed(3, 'Quite', 'Another', { studentNumber: 'B1' }),
      listed(4, 'Bo', 'Lint', { studentNumber: 'B77' }),
    ];
    const plan = planRoster({ ...target, whole: false }, list, school);
    expect(
      plan.lines.map(({ act, likely }) => [
        act,
        likely.map(({ studentId, why }) => [studentId, why]),
      ]),
    ).toEqual([
      ['ask', [[2, 'has first and last name switched']]],
      ['ask', [[4, 'has the same name elsewhere']]],
      ['ask', [[1, 'has the same student number, B1']]],
      // Another student number is another student, however alike the names.
      ['add', []],
    ]);
    const open = settleRoster(target, plan, { lines: {}, leaving: [] }, school);
    expect(open).toMatchObject({ ok: false, problems: [{ line: 1 }, { line: 2 }, { line: 3 }] });
    const lines = {
      1: { take: true, as: 2 },
      2: { take: true, as: null },
      3: { take: false },
      4: { take: true },
    };
    const settled = settleRoster(target, plan, { lines, leaving: [] }, school);
    expect(settled.ok && settled.writes.map((write) => write.do)).toEqual([
      'change',
      'create',
      'create',
    ]);
    // A number that is somebody's cannot become a second student's.
    expect(
      settleRoster(
        target,
        plan,
        { lines: { ...lines, 3: { take: true, as: null } }, leaving: [] },
        school,
      ),
    ).toMatchObject({
      ok: false,
      problems: [
        { line: 3, message: 'Student number B1 is Ada Park’s. Correct it on one of the two.' },
      ],
    });
    // One student cannot stand for two lines.
    const both = planRoster(
      target,
      [listed(1, 'Lind', 'Bo'), listed(2, 'Lind', 'Bo', { email: 'x@y.test' })],
      school,
    );
    expect(
      settleRoster(
        target,
        both,
        { lines: { 1: { take: true, as: 2 }, 2: { take: true, as: 2 } }, leaving: [] },
        school,
      ),
    ).toMatchObject({ ok: false, problems: [{ line: 2 }] });
  });

  test('a number that a correction would take from somebody else stays theirs', () => {
    const student = { ...school[0]!, sourcedId: 's1' };
    const plan = planRoster(
      target,
      [listed(1, 'Ada', 'Park', { sourcedId: 's1', studentNumber: 'B2' })],
      [student, ...school.slice(1)],
    );
    expect(plan.lines[0]).toMatchObject({
      act: 'keep',
      studentId: 1,
      changes: [],
      note: 'Student number B2 is Bo Lind’s, so it is not changed.',
    });
  });

  test('a list read again changes nothing, and no roster number is ever given twice', () => {
    const names = fc.constantFrom('Ada', 'Bo', 'Cy', 'Di', 'Ed', 'Flo', 'Gus');
    const line = fc.record({
      given: names,
      number: fc.option(fc.integer({ min: 1, max: 9 }), { nil: null }),
      roster: fc.option(fc.integer({ min: 1, max: 8 }), { nil: null }),
    });
    fc.assert(
      fc.property(
        fc.uniqueArray(line, { selector: ({ number }) => number, maxLength: 8 }),
        (drawn) => {
          const list = drawn.map(({ given, number, roster }, index) =>
            listed(index + 1, given, `Park${index}`, {
              studentNumber: number === null ? '' : `B${number}`,
              rosterNumber: roster,
            }),
          );
          const plan = planRoster(target, list, school);
          const answers = Object.fromEntries(
            plan.lines.map((rosterLine) => [
              rosterLine.listed.line,
              { take: rosterLine.act !== 'ask' },
            ]),
          );
          const settled = settleRoster(target, plan, { lines: answers, leaving: [] }, school);
          if (!settled.ok) throw new Error('every question was answered');
          const after = school.map((knownStudent) => ({
            ...knownStudent,
            enrollments: knownStudent.enrollments.map((enrollment) => ({ ...enrollment })),
          }));
          let next = 100;
          for (const write of settled.writes) {
            const enrollment = (rosterNumber: number) => ({
              classId: 1,
              className: 'class 1',
              subject: 'Mathematics',
              rosterNumber,
              left: false,
            });
            if (write.do === 'create')
              after.push({
                ...write.student,
                id: next++,
                enrollments: [enrollment(write.rosterNumber)],
              });
            if (write.do === 'enrol')
              after
                .find(({ id }) => id === write.studentId)!
                .enrollments.push(enrollment(write.rosterNumber));
            if (write.do === 'return')
              after.find(({ id }) => id === write.studentId)!.enrollments[0]!.left = false;
            if (write.do === 'change')
              for (const { field, to } of write.fields)
                Object.assign(
                  after.find(({ id }) => id === write.studentId)!,
                  { [field]: to },
                );
          }
          const rosters = after.flatMap(({ enrollments }) =>
            enrollments
              .filter(({ classId }) => classId === 1)
              .map((enrollment) => enrollment.rosterNumber),
          );
          expect(new Set(rosters).size).toBe(rosters.length);
          const again = planRoster(
            target,
            list.filter(({ line: at }) => answers[at]!.take),
            after,
          );
          expect(
            again.lines.filter(({ act, changes }) => act !== 'keep' || changes.length > 0),
          ).toEqual([]);
        },
      ),
    );
  });
});

describe('OneRoster 1.2 CSV (1EdTech; file and column names and enumerations from memory)', () => {
  const line = (names: string, ...rows: string[]) =>
    rows.map((row) =>
      Object.fromEntries(
        names.split(',').map((name, index) => [name, row.split('|')[index] ?? '']),
      ),
    );
  const tables = {
    manifest: line(
      'propertyName,value',
      'manifest.version|1.0',
      'oneroster.version|1.2',
      'file.users|bulk',
    ),
    academicSessions: line(
      'sourcedId,status,dateLastModified,title,type,startDate,endDate,parentSourcedId,schoolYear',
      't1|active||Autumn|term|2026-09-01|2026-12-18||2027',
    ),
    courses: line(
      'sourcedId,status,dateLastModified,schoolYearSourcedId,title,courseCode,grades,orgSourcedId,subjects,subjectCodes',
      'c1|active|||Mathematics 6|M6|06|o1|Mathematics|',
    ),
    classes: line(
      'sourcedId,status,dateLastModified,title,grades,courseSourcedId,classCode,classType,location,schoolSourcedId,termSourcedIds,subjects,subjectCodes,periods',
      'k1|active||6B||c1|6B|scheduled|R2|o1|t1|||2',
      'k2|tobedeleted||Old|06|c1||scheduled||o1|t1|||',
    ),
    users: line(
      'sourcedId,status,dateLastModified,enabledUser,username,userIds,givenName,familyName,middleName,identifier,email,sms,phone,agentSourcedIds,grades,password,userMasterIdentifier,preferredGivenName,preferredMiddleName,preferredFamilyName,primaryOrgSourcedId,pronouns',
      'u1|active||true|ada||Adelaide|Park||B1|Ada@b.test||||06|||Ada||||',
      'u2|active||true|mh||Maren|Holloway|||mh@b.test|||||||||||',
      'u3|tobedeleted||true|bo||Bo|Lind||B2||||||||||||',
      'u4|active||true|cy|||Moss||B4||||||||||||',
    ),
    enrollments: line(
      'sourcedId,status,dateLastModified,classSourcedId,schoolSourcedId,userSourcedId,role,primary,beginDate,endDate',
      'e1|active||k1|o1|u1|student|||',
      'e2|active||k1|o1|u2|teacher|true||',
      'e3|active||k1|o1|u3|student|||',
      'e4|active||k1|o1|u9|student|||',
      'e5|active||k9|o1|u1|student|||',
      'e6|tobedeleted||k1|o1|u2|student|||',
      'e7|active||k1|o1|u4|student|||',
      'e8|active||k2|o1|u1|student|||',
      'e9|active||k1|o1|u1|student|||',
    ),
  };

  test('classes with their teachers and students; what points at nothing is named', () => {
    const { classes, problems } = readOneRoster(tables);
    expect(classes).toEqual([
      {
        sourcedId: 'k1',
        title: '6B',
        period: '2',
        grade: 6,
        subject: 'Mathematics',
        term: 'Autumn',
        teachers: [{ sourcedId: 'u2', name: 'Maren Holloway', email: 'mh@b.test' }],
        students: [
          {
            line: 2,
            givenName: 'Ada',
            familyName: 'Park',
            studentNumber: 'B1',
            email: 'ada@b.test',
            grade: 6,
            rosterNumber: null,
            sourcedId: 'u1',
          },
        ],
      },
    ]);
    expect(problems).toEqual([
      { file: 'enrollments.csv', line: 5, message: 'There is no user “u9” in users.csv.' },
      { file: 'enrollments.csv', line: 6, message: 'There is no class “k9” in classes.csv.' },
      { file: 'enrollments.csv', line: 8, message: 'User “u4”: The first name is missing.' },
    ]);
  });

  test('missing files, missing columns and other versions are said in words', () => {
    expect(() => readOneRoster({ ...tables, users: undefined })).toThrow(
      'There is no users.csv in it',
    );
    expect(() => readOneRoster({ ...tables, classes: [{ id: '1' }] })).toThrow(
      'classes.csv has no column sourcedId and no column title.',
    );
    expect(() =>
      readOneRoster({ ...tables, manifest: [{ propertyName: 'oneroster.version', value: '2.0' }] }),
    ).toThrow('OneRoster 2.0');
  });
});
