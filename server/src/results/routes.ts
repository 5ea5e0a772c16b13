import { api } from '@oaken/contract';
import type { StudentWork } from '@oaken/contract/results';
import type { SignedIn } from '../access/signed-in';
import { byStandard, shareInWords } from '@oaken/core/attempts';
import { inWords } from '@oaken/core/timing';
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
import { rate, readStandardResults } from './standards';
import { readStudentWork } from './student';
import { present } from '@oaken/core/certain';

export function resultRoutes(bind: Bind, context: Context, editions: Editions): void {
  const { database, now } = context;
  bind(api.listResults, ({ me }) => listResults(database, me));
  bind(api.readResults, ({ me, params, query }) =>
    readResults(database, me, params.assignmentId, now(), query),
  );

  bind(api.readStandardResults, ({ me, params, query }) =>
    readStandardResults(context, editions, me, params.assignmentId, query),
  );

  bind(api.rate, async ({ me, params, body }) => {
    await rate(
      context,
      editions,
      me,
      params.assignmentId,
      params.studentId,
      body.standard,
      body.rating,
    );
    return {};
  });

  bind(api.readStudentWork, ({ me, params, query }) =>
    readStudentWork(context, editions, me, params, query.attempt),
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
    const work = await readStudentWork(context, editions, me, params);
    const pdf = await reportPdf(work, await factsOf(context, me, work, query.answers === 'yes'));
    return new Download(`${work.title} ${work.student.name}.pdf`, 'application/pdf', pdf);
  });
}

/** What a report on paper says beside the work. */
async function factsOf(
  { database, now }: Context,
  me: SignedIn,
  work: StudentWork,
  answers: boolean,
): Promise<ReportFacts> {
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
    printed: new Date(now()).toLocaleDateString('en-US', { timeZone: zone, dateStyle: 'long' }),
    handedIn:
      handedInAt === null
        ? 'Not handed in.'
        : `Handed in ${inWords(handedInAt, zone, now())}${late ? ', late' : ''}.`,
    standards: earned.map((standard) => ({
      code: standard.code,
      statement: statementOf(standard.code),
      words: shareInWords(standard),
    })),
    answers,
  };
}
