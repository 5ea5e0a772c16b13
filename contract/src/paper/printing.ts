import { paperNames } from '@oaken/core/capture';
import type { Edition } from '@oaken/core/forms';
import { z } from 'zod';
import { downloadEndpoint, endpoint, id, idInPath, instant } from '../endpoint/define';
import { pageProblem, scan } from './scans';

const assignmentId = z.object({ assignmentId: idInPath });
/** More spares would be sheets for another class. */
export const mostSpares = 40;

const sheetOfStudent = z.object({
  id,
  /** As it is printed. */
  sheet: z.number(),
  /** Null: a spare that is nobody's yet. */
  student: z.object({ id, name: z.string(), className: z.string() }).nullable(),
  rosterNumber: z.number().nullable(),
  /** Empty where all have the same. */
  form: z.string(),
  pages: z.number(),
  /** Pages that are among the answers, from 1. */
  read: z.array(z.number()),
  /** Rows that a person has still to look at. */
  unclear: z.number(),
  /** Its student has answered on a screen meanwhile. */
  onScreen: z.boolean(),
});
export type SheetLine = z.infer<typeof sheetOfStudent>;

export const readPaper = endpoint({
  method: 'GET',
  path: '/api/assignments/:assignmentId/paper',
  who: 'teacher',
  does: 'Says which answer sheets of an assignment are printed, which pages are back, and which are not.',
  params: assignmentId,
  answer: z.object({
    title: z.string(),
    recipients: z.string(),
    mayChange: z.boolean(),
    /** Why nothing of it can be answered on paper; null where it can. */
    hindrance: z.string().nullable(),
    sheets: z.array(sheetOfStudent),
    /** Students who were given it and have no sheet yet. */
    withoutSheet: z.number(),
    /** The latest first. */
    scans: z.array(scan),
    /** Pages that are not among the answers. */
    pages: z.array(
      z.object({
        id,
        scanName: z.string(),
        position: z.number(),
        problem: pageProblem,
        /** A person has to decide. */
        waiting: z.boolean(),
        /** Whose it is, where that is known. */
        name: z.string(),
        page: z.number().nullable(),
        /** Of which other assignment it is; empty where nobody knows. */
        elsewhere: z.string(),
      }),
    ),
    /** Rows and pages that a person has to look at. */
    toLookAt: z.number(),
  }),
});

export const makeSheets = endpoint({
  method: 'POST',
  path: '/api/assignments/:assignmentId/sheets',
  who: 'teacher',
  does: 'Makes an answer sheet for each student who has none, with the form and the order of their booklet, and so many spares that nobody has.',
  params: assignmentId,
  body: z.object({
    paper: z.enum(paperNames),
    /** In each student's own order, where the assignment shuffles; otherwise one booklet does for all of a form. */
    shuffled: z.boolean(),
    spares: z.int().min(0).max(mostSpares, `At most ${mostSpares} spares.`),
  }),
  answer: z.object({ made: z.number() }),
});

export const printSheets = downloadEndpoint({
  method: 'GET',
  path: '/api/assignments/:assignmentId/sheets',
  who: 'teacher',
  does: 'Gives the answer sheets of an assignment as PDF, class by class and by roster number, spares at the end.',
  params: assignmentId,
  query: z.object({
    paper: z.enum(paperNames),
    which: z.enum(['all', 'unread', 'spares']).default('all'),
  }),
  media: ['application/pdf'],
});

export const readBooklets = endpoint({
  method: 'GET',
  path: '/api/assignments/:assignmentId/booklets',
  who: 'teacher',
  does: 'Gives the questions as they belong to each answer sheet, to print.',
  params: assignmentId,
  answer: z.object({
    title: z.string(),
    minutes: z.number().nullable(),
    edition: z.custom<Edition>(),
    sheets: z.array(
      z.object({
        sheet: z.number(),
        name: z.string(),
        formName: z.string(),
        seed: z.string(),
        seat: z.number(),
        form: z.string().nullable(),
        shuffleItems: z.boolean(),
        shuffleChoices: z.boolean(),
        mostChoices: z.number().nullable(),
      }),
    ),
  }),
});

export const readSheet = endpoint({
  method: 'GET',
  path: '/api/printed-sheets/:sheetId',
  who: 'teacher',
  does: 'Gives one student’s answer sheet as it came back: the picture of each page, and what was read of each row.',
  params: z.object({ sheetId: idInPath }),
  answer: z.object({
    sheet: z.number(),
    name: z.string(),
    assignmentId: id,
    title: z.string(),
    mayChange: z.boolean(),
    pages: z.array(
      z.object({
        id,
        page: z.number(),
        picture: z.string(),
        rows: z.array(
          z.object({
            row: z.number(),
            label: z.string(),
            marks: z.array(z.string()),
            says: z.array(z.string()),
            several: z.boolean(),
            unclear: z.boolean(),
            /** Shares of the page: left, top, width, height. */
            box: z.tuple([z.number(), z.number(), z.number(), z.number()]),
          }),
        ),
      }),
    ),
    /** What people changed, the latest first. */
    decisions: z.array(
      z.object({
        page: z.number(),
        label: z.string(),
        was: z.string(),
        became: z.string(),
        by: z.string(),
        at: instant,
      }),
    ),
  }),
});
