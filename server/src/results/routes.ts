import { api } from '@oaken/contract';
import { packResults } from '@oaken/contract/results';
import type { StudentWork } from '@oaken/contract/results';
import type { SignedIn } from '../access/signed-in';
import { byStandard, shareInWords } from '@oaken/core/attempts';
import { inWords, locales, type Language } from '@oaken/core/timing';
import type { Editions } from '../attempts/editions';
import { schoolZone } from '../attempts/times';
import type { Context } from '../context';
import type { Bind } from '../http/bind';
import { Download } from '../http/download';
import { exportResults } from './exports';
import { decideLateAnswers } from './late-answers';
import { reportPdf, type ReportFacts } from './report-pdf';
import { listResults } from './list';
import { readResults } from './service';
import { bringSheet, listSheets, readSheetResults, removeSheet } from './sheets';
import { readStudentsOverTime } from './over-time';
import { readStudentWorks } from './student-works';
import { changeNote, removeNote, writeNote } from './notes';
import { rate } from './ratings';
import { readStandardResults } from './standards';
import { readStudentWork } from './student';
import { present } from '@oaken/core/certain';
import { written } from '@oaken/words/written';

export function resultRoutes(bind: Bind, context: Context, editions: Editions): void {
  const { database, now } = context;
  bind(api.listResults, ({ me }) => listResults(database, me));
  bind(api.readResults, async ({ me, params, query }) =>
    packResults(await readResults(database, me, params.assignmentId, now(), query)),
  );

  bind(api.readStandardResults, ({ me, params, query }) =>
    readStandardResults(context, editions, me, params.assignmentId, query),
  );

  bind(api.readStudentsOverTime, ({ me, params, query }) =>
    readStudentsOverTime(context, editions, me, params.assignmentId, query),
  );

  bind(api.readStudentWorks, ({ me, params, query }) =>
    readStudentWorks(context, editions, me, params, query.by),
  );

  bind(api.writeNote, ({ me, params, body }) => writeNote(context, me, params, body));
  bind(api.changeNote, async ({ me, params, body }) => {
    await changeNote(context, me, params.noteId, body);
    return {};
  });
  bind(api.removeNote, async ({ me, params }) => {
    await removeNote(context, me, params.noteId);
    return {};
  });
  bind(api.rate, async ({ me, params, body }) => {
    await rate(context, editions, me, params.assignmentId, body);
    return {};
  });

  bind(api.readStudentWork, ({ me, params, query }) =>
    readStudentWork(context, editions, me, params, query),
  );

  bind(api.decideLateAnswers, async ({ me, params, body }) => {
    await decideLateAnswers(context, editions, me, params, body);
    return {};
  });

  exportRoutes(bind, context, editions);

  bind(api.listSheets, ({ me }) => listSheets(context, me));
  bind(api.bringSheet, ({ me, body }) => bringSheet(context, me, body));
  bind(api.readSheetResults, ({ me, params }) => readSheetResults(context, me, params.sheetId));
  bind(api.removeSheet, async ({ me, params }) => {
    await removeSheet(context, me, params.sheetId);
    return {};
  });
}

/** What of results is taken away as a file. */
function exportRoutes(bind: Bind, context: Context, editions: Editions): void {
  bind(api.exportResults, ({ me, params: { assignmentId, format }, query }) =>
    exportResults(format, { context, editions, me, assignmentId, query }),
  );

  bind(api.exportStudentReport, async ({ me, params, query }) => {
    const work = await readStudentWork(context, editions, me, params, {
      languageOf: (student) => query.language ?? student.language ?? 'en',
    });
    const facts = await factsOf(context, me, work, query);
    const pdf = await reportPdf(work, facts);
    return new Download(`${work.title} ${work.student.name}.pdf`, 'application/pdf', pdf);
  });
}

/** What a report on paper says beside the work. */
async function factsOf(
  { database, now }: Context,
  me: SignedIn,
  work: StudentWork,
  { answers, language: wanted }: { answers: 'yes' | 'no'; language?: Language | undefined },
): Promise<ReportFacts> {
  const student = await database.models.Account.findByPk(work.student.id);
  const language = wanted ?? student?.language ?? 'en';
  const say = written(language);
  const zone = await schoolZone(database);
  const school = present(await database.models.School.findByPk(me.account.schoolId), 'school');
  const { handedInAt, late } = work.attempt;
  const earned = byStandard(
    work.entries.map((entry) => ({ ...entry, points: entry.points ?? 0 })),
    new Map(work.entries.map(({ entry, standards }) => [entry, standards])),
  );
  const statementOf = (code: string) =>
    work.ratings.find(({ standard }) => standard === code)?.statement ?? '';
  return {
    school: school.name,
    printed: new Date(now()).toLocaleDateString(locales[language], {
      timeZone: zone,
      dateStyle: 'long',
    }),
    handedIn:
      handedInAt === null
        ? say('studentReport.notHandedIn')
        : say(late ? 'studentReport.handedInLate' : 'studentReport.handedIn', {
            time: inWords(handedInAt, zone, now(), language),
          }),
    standards: earned.map((standard) => ({
      code: standard.code,
      statement: statementOf(standard.code),
      words: shareInWords(standard, language),
    })),
    answers: answers === 'yes',
    language,
  };
}
