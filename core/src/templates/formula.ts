/**
 * The formulas of a template: everyday notation, read by the parser of mathjs and worked out here, exactly. Whatever
 * else that language can do (assignments, ranges, matrices, units, functions of one's own) is refused when it is read.
 * Precedence is that of mathjs (its documentation, "Expressions, syntax"): a product without its sign binds like one
 * with it, so that 1/2a is a half of a.
 */
import {
  create,
  parseDependencies,
  type ConditionalNode,
  type ConstantNode,
  type FunctionNode,
  type MathNode,
  type OperatorNode,
  type ParenthesisNode,
  type RelationalNode,
  type SymbolNode,
} from 'mathjs/number';
import Fraction from 'fraction.js';
import { elementAt } from '../certain';
import { functions } from './functions';
import {
  arithmetic,
  checked,
  compare,
  count,
  exact,
  FormulaError,
  isNum,
  isZero,
  toDouble,
  whole,
  type FormulaFault,
  type Num,
  type Value,
} from './numbers';

const { parse } = create({ ...parseDependencies });

export type Values = ReadonlyMap<string, Value>;
export interface FormulaProblem {
  fault: FormulaFault;
  /** The name or sign that it is about; empty where it is about the whole. */
  about: string;
}
export type Outcome = { ok: true; value: Value } | { ok: false; problem: FormulaProblem };

/** Told of every operation that is worked out, with its name in the grammar and its numbers. */
export type Witness = (operation: string, numbers: readonly Num[]) => void;

export interface Formula {
  text: string;
  /** The variables that it speaks of. */
  names: ReadonlySet<string>;
  /** How many operations it takes. */
  steps: number;
  evaluate(values: Values, witness?: Witness): Outcome;
}
export type ReadFormula = { ok: true; formula: Formula } | { ok: false; problem: FormulaProblem };

/** Longer formulas, and those of more parts, are not read. */
export const longestFormula = 300;
const mostNodes = 120;
/** Beyond this a power is a mistake. */
const largestPower = 200;

type Work = (values: Values, witness: Witness) => Value;
const nobody: Witness = () => {};

/** As people write it, in the signs that the parser reads. */
const readable = (text: string) =>
  text
    .replaceAll('×', '*')
    .replaceAll('·', '*')
    .replaceAll('÷', '/')
    .replaceAll('−', '-')
    .replaceAll('≤', '<=')
    .replaceAll('≥', '>=')
    .replaceAll('≠', '!=')
    .replaceAll('²', '^2')
    .replaceAll('³', '^3')
    .replaceAll('π', ' pi ')
    // A root without brackets is of the number or name that follows it.
    .replace(/√\s*([\d.]+|[A-Za-z]\w*)/g, 'sqrt($1)')
    .replaceAll('√', 'sqrt')
    // One sign of equality means what two do.
    .replace(/(?<![<>!=])=(?!=)/g, '==');

function number(value: Value, about: string): Num {
  if (!isNum(value)) throw new FormulaError('number-wanted', about);
  return value;
}
function truth(value: Value, about: string): boolean {
  if (!('is' in value)) throw new FormulaError('truth-wanted', about);
  return value.is;
}

function power(base: Num, exponent: Num): Num {
  if ('near' in base || 'near' in exponent || exponent.exact.d !== 1n)
    return checked({ near: toDouble(base) ** toDouble(exponent) });
  const times = count(exponent, '^', largestPower);
  if (isZero(base) && times < 0) throw new FormulaError('division-by-zero', '^');
  // Digits grow with the power; a number that would have too many is not worked out first.
  const digits = Math.max(base.exact.n.toString().length, base.exact.d.toString().length);
  if (digits * Math.abs(times) > 400) throw new FormulaError('too-large', '^');
  return checked({ exact: base.exact.pow(times) ?? new Fraction(1) });
}
function quotient(a: Num, b: Num): Num {
  if (isZero(b)) throw new FormulaError('division-by-zero', '÷');
  return arithmetic(
    (x, y) => x.div(y),
    (x, y) => x / y,
  )(a, b);
}
function remainder(a: Num, b: Num): Num {
  const [x, y] = [whole(a, 'mod'), whole(b, 'mod')];
  if (y === 0n) throw new FormulaError('division-by-zero', 'mod');
  return exact(((x % y) + y) % y);
}

