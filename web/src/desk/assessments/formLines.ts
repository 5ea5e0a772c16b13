/** What stands in a form beside the first: its items in their order, what it gives, and how hard it is. */
import type { Pinned } from '@oaken/contract/assessments';
import type { Entry, Form, Outline, PointsOf, Section } from '@oaken/core/assessments';
import { say } from '../../words/teacher';

export interface FormLine {
  entry: Entry;
  /** Its number in this form, from 1; null for one that is left out. */
  number: number | null;
  pinned: Pinned | undefined;
  /** Another item than in the first form. */
  swapped: boolean;
  out: boolean;
}

export interface FormSection {
  section: Section;
  lines: FormLine[];
}

type Revisions = ReadonlyMap<number, Pinned>;

export function formSections(outline: Outline, form: Form, revisions: Revisions): FormSection[] {
  let number = 0;
  return outline.sections.map((section) => ({
    section,
    lines: section.entries.map((entry): FormLine => {
      const swap = form.swaps.find(({ of }) => of === entry.id);
      const out = form.without.includes(entry.id);
      return {
        entry,
        number: out ? null : ++number,
        pinned: revisions.get(swap?.revisionId ?? entry.revisionId),
        swapped: swap !== undefined,
        out,
      };
    }),
  }));
}

const sumOf = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0);

/** What one student gets: of a draw so many as it gives, of the rest what is not left out. */
export function givenBy(sections: readonly FormSection[], points: PointsOf) {
  const parts = sections.map(({ section, lines }) => {
    const kept = lines.filter(({ out }) => !out);
    const { draw } = section;
    if (!draw)
      return {
        items: kept.length,
        points: sumOf(kept.map(({ entry }) => points.entries.get(entry.id) ?? 0)),
      };
    const items = draw.search ? draw.count : Math.min(draw.count, kept.length);
    return { items, points: items * (points.drawn.get(section.id) ?? 0) };
  });
  return {
    items: sumOf(parts.map(({ items }) => items)),
    points: sumOf(parts.map((part) => part.points)),
  };
}

function meanFacility(items: readonly (Pinned | undefined)[]): number | null {
  const known = items.flatMap((item) => item?.facility?.value ?? []);
  return known.length === 0 ? null : sumOf(known) / known.length;
}

/** How hard a form is beside the first, over the items whose difficulty is known; in one sentence. */
export function besideFirst(sections: readonly FormSection[], revisions: Revisions): string {
  const lines = sections.flatMap((section) => section.lines);
  const here = meanFacility(lines.filter(({ out }) => !out).map(({ pinned }) => pinned));
  const first = meanFacility(lines.map(({ entry }) => revisions.get(entry.revisionId)));
  if (here === null || first === null) return say('tests.itsDifficultyComparedWith');
  const off = here - first;
  const means = say('tests.averageScoreHereHere', {
    here: here.toFixed(3),
    first: first.toFixed(3),
  });
  if (Math.abs(off) < 0.005) return say('tests.asHardAsForm', { means });
  return say('tests.thanFormByAbs', {
    value: off > 0 ? say('tests.easier') : say('tests.harder'),
    abs: Math.abs(off).toFixed(3),
    means,
  });
}
