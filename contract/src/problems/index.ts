/**
 * Everything that the server can refuse or fail at, in one table: a code that stays, the status,
 * and how its sentences in the catalogue take its parameters. On the wire (RFC 9457) the code is the end of `type`,
 * the parameters are `params`, and the sentences are there for whoever has no table.
 */
import messages from '@oaken/words/en/problems.json' with { type: 'json' };
import { inSentence, type Values } from '@oaken/words/speaking';
import { anything } from './general';
import { signingIn } from './sign-in';
import { banks } from './banks';
import { curricula } from './curricula';
import { tests } from './tests';
import { assignments } from './assignments';
import { sitting } from './sitting';
import { classes } from './classes';
import { files } from './files';
import { results } from './results';
import { rounds } from './rounds';
import { paper } from './paper';
import type { ProblemKind } from './kind';

export type { ProblemKind } from './kind';

export const problemKinds = {
  ...anything,
  ...signingIn,
  ...banks,
  ...curricula,
  ...tests,
  ...assignments,
  ...sitting,
  ...classes,
  ...files,
  ...results,
  ...rounds,
  ...paper,
};

export type ProblemCode = keyof typeof problemKinds;
/** What a problem's sentences are made from. */
export type ProblemParams<C extends ProblemCode> =
  (typeof problemKinds)[C] extends ProblemKind<infer P> ? P : never;

const typePrefix = '/problems/';
/** The `type` of a problem on the wire (RFC 9457). */
export const problemType = (code: ProblemCode) => `${typePrefix}${code}`;

/** The code of a problem that came over the wire; null for one that is not in the table. */
export function problemCode({ type }: { type: string }): ProblemCode | null {
  const code = type.startsWith(typePrefix) ? type.slice(typePrefix.length) : '';
  return Object.hasOwn(problemKinds, code) ? (code as ProblemCode) : null;
}

/** A problem's sentences by their names: `title`, `detail`, and others that stand in for them. */
const sentences: Readonly<Record<ProblemCode, Readonly<Record<string, string>>>> = messages;

/** The sentences of a problem. */
export function problemInWords<C extends ProblemCode>(
  code: C,
  params: ProblemParams<C>,
): { status: number; title: string; detail: string | undefined } {
  const kind = problemKinds[code] as unknown as ProblemKind<ProblemParams<C>>;
  const {
    title = 'title',
    detail = 'detail',
    values = params as Values,
  } = kind.words?.(params) ?? {};
  const say = (name: string) => inSentence(sentences[code][name] ?? '', values);
  return { status: kind.status, title: say(title), detail: say(detail) || undefined };
}