const difference = arithmetic(
  (a, b) => a.sub(b),
  (a, b) => a - b,
);

const onNumbers: Record<string, (a: Num, b: Num) => Num> = {
  add: arithmetic(
    (a, b) => a.add(b),
    (a, b) => a + b,
  ),
  subtract: difference,
  multiply: arithmetic(
    (a, b) => a.mul(b),
    (a, b) => a * b,
  ),
  divide: quotient,
  pow: power,
  mod: remainder,
};
const comparisons: Record<string, (order: number) => boolean> = {
  smaller: (order) => order < 0,
  smallerEq: (order) => order <= 0,
  larger: (order) => order > 0,
  largerEq: (order) => order >= 0,
};

function areEqual(a: Value, b: Value): boolean {
  if (isNum(a) && isNum(b)) return compare(a, b) === 0;
  if ('text' in a && 'text' in b) return a.text === b.text;
  if ('is' in a && 'is' in b) return a.is === b.is;
  throw new FormulaError('not-comparable', '=');
}
function compared(name: string, a: Value, b: Value): boolean {
  if (name === 'equal') return areEqual(a, b);
  if (name === 'unequal') return !areEqual(a, b);
  const holds = comparisons[name];
  if (!holds) throw new FormulaError('not-allowed', name);
  return holds(compare(number(a, name), number(b, name)));
}

function workOfUnary(fn: string, op: string, operand: Work): Work {
  if (fn === 'unaryMinus')
    return (values, witness) => difference(exact(0), number(operand(values, witness), '−'));
  if (fn === 'unaryPlus') return (values, witness) => number(operand(values, witness), '+');
  if (fn === 'not') return (values, witness) => ({ is: !truth(operand(values, witness), 'not') });
  throw new FormulaError('not-allowed', op);
}

function workOfOperator({ fn, op, args }: OperatorNode): Work {
  const [left, right] = args.map(workOf);
  if (!left) throw new FormulaError('not-allowed', op);
  if (!right) return workOfUnary(fn, op, left);
  const operation = onNumbers[fn];
  if (operation)
    return (values, witness) => {
      const [a, b] = [number(left(values, witness), op), number(right(values, witness), op)];
      witness(fn, [a, b]);
      return operation(a, b);
    };
  // What decides is not followed by what could not be worked out: b != 0 and a / b > 2.
  if (fn === 'and')
    return (values, witness) => ({
      is: truth(left(values, witness), 'and') && truth(right(values, witness), 'and'),
    });
  if (fn === 'or')
    return (values, witness) => ({
      is: truth(left(values, witness), 'or') || truth(right(values, witness), 'or'),
    });
  if (fn in comparisons || fn === 'equal' || fn === 'unequal')
    return (values, witness) => ({
      is: compared(fn, left(values, witness), right(values, witness)),
    });
  throw new FormulaError('not-allowed', op);
}

function workOfChoice(condition: Work, then: Work, otherwise: Work): Work {
  return (values, witness) =>
    truth(condition(values, witness), 'if') ? then(values, witness) : otherwise(values, witness);
}

function workOfCall({ fn, args }: FunctionNode): Work {
  const { name } = fn as unknown as { name: string };
  const works = args.map(workOf);
  if (name === 'if') {
    const [condition, then, otherwise] = works;
    if (!condition || !then || !otherwise || works.length > 3)
      throw new FormulaError('wrong-count', name);
    return workOfChoice(condition, then, otherwise);
  }
  const known = Object.hasOwn(functions, name) ? functions[name] : undefined;
  if (!known) throw new FormulaError('unknown-function', name);
  const [least, most] = known.takes;
  if (works.length < least || works.length > most) throw new FormulaError('wrong-count', name);
  return (values, witness) => {
    const numbers = works.map((work) => number(work(values, witness), name));
    witness(name, numbers);
    return known.call(numbers);
  };
}

