/**
 * Tests that Brindlemere's teachers are still building: sections, a draw, a second form, a
 * blueprint, and one that two build.
 */
import type { Outline } from '@oaken/core/assessments';
import { emptyOutline, emptySection } from '@oaken/core/assessments';
import type { StaffName } from './people';

/** What a draft takes from the banks. */
export interface DraftSource {
  /** The first items on a standard, with the points that they give by themselves. */
  itemsOn(code: string, n: number): { itemId: number; points: number }[];
  standardId(code: string): number;
}

export interface Draft {
  by: StaffName;
  /** Who builds it too. */
  withThem?: StaffName;
  folder: string | null;
  outline(id: number, source: DraftSource): Outline;
}

/** Folders of the teacher who shows the round. */
export const folders = ['Unit tests', 'Warm-ups'];

export const drafts: Draft[] = [
  {
    by: 'holloway',
    folder: 'Unit tests',
    outline(id, { itemsOn, standardId }) {
      const entry = (index: number, item: { itemId: number; points: number }) => ({
        id: `d${id}x${String(index).padStart(2, '0')}`,
        ...item,
        revisionId: item.itemId,
      });
      const core = [...itemsOn('MA.6.RAT.1', 4), ...itemsOn('MA.6.RAT.2', 4)].map((item, index) =>
        entry(index + 1, item),
      );
      const drawn = itemsOn('MA.6.RAT.3', 6).map((item, index) => entry(index + 21, item));
      return {
        ...emptyOutline('Ratio, rate and percent: end of unit', 'test', emptySection('core')),
        subject: 'Mathematics',
        grades: [6],
        directions: 'Work alone. A calculator is allowed in part two.',
        minutes: 40,
        sections: [
          { ...emptySection(`core${id}`, core), title: 'Part one', minutes: 25 },
          {
            ...emptySection(`draw${id}`, drawn),
            title: 'Part two: percent',
            directions: 'You have other questions than your neighbour.',
            minutes: 15,
            draw: { count: 3, points: 2, search: null },
          },
        ],
        forms: [
          {
            id: `form${id}`,
            name: 'B',
            note: 'second row',
            shuffle: true,
            mostChoices: null,
            swaps: [],
            without: [],
            easier: false,
            passages: [],
          },
        ],
        blueprint: {
          measure: 'items',
          byDepth: true,
          rows: [
            { standard: standardId('MA.6.RAT.1'), wants: [1, 2, 0, 0] },
            { standard: standardId('MA.6.RAT.2'), wants: [0, 3, 1, 0] },
          ],
          minutes: 40,
          facility: 0.6,
          unknownToo: true,
          level: 'any',
          variantsOnly: false,
          byHand: 1,
          banks: [],
          curriculumLine: null,
          grades: [6],
          without: [],
        },
      };
    },
  },
  {
    by: 'lindqvist',
    withThem: 'holloway',
    folder: null,
    outline(id, { itemsOn }) {
      const entries = itemsOn('ES.6.WEA.1', 4).map((item, index) => ({
        id: `d${id}x0${index + 1}`,
        ...item,
        revisionId: item.itemId,
      }));
      return {
        ...emptyOutline(
          'Weather week, sciences and mathematics',
          'worksheet',
          emptySection(`week${id}`, entries),
        ),
        subject: 'Earth science',
        grades: [6],
      };
    },
  },
];
