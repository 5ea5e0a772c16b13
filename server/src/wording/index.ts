/**
 * What an author may write, checked in one place for every way in: items, passages, explanations,
 * hints, rubrics, what is rescored and what is imported. Plain texts such as comments and
 * directions hold no markup: pages show them as text.
 */
import { textsOfItem, type ItemContent, type PartText } from '@oaken/core/items';
import { formulasIn, markupProblem } from '@oaken/core/markup';
import { textsOfPassage, type PassageContent } from '@oaken/core/passages';
import katex from 'katex';
import { setImmediate as breath } from 'node:timers/promises';
import { invalid, type WrongField } from '../problems/problem';
import { sentence } from './sentences';

/** All formulas of one item or passage together: each takes about 10 ms per thousand characters to check. */
const formulaLettersLimit = 20_000;

/** One item, with all its parts: a page of a bank shows 50 of them, and each is read and written whole. */
const itemLettersLimit = 100_000;

/** Macros multiply: a short formula could take long. */
const macro =
  /\\(def|gdef|edef|xdef|let|futurelet|global|long|newcommand|renewcommand|providecommand)(?![a-zA-Z])/;

function formulaProblem(latex: string): string | null {
  const shown = latex.length > 80 ? `${latex.slice(0, 80)} …` : latex;
  if (macro.test(latex)) return sentence('formulaDefinesCommandsWhichIs', { shown });
  try {
    katex.renderToString(latex, { throwOnError: true, output: 'mathml', strict: 'ignore' });
    return null;
  } catch {
    return sentence('formulaCannotBeRead', { shown });
  }
}

/** Checks the formulas of one text, letting other work through after each. */
async function firstFormulaProblem(formulas: string[]): Promise<string | null> {
  for (const latex of formulas) {
    await breath();
    const problem = formulaProblem(latex);
    if (problem !== null) return problem;
  }
  return null;
}

async function problemsIn(texts: PartText[]): Promise<WrongField[]> {
  const problems: WrongField[] = [];
  let letters = 0;
  for (const { at, html } of texts) {
    const pointer = `/content${at}`;
    const inMarkup = markupProblem(html);
    if (inMarkup !== null) {
      problems.push({ pointer, message: inMarkup });
      continue;
    }
    const formulas = formulasIn(html);
    letters += formulas.reduce((sum, latex) => sum + latex.length, 0);
    if (letters > formulaLettersLimit) {
      const mostLetters = formulaLettersLimit.toLocaleString('en');
      return [
        ...problems,
        { pointer, message: sentence('formulasHaveMoreThanCharacters', { mostLetters }) },
      ];
    }
    const message = await firstFormulaProblem(formulas);
    if (message !== null) problems.push({ pointer, message });
  }
  return problems;
}

/** What is wrong with the wordings of an item; the pointers lead into `{ content }`. */
export async function itemWordingProblems(content: ItemContent): Promise<WrongField[]> {
  const letters = JSON.stringify(content).length;
  if (letters <= itemLettersLimit) return problemsIn(textsOfItem(content));
  const [has, limit] = [letters, itemLettersLimit].map((n) => n.toLocaleString('en'));
  return [
    {
      pointer: '/content/stem',
      message: sentence('itemHasCharactersFitPut', { has, limit }),
    },
  ];
}

/** @throws Problem 422 with the place of each fault */
export async function insistOnItemWording(content: ItemContent): Promise<void> {
  const problems = await itemWordingProblems(content);
  if (problems.length > 0) throw invalid(problems);
}

/** @throws Problem 422 with the place of each fault */
export async function insistOnPassageWording(content: PassageContent): Promise<void> {
  const problems = await problemsIn(textsOfPassage(content));
  if (problems.length > 0) throw invalid(problems);
}
