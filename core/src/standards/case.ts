/**
 * Frameworks in 1EdTech CASE 1.0 as a CFPackage in JSON: CFDocument, CFItems and CFAssociations of
 * the type “isChildOf”. Source: 1EdTech Competencies and Academic Standards Exchange 1.0; the names
 * of fields are from memory.
 */
import { elementAt } from '../certain';
import { z } from 'zod';
import { FrameworkProblem, ordered, readGrades, type FrameworkFile } from './framework';
import { sentence } from './sentences';

const link = z.looseObject({ identifier: z.string().max(200) });
const cfPackage = z.looseObject({
  CFDocument: z.looseObject({
    title: z.string().max(1000).default(''),
    creator: z.string().max(1000).default(''),
    subject: z.array(z.string().max(200)).max(50).optional(),
  }),
  CFItems: z.array(
    z.looseObject({
      identifier: z.string().max(200),
      humanCodingScheme: z.string().max(400).nullish(),
      fullStatement: z.string().max(20_000),
      educationLevel: z.array(z.string().max(20)).max(40).nullish(),
      listEnumeration: z.string().max(40).nullish(),
    }),
  ),
  CFAssociations: z
    .array(
      z.looseObject({
        associationType: z.string().max(60),
        sequenceNumber: z.number().nullish(),
        originNodeURI: link,
        destinationNodeURI: link,
      }),
    )
    .default([]),
});

/** @throws FrameworkProblem for JSON that is no CASE package */
export function readCase(text: string): FrameworkFile {
  let parsed: unknown;
  try {
    parsed = JSON.parse(text);
  } catch {
    throw new FrameworkProblem(sentence('fileIsNotJson'));
  }
  const read = cfPackage.safeParse(parsed);
  if (!read.success) {
    const issue = elementAt(read.error.issues, 0);
    throw new FrameworkProblem(
      sentence('fileIsNotCasePackage', {
        path: issue.path.join('/') || sentence('theWhole'),
        message: issue.message,
      }),
    );
  }
  const { CFDocument, CFItems, CFAssociations } = read.data;
  const parents = new Map<string, { parent: string; place: number }>();
  for (const {
    associationType,
    originNodeURI,
    destinationNodeURI,
    sequenceNumber,
  } of CFAssociations)
    if (associationType === 'isChildOf')
      parents.set(originNodeURI.identifier, {
        parent: destinationNodeURI.identifier,
        place: sequenceNumber ?? 0,
      });
  const place = (identifier: string) => parents.get(identifier)?.place ?? 0;
  const lines = CFItems.map((item) => ({
    key: item.identifier,
    parent: parents.get(item.identifier)?.parent ?? null,
    code: item.humanCodingScheme?.trim() ?? '',
    statement: item.fullStatement.trim(),
    grades: readGrades((item.educationLevel ?? []).join(' ')),
  })).sort((a, b) => place(a.key) - place(b.key));
  return {
    name: CFDocument.title.trim().slice(0, 200),
    publisher: CFDocument.creator.trim().slice(0, 200),
    subject: CFDocument.subject?.[0]?.slice(0, 60) ?? '',
    lines: ordered(lines),
  };
}
