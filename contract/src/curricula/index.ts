/** Curricula: ordered outlines of a course, with the items and tests that belong to each line. */
import { curriculumLine, mostLines } from '@oaken/core/curriculum';
import { z } from 'zod';
import { testRow } from '../assessments/shelf';
import { itemRow } from '../banks/search';
import { clientKey, endpoint, id, idInPath, roomy } from '../endpoint/define';
import { sentence } from './sentences';

/** Only mine; read by my school; changed by my school's teachers. */
export const curriculumReaches = ['mine', 'read', 'edit'] as const;
export type CurriculumReach = (typeof curriculumReaches)[number];

const lineRow = curriculumLine.extend({
  id,
  /** What is placed in it and below it, each once; only what I may read. */
  items: z.number(),
  tests: z.number(),
});
export type CurriculumLineRow = z.infer<typeof lineRow>;

const curriculum = z.object({
  id,
  name: z.string(),
  subject: z.string(),
  reach: z.enum(curriculumReaches),
  owner: z.string(),
  mine: z.boolean(),
  may: z.enum(['read', 'edit']),
  version: z.number(),
  lines: z.array(lineRow),
});
export type Curriculum = z.infer<typeof curriculum>;

/** A class of mine, and where it is in the curriculum that it follows. */
const following = z.object({
  classId: id,
  className: z.string(),
  curriculumId: id.nullable(),
  /** Chosen by hand; null: by the dates of the lines. */
  lineId: id.nullable(),
});
export type Following = z.infer<typeof following>;

export const listCurricula = endpoint({
  method: 'GET',
  path: '/api/curricula',
  who: 'teacher',
  does: 'Gives the curricula that I may read with their lines, and which class of mine follows which.',
  answer: z.object({ curricula: z.array(curriculum), classes: z.array(following) }),
});

const name = z.string().trim().min(1, sentence('giveName')).max(200);
const subject = z.string().trim().max(60);
const curriculumId = z.object({ curriculumId: idInPath });

export const makeCurriculum = endpoint({
  method: 'POST',
  path: '/api/curricula',
  who: 'teacher',
  does: 'Makes a curriculum, empty or with lines that were read from a table.',
  largest: roomy,
  body: z.strictObject({
    clientKey,
    name,
    subject: subject.default(''),
    lines: z.array(curriculumLine).max(mostLines).default([]),
  }),
  answer: z.object({ id }),
});

export const describeCurriculum = endpoint({
  method: 'PATCH',
  path: '/api/curricula/:curriculumId',
  who: 'teacher',
  does: 'Renames a curriculum of mine, or says who may read and change it.',
  params: curriculumId,
  body: z.strictObject({
    name: name.optional(),
    subject: subject.optional(),
    reach: z.enum(curriculumReaches).optional(),
  }),
  answer: z.object({}),
});

export const writeCurriculum = endpoint({
  method: 'PUT',
  path: '/api/curricula/:curriculumId/lines',
  who: 'teacher',
  does: 'Writes the lines of a curriculum in their order. One that is left out goes with its contents, and comes back with them under its id.',
  params: curriculumId,
  largest: roomy,
  body: z.strictObject({
    /** The version that was changed; another one there means that somebody was faster. */
    version: z.int().positive(),
    /** Null for a new line. */
    lines: z.array(curriculumLine.extend({ id: id.nullable() })).max(mostLines),
  }),
  answer: z.object({ version: z.number(), ids: z.array(id) }),
});

export const removeCurriculum = endpoint({
  method: 'DELETE',
  path: '/api/curricula/:curriculumId',
  who: 'teacher',
  does: 'Removes a curriculum of mine; its items and tests stay where they are.',
  params: curriculumId,
  answer: z.object({}),
});

export const restoreCurriculum = endpoint({
  method: 'POST',
  path: '/api/curricula/:curriculumId/restore',
  who: 'teacher',
  does: 'Brings back a curriculum that I removed.',
  params: curriculumId,
  answer: z.object({}),
});

const lineId = z.object({ lineId: idInPath });

export const readCurriculumLine = endpoint({
  method: 'GET',
  path: '/api/curriculum-lines/:lineId',
  who: 'teacher',
  does: 'Gives what is placed in a line itself, in its order.',
  params: lineId,
  answer: z.object({
    contents: z.array(
      z.discriminatedUnion('kind', [
        z.object({ kind: z.literal('item'), id, item: itemRow }),
        z.object({
          kind: z.literal('test'),
          id,
          test: testRow.pick({ title: true, kind: true, owner: true, ready: true, may: true }),
        }),
      ]),
    ),
    /** Placed by colleagues, and not mine to read. */
    hidden: z.number(),
  }),
});
export type LineContent = z.infer<typeof readCurriculumLine.answer>['contents'][number];

/** So many items and tests can be placed in one line. */
export const mostContents = 500;

export const placeInCurriculum = endpoint({
  method: 'POST',
  path: '/api/curriculum-lines/:lineId/place',
  who: 'teacher',
  does: 'Places items and tests at the end of a line; what it has already stays where it is.',
  params: lineId,
  body: z
    .strictObject({
      items: z.array(id).max(mostContents, sentence('tooMany', { limit: mostContents })),
      tests: z.array(id).max(mostContents, sentence('tooMany', { limit: mostContents })),
    })
    .refine(({ items, tests }) => items.length + tests.length > 0, sentence('nothingSelected')),
  answer: z.object({ items: z.array(id), tests: z.array(id), already: z.number() }),
});

export const arrangeCurriculumLine = endpoint({
  method: 'PUT',
  path: '/api/curriculum-lines/:lineId/contents',
  who: 'teacher',
  does: 'Puts the contents of a line in this order; what I may read and is not named is taken out.',
  params: lineId,
  body: z.strictObject({
    contents: z.array(z.strictObject({ kind: z.enum(['item', 'test']), id })).max(mostContents),
  }),
  answer: z.object({}),
});

export const followCurriculum = endpoint({
  method: 'PUT',
  path: '/api/classes/:classId/curriculum',
  who: 'teacher',
  does: 'Says which curriculum a class follows and where it is; null for none, or for where the dates say.',
  params: z.object({ classId: idInPath }),
  body: z.strictObject({ curriculumId: id.nullable(), lineId: id.nullable() }),
  answer: z.object({}),
});

const place = z.object({
  lineId: id,
  title: z.string(),
  /** Titles of the lines that it belongs to, from the top. */
  within: z.array(z.string()),
});

export const readComingNext = endpoint({
  method: 'GET',
  path: '/api/curricula/next',
  who: 'teacher',
  does: 'Says for each class of mine that follows a curriculum where it is, what comes next, and what is there for it.',
  answer: z.object({
    classes: z.array(
      z.object({
        classId: id,
        className: z.string(),
        curriculumId: id,
        now: place.nullable(),
        next: place
          .extend({
            /** Tests of the line, and whether the class has had them. */
            tests: z.array(
              z.object({
                id,
                title: z.string(),
                given: z.boolean(),
                may: z.enum(['read', 'edit']),
              }),
            ),
            items: z.number(),
          })
          .nullable(),
      }),
    ),
  }),
});
