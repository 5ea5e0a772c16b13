/** A test as it stood when it was given. */
import type { ItemContent } from '../items';
import type { PassageContent } from '../passages';

export interface EditionEntry {
  id: string;
  itemId: number;
  revisionId: number;
  points: number;
  content: ItemContent;
  /** In a student's form: the values that were drawn for it; none where every student has the same question. */
  variant?: string | undefined;
  /** Codes of the standards. */
  standards: string[];
  depth: number | null;
  /** What was decided about it after the test: everybody has all its points, or it counts for nobody. */
  override?: Override | undefined;
}

export type Override = 'full-credit' | 'dropped';

export interface EditionSection {
  id: string;
  title: string;
  directions: string;
  /** The time that it is meant to take, in minutes. */
  minutes?: number | null | undefined;
  keepOrder?: boolean | undefined;
  /** So many of the entries for each student; all of them when there is no draw. */
  draw?: number | null | undefined;
  entries: EditionEntry[];
}

/** A version beside the first: the same sections with other items in some places, fewer items or fewer choices. */
export interface EditionForm {
  id: string;
  name: string;
  shuffle: boolean;
  mostChoices: number | null;
  /** Entries that stand in the place of the entry `of`. */
  swaps: (EditionEntry & { of: string })[];
  without: string[];
  easier?: boolean | undefined;
  passages: { of: number; id: number; revision: number }[];
}

export interface Edition {
  title: string;
  directions: string;
  subject: string;
  sections: EditionSection[];
  /** By the id of their revision; editions from before there were any have none. */
  passages?: Record<string, PassageContent> | undefined;
  forms?: EditionForm[] | undefined;
  /**
   * The seed of whatever is the same for all students: who is dealt which items, and the order of a form. Editions
   * from before there was one part the items of a passage when they shuffle, as they always did.
   */
  deal?: string | undefined;
}

/** Every entry that any student may get, in any form. */
export const entriesOf = ({
  sections,
  forms = [],
}: Pick<Edition, 'sections' | 'forms'>): EditionEntry[] => [
  ...sections.flatMap(({ entries }) => entries),
  ...forms.flatMap(({ swaps }) => swaps),
];
