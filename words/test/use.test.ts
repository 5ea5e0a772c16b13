/** What core, the contract and the server say: every message is said somewhere, with all that stands in its braces. */
import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import ts from 'typescript';

const root = join(__dirname, '../..');
type Messages = { [key: string]: string | Messages };
interface Said {
  place: string;
  /** A key, or its beginning where the rest is decided while running. */
  keys: string[];
  /** Null where they are not written out. */
  values: string[] | null;
}

const flat = (messages: Messages, path = ''): [key: string, message: string][] =>
  Object.entries(messages).flatMap(([key, message]) =>
    typeof message === 'string' ? [[path + key, message]] : flat(message, `${path}${key}.`),
  );

/** The keys that an argument can be. */
function keysIn(node: ts.Node): string[] {
  if (ts.isStringLiteralLike(node)) return [node.text];
  if (ts.isTemplateExpression(node)) return [`${node.head.text}*`];
  if (ts.isConditionalExpression(node))
    return [...keysIn(node.whenTrue), ...keysIn(node.whenFalse)];
  return [];
}

function valuesIn(node: ts.Node | undefined): string[] | null {
  if (!node) return [];
  if (!ts.isObjectLiteralExpression(node)) return null;
  const names = node.properties.map((property) => property.name?.getText() ?? null);
  return names.includes(null) ? null : (names as string[]);
}

function saidIn(file: string): Said[] {
  const source = ts.createSourceFile(
    file,
    readFileSync(file, 'utf8'),
    ts.ScriptTarget.Latest,
    true,
  );
  const said: Said[] = [];
  const visit = (node: ts.Node): void => {
    if (ts.isCallExpression(node) && node.expression.getText() === 'sentence') {
      const [key, values] = node.arguments;
      const { line } = source.getLineAndCharacterOfPosition(node.getStart());
      const place = `${relative(root, file)}:${line + 1}`;
      if (key) said.push({ place, keys: keysIn(key), values: valuesIn(values) });
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
  return said;
}

const folders = ['core', 'contract', 'server'].flatMap((workspace) =>
  readdirSync(join(root, workspace, 'src'), { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith('sentences.ts'))
    .map((file) => dirname(join(root, workspace, 'src', file))),
);
const catalogues = folders.map((folder) => {
  const [, path] = /words\/(en\/.*\.json)/.exec(
    readFileSync(join(folder, 'sentences.ts'), 'utf8'),
  )!;
  const messages = flat(
    JSON.parse(readFileSync(join(root, 'words/src', path!), 'utf8')) as Messages,
  );
  const said = readdirSync(folder)
    .filter((file) => file.endsWith('.ts'))
    .flatMap((file) => saidIn(join(folder, file)));
  return [path!, { messages, said }] as const;
});

test('there is something to look at', () => {
  expect(catalogues.length).toBeGreaterThan(30);
});

test.each(catalogues)('every message of %s is said', (_, { messages, said }) => {
  const keys = said.flatMap((call) => call.keys);
  const isSaid = (key: string) =>
    keys.some((used) => (used.endsWith('*') ? key.startsWith(used.slice(0, -1)) : used === key));
  expect(messages.map(([key]) => key).filter((key) => !isSaid(key))).toEqual([]);
});

test.each(catalogues)('whatever stands in the braces of %s is given', (_, { messages, said }) => {
  const wrong = said.flatMap(({ place, keys, values }) =>
    values === null
      ? []
      : messages
          .filter(([key]) => keys.includes(key))
          .flatMap(([key, message]) => {
            const wanted = [...message.matchAll(/\{(\w+)\}/g)].map(([, name]) => name!);
            // Where a number chooses the form it is given as n, whether it is written or not.
            if (message.includes(' | ')) wanted.push('n');
            return wanted
              .filter((name) => !values.includes(name))
              .map((name) => `${place} ${key}: ${name}`);
          }),
  );
  expect(wrong).toEqual([]);
});
