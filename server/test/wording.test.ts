/** Markup in wordings, tried with the vectors that the tests of xss-filters 1.2.7 carry (Yahoo, BSD licence, in `vectors/`). */
import type { ItemContent } from '@oaken/core/items';
import { allowedAttributes, allowedElements } from '@oaken/core/text';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { markupProblems } from '../src/banks/wording';

const vectors = readFileSync(join(__dirname, 'vectors/xss-filters-seed.txt'), 'utf8').split('\n').filter(Boolean);
const content = (stem: string): ItemContent => ({ stem, parts: [{ id: 'a', kind: 'information' }], explanation: '', hints: [], notes: '' }); // prettier-ignore
const problemOf = (html: string) => markupProblems(content(html))[0]?.message ?? null;
const file = `/api/files/${'a'.repeat(22)}`;

test('every published vector with markup in it is refused, alone, in a paragraph and in an attribute', () => {
  expect(vectors.length).toBeGreaterThan(150);
  for (const vector of vectors.filter((own) => own.includes('<'))) {
    for (const html of [vector, `<p>${vector}</p>`, `<p><strong>x</strong>${vector}`, `${vector}<p>after</p>`])
      expect([html, problemOf(html)]).not.toEqual([html, null]);
  }
});

test('a vector without markup is only text, and stays text in an attribute', () => {
  for (const vector of vectors.filter((own) => !own.includes('<'))) {
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
    'data-formula': '\\frac{1}{2}', 'data-gap': 'g1', 'data-words': 'w1', 'data-size': 'large', src: file, alt: 'A map', title: 'A bell',
    width: '20', height: '10', colspan: '2', rowspan: '2', scope: 'col', start: '3', controls: '', 'data-plays': '2',
  }; // prettier-ignore
  for (const element of allowedElements)
    for (const attribute of [undefined, ...(allowedAttributes[element] ?? [])]) {
      const needed =
        element === 'img' ? ['src', 'alt'] : element === 'audio' || element === 'video' ? ['src', 'title'] : [];
      const given = [...new Set([...needed, ...(attribute ? [attribute] : [])])];
      const html = `<${element}${given.map((own) => ` ${own}="${values[own]}"`).join('')}>`;
      expect([html, problemOf(html)]).toEqual([html, null]);
    }
});

test.each([
  [`<p><img src="${file}" alt=" "></p>`, 'A picture needs words for those who cannot see it.'],
  ['<p><img src="https://elsewhere.example/a.png" alt="x"></p>', 'A picture must be one that was uploaded here.'],
  [`<p><audio src="${file}"></audio></p>`, 'A sound needs a title.'],
  [
    `<p><audio src="${file}" title="A bell" data-plays="0"></audio></p>`,
    'A sound or film can be played from 1 to 20 times.',
  ],
  ['<p><video src="data:video/mp4;base64,AA" title="x"></video></p>', 'A film must be one that was uploaded here.'],
  ['<p><span data-formula="\\frac{1"></span></p>', 'The formula “\\frac{1” cannot be read.'],
  ['<p><span data-formula=" "></span></p>', 'A formula is empty.'],
  ['<p><span data-size="huge">x</span></p>', 'There is no text size “huge”.'],
  ['<p>3 < 4</p>', 'A “<” that is not part of the markup must be written as “&lt;”.'],
])('%s: %s', (html, message) => expect(problemOf(html)).toBe(message));
