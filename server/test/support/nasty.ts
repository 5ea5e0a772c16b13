/**
 * Bodies that nobody sends on purpose, made from the schema of an endpoint: as large as it takes,
 * and of the worst shapes.
 */
import { z } from 'zod';

interface Schema {
  type?: string;
  const?: unknown;
  enum?: unknown[];
  anyOf?: Schema[];
  oneOf?: Schema[];
  allOf?: Schema[];
  properties?: Record<string, Schema>;
  required?: string[];
  items?: Schema;
  additionalProperties?: Schema | boolean;
  minimum?: number;
  minLength?: number;
  maxLength?: number;
  minItems?: number;
  format?: string;
  pattern?: string;
}

const filler: Record<string, string> = { uuid: '00000000-0000-4000-9000-0000000000ff' };

/** The smallest value that a schema describes, near enough. */
function sample(schema: Schema, depth = 0): unknown {
  if (schema.const !== undefined) return schema.const;
  if (schema.enum) return schema.enum[0];
  const choice = schema.anyOf ?? schema.oneOf ?? schema.allOf;
  if (choice) return sample(choice.find(({ type }) => type !== 'null') ?? choice[0]!, depth);
  if (schema.type === 'object' || schema.properties) {
    const entries = Object.entries(schema.properties ?? {}).filter(
      ([name]) => depth < 6 || schema.required?.includes(name),
    );
    return Object.fromEntries(entries.map(([name, entry]) => [name, sample(entry, depth + 1)]));
  }
  if (schema.type === 'array')
    return Array.from({ length: schema.minItems ?? 1 }, () =>
      sample(schema.items ?? {}, depth + 1),
    );
  if (schema.type === 'string')
    return filler[schema.format ?? ''] ?? 'a'.repeat(Math.max(1, schema.minLength ?? 1));
  if (schema.type === 'integer' || schema.type === 'number')
    return Math.max(1, schema.minimum ?? 1);
  if (schema.type === 'boolean') return true;
  return schema.type === 'null' ? null : {};
}

const tags = [
  '<a ',
  '<span data-gap="">',
  '<img alt="',
  '<p>',
  '\\frac{',
  '"><',
  '&#1',
  '!',
  ' ',
  '1',
  'ä',
  '\u0000',
];

/** Texts and lists of about `size` bytes that have made readers slow. */
const longTexts = (size: number) =>
  tags.map((piece) =>
    piece.repeat(Math.floor(size / Buffer.byteLength(JSON.stringify(piece).slice(1, -1)))),
  );
const longLists = (size: number, element: unknown) =>
  [element, 0, {}, 'a'].map((nasty) => {
    const length = Math.floor(size / (JSON.stringify(nasty).length + 1));
    return Array<unknown>(Math.max(0, length)).fill(nasty);
  });

/** Every body in which one place of the smallest body holds something as large as the endpoint takes. */
export function* nastyBodies(body: z.ZodType, largest: number): Generator<string> {
  const schema = z.toJSONSchema(body, { io: 'input', unrepresentable: 'any' }) as Schema;
  const base = sample(schema);
  const room = largest - JSON.stringify(base).length - 200;
  yield `${'['.repeat(largest / 2 - 10)}`;
  yield `{"a":${'[{},'.repeat(largest / 5)}`;
  yield JSON.stringify(
    Object.fromEntries(Array.from({ length: largest / 14 }, (_, n) => [`k${n}`, n])),
  );
  for (const place of placesIn(base)) {
    const value = valueAt(base, place);
    const large =
      typeof value === 'string'
        ? longTexts(room)
        : Array.isArray(value)
          ? longLists(room, value[0] ?? 1)
          : [];
    for (const currentValue of large) {
      const text = JSON.stringify(replaced(base, place, currentValue));
      if (text.length <= largest) yield text;
    }
  }
}

type Place = (string | number)[];

function* placesIn(value: unknown, place: Place = []): Generator<Place> {
  if (typeof value === 'string' || Array.isArray(value)) yield place;
  if (typeof value !== 'object' || value === null) return;
  for (const [name, child] of Object.entries(value))
    yield* placesIn(child, [...place, Array.isArray(value) ? Number(name) : name]);
}

const valueAt = (value: unknown, place: Place): unknown =>
  place.reduce((holder, name) => (holder as Record<string | number, unknown>)[name], value);

function replaced(value: unknown, place: Place, by: unknown): unknown {
  const [name, ...rest] = place;
  if (name === undefined) return by;
  if (Array.isArray(value))
    return value.map((child, n) => (n === name ? replaced(child, rest, by) : child));
  return {
    ...(value as object),
    [name]: replaced((value as Record<string, unknown>)[name as string], rest, by),
  };
}

/** What an address may hold at all: Node.js takes 16 kB of headers. */
const longestValue = 12_000;

/**
 * Queries, each with its question mark: none, and every one in which each field is as long as it
 * may be, or far longer.
 */
export function* nastyQueries(query: z.ZodType): Generator<string> {
  yield '';
  const { properties = {} } = z.toJSONSchema(query, {
    io: 'input',
    unrepresentable: 'any',
  }) as Schema;
  for (const [name, schema] of Object.entries(properties))
    for (const size of new Set([schema.maxLength ?? longestValue, longestValue]))
      for (const piece of tags) {
        const coded = encodeURIComponent(piece);
        const times = Math.min(
          Math.floor(size / piece.length),
          Math.floor(longestValue / coded.length),
        );
        yield `?${name}=${coded.repeat(times)}`;
      }
}
