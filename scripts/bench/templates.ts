/**
 * Templates of the demonstration: 10,000 draws of each looked at for what is unfair, and 600 students'
 * variants of a test of twenty of them made and scored. The floor is the same number of draws without filling
 * anything in.
 */
import { scoreAttempt } from '@oaken/core/attempts';
import { formOf, type Edition } from '@oaken/core/forms';
import { readItem, type ItemContent } from '@oaken/core/items';
import { randomFrom } from '@oaken/core/random';
import { compileTemplate, survey } from '@oaken/core/templates';
import { checkTemplate } from '@oaken/core/variants';
import { templatesBySubject } from '../../demo/src/items/templates';
import { percentile, report } from './figure';
// Answers to such questions, in the same run.
import './expressions';

/** What each must hold, in seconds. */
const mostForCheck = 2;
const mostForVariants = 1;
const students = 600;

const contents = templatesBySubject.flatMap(([, items]) =>
  items.map(({ content }): ItemContent => {
    const read = readItem(JSON.parse(JSON.stringify(content)));
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    return read.content;
  }),
);
function timed(work: () => void): number {
  const began = performance.now();
  work();
  return (performance.now() - began) / 1000;
}

const checks = contents.map((content) => timed(() => checkTemplate(content, 7)));
const draws = contents.map((content) =>
  timed(() => {
    const read = compileTemplate(content.template!);
    if (read.ok) survey(read.compiled, randomFrom('check'));
  }),
);
const slowest = Math.max(...checks);
report({
  name: 'templates/all variants of one checked, slowest of sixty',
  value: slowest,
  median: percentile(checks, 0.5),
  unit: 's',
  floor: Math.max(...draws),
  holds: slowest <= mostForCheck,
});

const edition: Edition = {
  title: 'Numbers',
  directions: '',
  subject: 'Mathematics',
  sections: [
    {
      id: 's',
      title: '',
      directions: '',
      entries: contents.slice(0, 20).map((content, index) => ({
        id: `e${index}`,
        itemId: index + 1,
        revisionId: index + 1,
        points: 1,
        content,
        standards: [],
        depth: null,
      })),
    },
  ],
};
const rules = { shuffleItems: false, shuffleChoices: false };
const seeds = Array.from({ length: students }, (_, index) => `student ${index}`);
const made = timed(() => {
  for (const seed of seeds) formOf(edition, { seed }, rules);
});
report({
  name: `templates/${students} students’ variants of 20 questions made`,
  value: made,
  unit: 's',
  holds: made <= mostForVariants,
});
const scored = timed(() => {
  for (const seed of seeds) {
    const answers = new Map(
      edition.sections[0]!.entries.map(({ id }) => [id, { a: '7/12' }] as const),
    );
    scoreAttempt(edition, answers, { seed, rules, ranOut: false });
  }
});
report({
  name: `templates/${students} students scored by their own keys`,
  value: scored,
  unit: 's',
});
