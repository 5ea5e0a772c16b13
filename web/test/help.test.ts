/**
 * The guide in the product: parted, looked through, and whole.
 *
 * @jest-environment jsdom
 */
import { mount } from '@vue/test-utils';
import ElementPlus from 'element-plus';
import { createPinia, setActivePinia } from 'pinia';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { nextTick } from 'vue';
import { useSession } from '../src/client/session';
import { helpSections, sectionsWith } from '../src/desk/help/sections';
import { tourOpen, tourSeen } from '../src/desk/help/tour';
import FirstVisit from '../src/desk/today/FirstVisit.vue';

const docs = join(__dirname, '../../docs');
const guide = (name: string) => readFileSync(join(docs, name), 'utf8');

describe('a guide', () => {
  const text =
    '# For us\n\nBefore.\n\n## One thing\n\n*Press* it.\n\n![A page](pics/a.png)\n\n## Two\n\nElse.\n';
  const read = helpSections(text, (name) => (name === 'a.png' ? '/assets/a.png' : null));

  test('is parted at its headings', () => {
    expect(read.map(({ id, title }) => [id, title])).toEqual([
      ['one-thing', 'One thing'],
      ['two', 'Two'],
    ]);
  });
  test('has its pictures where the page has them', () => {
    expect(read[0]!.html).toContain('<img src="/assets/a.png" alt="A page"');
  });
  test('a picture that is not there is left out', () => {
    expect(helpSections(text, () => null)[0]!.html).not.toContain('<img');
  });
  test('code in it stays text', () => {
    const [section] = helpSections('## A\n\n<b onclick="x">now</b>\n', () => null);
    expect(section!.html).toContain('&lt;b onclick');
  });
  test.each([
    ['press', ['one-thing']],
    ['PRESS thing', ['one-thing']],
    ['nothing here', []],
    ['', ['one-thing', 'two']],
  ])('looked through for “%s”', (typed, ids) => {
    expect(sectionsWith(read, typed).map(({ id }) => id)).toEqual(ids);
  });
});

describe.each(['for-teachers.md', 'for-administrators.md'])('%s', (name) => {
  const sections = helpSections(guide(name), (picture) => `/${picture}`);

  test('has headings that can be told apart', () => {
    expect(sections.length).toBeGreaterThan(2);
    expect(new Set(sections.map(({ id }) => id)).size).toBe(sections.length);
  });
  test('shows only pictures that exist', () => {
    const shown = [
      ...sections
        .map(({ html }) => html)
        .join()
        .matchAll(/src="\/([^"]+)"/g),
    ];
    for (const [, picture] of shown)
      expect([picture, existsSync(join(docs, 'screenshots', picture!))]).toEqual([picture, true]);
  });
});

describe('the offer of the tour', () => {
  function shown() {
    setActivePinia(createPinia());
    useSession().account = {
      id: 7,
      role: 'teacher',
      givenName: 'A',
      familyName: 'B',
      language: null,
    };
    return mount(FirstVisit, { global: { plugins: [ElementPlus] } });
  }
  beforeEach(() => {
    tourSeen.value = [];
    tourOpen.value = false;
  });

  test('“Not now” puts it away for this account, without a tour', async () => {
    const offer = shown();
    await offer.findAll('button')[1]!.trigger('click');
    await nextTick();
    expect([offer.text(), tourOpen.value, tourSeen.value]).toEqual(['', false, [7]]);
  });
  test('taking it opens the tour', async () => {
    await shown().findAll('button')[0]!.trigger('click');
    expect(tourOpen.value).toBe(true);
  });
  test('whoever has seen it is not asked', () => {
    tourSeen.value = [7];
    expect(shown().text()).toBe('');
  });
});
