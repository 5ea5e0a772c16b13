import { api } from '@oaken/contract';
import { byStandard, shareInWords } from '@oaken/core/attempts';
import { inWords } from '@oaken/core/timing';
import type { Editions } from '../attempts/editions';
import { schoolZone } from '../assignments/times';
import type { Context } from '../context';
import { row } from '../database/connect';
import type { Bind } from '../http/bind';
import { itemsCsv, standardsCsv, studentsCsv } from './export';
import { gradebookZip } from './oneroster';
import { reportPdf } from './report-pdf';
import { ownAssignmentRow, readResults } from './service';
import { bringSheet, listSheets, readSheetResults, removeSheet } from './sheets';
import { rate, readStandardResults } from './standards';
import { readStudentWork } from './student';

export function resultRoutes(bind: Bind, context: Context, editions: Editions): void {
  const { database, now } = context;
  bind(api.readResults, ({ me, params, query }) => readResults(database, me, params.assignmentId, now(), query));

  bind(api.exportResults, async ({ me, params, query: { by, ...query }, response }) => {
    const results = await readResults(database, me, params.assignmentId, now(), query);
    response.attachment(`${results.title} ${by}.csv`).type('text/csv; charset=utf-8');
    if (by === 'standards')
      response.send(standardsCsv((await readStandardResults(context, editions, me, params.assignmentId, { ...query, over: 'this' })).standards)); // prettier-ignore
    else response.send(by === 'students' ? studentsCsv(results) : itemsCsv(results));
  });

  bind(api.exportForGradebook, async ({ me, params, response }) => {
    const assignment = await ownAssignmentRow(database, me, params.assignmentId);
    const results = await readResults(database, me, params.assignmentId, now());
    response.attachment(`${assignment.title} gradebook.zip`).type('application/zip');
    response.send(Buffer.from(await gradebookZip(database, assignment, results, now())));
  });

  bind(api.readStandardResults, ({ me, params, query }) => readStandardResults(context, editions, me, params.assignmentId, query)); // prettier-ignore

  bind(api.rate, async ({ me, params, body }) => {
    await rate(context, me, params.assignmentId, params.studentId, body.standard, body.rating);
    return {};
  });

  bind(api.readStudentWork, ({ me, params, query }) => readStudentWork(context, editions, me, params, query.attempt));

  bind(api.exportStudentReport, async ({ me, params, query, response }) => {
    const work = await readStudentWork(context, editions, me, params);
    const zone = await schoolZone(database);
    const school = (await row<{ name: string }>(database, 'SELECT name FROM schools WHERE id = :school', { school: me.account.schoolId }))!; // prettier-ignore
    const at = (when: number) => inWords(when, zone, now());
    const { handedInAt, late } = work.attempt;
    const pdf = await reportPdf(work, {
      school: school.name,
      printed: new Date(now()).toLocaleDateString('en', { timeZone: zone, dateStyle: 'long' }),
      handedIn: handedInAt === null ? 'Not handed in.' : `Handed in ${at(handedInAt)}${late ? ', late' : ''}.`,
      standards: byStandard(
        work.entries.map((own) => ({ ...own, points: own.points ?? 0 })),
        new Map(work.entries.map(({ entry, standards }) => [entry, standards])),
      ).map((own) => ({
        code: own.code,
        statement: work.ratings.find(({ standard }) => standard === own.code)?.statement ?? '',
        words: shareInWords(own),
      })),
      answers: query.answers === 'yes',
    });
    response.attachment(`${work.title} ${work.student.name}.pdf`).type('application/pdf');
    response.send(pdf);
  });

  bind(api.listSheets, ({ me }) => listSheets(context, me));
  bind(api.bringSheet, ({ me, body }) => bringSheet(context, me, body));
  bind(api.readSheetResults, ({ me, params }) => readSheetResults(context, me, params.sheetId));
  bind(api.removeSheet, async ({ me, params }) => {
    await removeSheet(context, me, params.sheetId);
    return {};
  });
}