function workOfConstant({ value }: ConstantNode): Work {
  if (typeof value === 'boolean') return () => ({ is: value });
  if (typeof value === 'string') return () => ({ text: value });
  if (typeof value !== 'number' || !Number.isFinite(value)) throw new FormulaError('not-allowed');
  // The shortest decimal of the double is what was typed.
  const constant = exact(new Fraction(String(value)));
  return () => constant;
}

function workOfSymbol({ name }: SymbolNode): Work {
  return (values) => {
    const value = values.get(name);
    if (value) return value;
    if (name === 'pi') return { near: Math.PI };
    throw new FormulaError('unknown-name', name);
  };
}

function workOfRelations({ conditionals, params }: RelationalNode): Work {
  const works = params.map(workOf);
  return (values, witness) => {
    const given = works.map((work) => work(values, witness));
    const holds = (name: string, index: number) =>
      compared(name, elementAt(given, index), elementAt(given, index + 1));
    return { is: conditionals.every(holds) };
  };
}

/** @throws FormulaError for what is no part of this language */
function workOf(node: MathNode): Work {
  switch (node.type) {
    case 'ConstantNode':
      return workOfConstant(node as ConstantNode);
    case 'SymbolNode':
      return workOfSymbol(node as SymbolNode);
    case 'ParenthesisNode':
      return workOf((node as ParenthesisNode).content);
    case 'OperatorNode':
      return workOfOperator(node as OperatorNode);
    case 'RelationalNode':
      return workOfRelations(node as RelationalNode);
    case 'FunctionNode':
      return workOfCall(node as FunctionNode);
    case 'ConditionalNode': {
      const { condition, trueExpr, falseExpr } = node as ConditionalNode;
      return workOfChoice(workOf(condition), workOf(trueExpr), workOf(falseExpr));
    }
    default:
      throw new FormulaError('not-allowed', node.toString());
  }
}

const refused = (error: unknown): { ok: false; problem: FormulaProblem } => {
  if (!(error instanceof FormulaError)) throw error;
  return { ok: false, problem: { fault: error.fault, about: error.about } };
};

function parsed(text: string): MathNode {
  if (text.length > longestFormula) throw new FormulaError('too-long');
  if (text.trim() === '') throw new FormulaError('unreadable');
  try {
    return parse(readable(text));
  } catch {
    throw new FormulaError('unreadable');
  }
}

/** What was read last: a class of students asks for the same few formulas. */
const known = new Map<string, ReadFormula>();
const mostKnown = 2000;

/** Reads a formula; what it speaks of need not be known yet. */
export function readFormula(text: string): ReadFormula {
  const before = known.get(text);
  if (before) return before;
  const read = readAnew(text);
  if (known.size >= mostKnown) known.clear();
  known.set(text, read);
  return read;
}

function readAnew(text: string): ReadFormula {
  try {
    const tree = parsed(text);
    const names = new Set<string>();
    let [nodes, steps] = [0, 0];
    tree.traverse((node, _, parent) => {
      if (++nodes > mostNodes) throw new FormulaError('too-long');
      if (['OperatorNode', 'FunctionNode'].includes(node.type)) steps++;
      const isCalled =
        parent?.type === 'FunctionNode' && (parent as FunctionNode).fn === (node as unknown);
      if (node.type === 'SymbolNode' && !isCalled && (node as SymbolNode).name !== 'pi')
        names.add((node as SymbolNode).name);
    });
    const work = workOf(tree);
    return {
      ok: true,
      formula: {
        text,
        names,
        steps,
        evaluate(values, witness = nobody) {
          try {
            return { ok: true, value: work(values, witness) };
          } catch (error) {
            return refused(error);
          }
        },
      },
    };
  } catch (error) {
    return refused(error);
  }
}
