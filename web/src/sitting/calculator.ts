/**
 * Works out what a student types into the calculator. The library reads the line; only numbers, the
 * signs of arithmetic and the functions named here are let through.
 */
import {
  create,
  addDependencies,
  divideDependencies,
  multiplyDependencies,
  parseDependencies,
  powDependencies,
  subtractDependencies,
  unaryMinusDependencies,
  unaryPlusDependencies,
  type MathNode,
} from 'mathjs/number';

const math = create({
  ...addDependencies,
  ...divideDependencies,
  ...multiplyDependencies,
  ...parseDependencies,
  ...powDependencies,
  ...subtractDependencies,
  ...unaryMinusDependencies,
  ...unaryPlusDependencies,
});

export type AngleUnit = 'degrees' | 'radians';
export type CalculatorProblem =
  'division-by-zero' | 'no-number' | 'too-large' | 'unreadable' | 'too-long';
export type Worked =
  { ok: true; value: number; text: string } | { ok: false; problem: CalculatorProblem };

/** Longer lines are not read. */
export const longestLine = 120;
/** So many digits are shown; what doubles add beyond them is noise. */
const digits = 12;
/** Outside these, a number is shown with a power of ten. */
const smallest = 1e-6;
const largest = 1e12;

/** What each calculator can do besides the four rules, percent, brackets and roots. */
export type CalculatorLevel = 'basic' | 'scientific';
const operators: Record<CalculatorLevel, ReadonlySet<string>> = {
  basic: new Set(['+', '-', '*', '/', '%']),
  scientific: new Set(['+', '-', '*', '/', '%', '^']),
};
const constants = { pi: Math.PI, e: Math.E };
const perTurn = { degrees: 360, radians: 2 * Math.PI };
/** Below this a sine or cosine is a rounded zero: sin 180° is 0, not 0.0000000000000001. */
const roundedZero = 1e-15;

type Functions = Record<string, (value: number) => number>;

function functionsOf(level: CalculatorLevel, unit: AngleUnit): Functions {
  if (level === 'basic') return { sqrt: Math.sqrt };
  const toRadians = (2 * Math.PI) / perTurn[unit];
  const rounded = (value: number) => (Math.abs(value) < roundedZero ? 0 : value);
  const sin = (angle: number) => rounded(Math.sin(angle * toRadians));
  const cos = (angle: number) => rounded(Math.cos(angle * toRadians));
  return {
    sqrt: Math.sqrt,
    sin,
    cos,
    tan: (angle) => sin(angle) / cos(angle),
    asin: (value) => Math.asin(value) / toRadians,
    acos: (value) => Math.acos(value) / toRadians,
    atan: (value) => Math.atan(value) / toRadians,
    ln: Math.log,
    log: Math.log10,
    abs: Math.abs,
  };
}

/** As the keys write it and people type it, in the signs that the library reads. */
const readable = (line: string) =>
  line
    .replaceAll('×', '*')
    .replaceAll('·', '*')
    .replaceAll('÷', '/')
    .replaceAll(':', '/')
    .replaceAll('−', '-')
    .replaceAll('π', ' pi ')
    .replaceAll('²', '^2')
    // A root without brackets is of the number that follows it.
    .replace(/√\s*([\d.]+)/g, 'sqrt($1)')
    .replaceAll('√', 'sqrt')
    // Commas between groups of three digits; any other comma is refused by the reader.
    .replace(/(?<=\d),(?=\d{3}(?!\d))/g, '');

function isAllowed(node: MathNode, level: CalculatorLevel, names: Functions): boolean {
  const parts = node as unknown as { name?: string; op?: string; value?: unknown; fn?: MathNode };
  switch (node.type) {
    case 'ConstantNode':
      return typeof parts.value === 'number';
    case 'ParenthesisNode':
      return true;
    case 'OperatorNode':
      return operators[level].has(parts.op ?? '');
    case 'SymbolNode':
      return (
        Object.hasOwn(names, parts.name ?? '') ||
        (level === 'scientific' && Object.hasOwn(constants, parts.name ?? ''))
      );
    case 'FunctionNode':
      return Object.hasOwn(names, (parts.fn as unknown as { name?: string })?.name ?? '');
    default:
      return false;
  }
}

/** A number as the calculator shows it: at most twelve digits, and 4.5×10^12 for the very large. */
export function shownNumber(value: number): string {
  const size = Math.abs(value);
  const rounded = Number(value.toPrecision(digits));
  if (size === 0 || (size >= smallest && size < largest)) return String(rounded).replace('-', '−');
  const [mantissa, exponent] = rounded.toExponential().replaceAll('-', '−').split('e');
  return `${mantissa}×10^${exponent?.replace('+', '')}`;
}

/** @param line as typed: 3 × (4 + 5), √16, sin(30), 2^10, 15% × 80 */
export function workOut(line: string, level: CalculatorLevel, unit: AngleUnit): Worked {
  const refused = (problem: CalculatorProblem): Worked => ({ ok: false, problem });
  if (line.length > longestLine) return refused('too-long');
  const functions = functionsOf(level, unit);
  let value: unknown;
  try {
    const tree = math.parse(readable(line));
    let allowed = true;
    tree.traverse((node) => (allowed &&= isAllowed(node, level, functions)));
    if (!allowed) return refused('unreadable');
    value = tree.evaluate({ ...functions, ...constants });
  } catch {
    return refused('unreadable');
  }
  if (typeof value !== 'number') return refused('unreadable');
  if (Number.isNaN(value)) return refused('no-number');
  if (!Number.isFinite(value)) {
    if (/tan|ln|log/.test(line)) return refused('no-number');
    return refused(/[/÷:]/.test(line) ? 'division-by-zero' : 'too-large');
  }
  return { ok: true, value, text: shownNumber(value) };
}
