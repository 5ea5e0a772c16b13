/** What stands on one answer sheet: it follows from the edition and from what was dealt when it was printed. */
import {
  geometryOf,
  sheetLayout,
  type SheetGeometry,
  type SheetQuestion,
} from '@oaken/core/capture/sheets';
import { entriesOf, formOf, type Edition } from '@oaken/core/forms';
import { numbered, paperQuestions, type PaperQuestion } from '@oaken/core/on-paper';
import type { Editions } from '../attempts/editions';
import { sitterOf } from '../attempts/given';
import type { PrintedSheet } from '../models';
import { problem } from '../problems/problem';

/** What was dealt to a sheet. */
export type Dealt = Pick<
  PrintedSheet,
  'editionId' | 'seed' | 'seat' | 'form' | 'conditions' | 'paper'
>;

export interface SheetForm {
  questions: PaperQuestion[];
  geometry: SheetGeometry;
}

/** Pages of one sheet that its code can number. */
const mostPages = 31;

function sheetFormOf(edition: Edition, sheet: Dealt): SheetForm {
  const { conditions, form: formId, paper, seat, seed } = sheet;
  const sitter = sitterOf({ seed, seat, form: formId, given: conditions });
  const form = formOf(edition, sitter, conditions);
  const questions = paperQuestions(numbered(form));
  return {
    questions,
    geometry: geometryFor(
      paper,
      questions.map(({ question }) => question),
    ),
  };
}

/** @throws Problem 409 for a test that nobody can answer on paper, or one that is too long */
function geometryFor(paper: Dealt['paper'], questions: SheetQuestion[]): SheetGeometry {
  if (questions.length === 0) throw problem('nothing-on-paper');
  const layout = sheetLayout.safeParse({ paper, questions });
  if (!layout.success) throw problem('too-long-for-paper');
  const geometry = geometryOf(layout.data);
  if (geometry.pages.length > mostPages) throw problem('too-long-for-paper');
  return geometry;
}

/** Sheets that were dealt the same stand on the same places: each of those is worked out once. */
export class SheetForms {
  private readonly known = new Map<string, SheetForm>();

  constructor(private readonly editions: Editions) {}

  async of(sheet: Dealt): Promise<SheetForm> {
    const { editionId, seed, seat, form, conditions, paper } = sheet;
    const { edition } = await this.editions.get(editionId);
    const isOwn =
      conditions.shuffleItems ||
      conditions.shuffleChoices ||
      entriesOf(edition).some(({ content }) => content.template);
    const key = JSON.stringify([editionId, isOwn && seed, seat, form, conditions, paper]);
    const held = this.known.get(key);
    if (held) return held;
    const made = sheetFormOf(edition, sheet);
    this.known.set(key, made);
    return made;
  }
}
