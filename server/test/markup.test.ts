/**
 * Markup in wordings, tried with the vectors that the tests of xss-filters 1.2.7 carry (Yahoo, BSD
 * licence, in `vectors/`).
 */
import {
  allowedAttributes,
  allowedElements,
  markupProblem as problemOf,
  safeMarkup,
} from '@oaken/core/markup';
import { plainText } from '@oaken/core/plain';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';

const vectors = readFileSync(join(__dirname, 'vectors/xss-filters-seed.txt'), 'utf8')
  .split('\n')
  .filter(Boolean);
const file = `/api/files/${'a'.repeat(22)}` as const;

test('every published vector with markup in it is refused, alone, in a paragraph and in an attribute', () => {
  expect(vectors.length).toBeGreaterThan(150);
  for (const vector of vectors.filter((text) => text.includes('<'))) {
    for (const html of [
      vector,
      `<p>${vector}</p>`,
      `<p><strong>x</strong>${vector}`,
      `${vector}<p>after</p>`,
    ])
      expect([html, problemOf(html)]).not.toEqual([html, null]);
  }
});

test('a vector without markup is only text, and stays text in an attribute', () => {
  for (const vector of vectors.filter((text) => !text.includes('<'))) {
    expect(problemOf(`<p>${vector}</p>`)).toBeNull();
    const escaped = vector.replace(/&/g, '&amp;').replace(/"/g, '&quot;');
    const latexLess = problemOf(`<p><img src="${file}" alt="${escaped}"></p>`);
    expect(latexLess).toBeNull();
    for (const attribute of ['src', 'onclick', 'style', 'href'])
      expect(problemOf(`<p><img ${attribute}="${escaped}" alt="x"></p>`)).not.toBeNull();
  }
});

test('what an author writes passes: every allowed element with its attributes', () => {
  const values: Record<string, string> = {
    'data-formula': '\\frac{1}{2}',
    'data-diagram':
      '{&quot;shape&quot;:&quot;rectangle&quot;,&quot;width&quot;:&quot;6 cm&quot;,&quot;height&quot;:&quot;4 cm&quot;}',
    'data-gap': 'g1',
    'data-words': 'w1',
    'data-size': 'large',
    'data-color': 'blue',
    src: file,
    alt: 'A map',
    title: 'A bell',
    width: '20',
    height: '10',
    colspan: '2',
    rowspan: '2',
    scope: 'col',
    start: '3',
    controls: '',
    'data-plays': '2',
  };
  for (const element of allowedElements)
    for (const attribute of [undefined, ...(allowedAttributes[element] ?? [])]) {
      const needed =
        element === 'img'
          ? ['src', 'alt']
          : element === 'audio' || element === 'video'
            ? ['src', 'title']
            : [];
      const given = [...new Set([...needed, ...(attribute ? [attribute] : [])])];
      const html = `<${element}${given.map((text) => ` ${text}="${values[text]}"`).join('')}>`;
      expect([html, problemOf(html)]).toEqual([html, null]);
    }
});

test.each([
  [`<p><img src="${file}" alt=" "></p>`, 'A picture needs words for those who cannot see it.'],
  [
    '<p><img src="https://elsewhere.example/a.png" alt="x"></p>',
    'A picture must be one that was uploaded here.',
  ],
  [`<p><audio src="${file}"></audio></p>`, 'A sound needs a title.'],
  [
    `<p><audio src="${file}" title="A bell" data-plays="0"></audio></p>`,
    'A sound or film can be played from 1 to 20 times.',
  ],
  [
    '<p><video src="data:video/mp4;base64,AA" title="x"></video></p>',
    'A film must be one that was uploaded here.',
  ],
  ['<p><span data-formula=" "></span></p>', 'A formula is empty.'],
  ['<p><span data-size="huge">x</span></p>', 'There is no text size “huge”.'],
  ['<p><span data-color="#f00">x</span></p>', 'There is no text color “#f00”.'],
  ['<p>3 < 4</p>', 'A “<” that is not part of the markup must be written as “&lt;”.'],
])('%s: %s', (html, message) => expect(problemOf(html)).toBe(message));

describe('what is shown', () => {
  const tagsIn = (html: string) =>
    [...html.matchAll(/<\/?([a-z0-9]*)/gi)].map(([, name]) => name!.toLowerCase());
  const attributesIn = (html: string) =>
    [...html.matchAll(/\s([a-z-]+)=/gi)].map(([, name]) => name!);
  const allowedNames = new Set<string>(allowedElements);
  const allowedOnAny = new Set(Object.values(allowedAttributes).flat());

  test('of a published vector holds nothing but allowed elements with allowed attributes', () => {
    for (const vector of vectors)
      for (const html of [vector, `<p>${vector}</p>`, `<p title="${vector}">x</p>`]) {
        const shown = safeMarkup(html);
        expect(tagsIn(shown).filter((name) => !allowedNames.has(name))).toEqual([]);
        expect(
          shown
            .split(/(?<=>)|(?=<)/)
            .flatMap((piece) => (piece.startsWith('<') ? attributesIn(piece) : [])),
        ).toEqual(expect.not.arrayContaining(['onclick', 'onerror', 'style', 'href']));
      }
  });

  const pieces = fc.constantFrom(
    '<p>',
    '</p>',
    '<b onclick="x">',
    '<img src="//elsewhere" alt="a">',
    `<img src="${file}" alt="&quot;>">`,
    '<',
    '>',
    '"',
    ' ',
    'words',
    '&lt;script&gt;',
    '<span data-gap="g1">',
    '</span>',
    '<br>',
    '<!--',
    'a="',
    "='",
  );
  const html = fc.array(pieces, { maxLength: 30 }).map((list) => list.join(''));

  test('is the same shown twice, and has only attributes that are allowed', () => {
    fc.assert(
      fc.property(html, (text) => {
        const shown = safeMarkup(text);
        expect(safeMarkup(shown)).toBe(shown);
        for (const tag of shown.match(/<[^>]*>/g) ?? [])
          for (const name of attributesIn(tag.replace(/="[^"]*"/g, '=')))
            expect([tag, allowedOnAny.has(name)]).toEqual([tag, true]);
      }),
    );
  });

  test('of what was accepted is what was written', () => {
    fc.assert(
      fc.property(html, (text) => {
        fc.pre(problemOf(text) === null && !text.includes('<br>'));
        expect(plainText(safeMarkup(text))).toBe(plainText(text));
      }),
    );
  });
});
