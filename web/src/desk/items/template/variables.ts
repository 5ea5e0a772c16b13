/** What each kind of variable begins with, and its fields as they are typed. */
import type { Template, Variable } from '@oaken/core/templates';
import { plain } from '../../shared/keptText';
import { say } from '../../../words/teacher';

export type VariableKind = Variable['kind'];

export const variableKinds: Record<VariableKind, string> = {
  range: say('items.variableRange'),
  fraction: say('items.variableFraction'),
  pick: say('items.variablePick'),
  picture: say('items.variablePicture'),
  formula: say('items.variableFormula'),
};

const usual: { [Kind in VariableKind]: Omit<Extract<Variable, { kind: Kind }>, 'name'> } = {
  range: { kind: 'range', from: '1', to: '10', step: '1' },
  fraction: {
    kind: 'fraction',
    from: 1,
    to: 9,
    denominators: [2, 3, 4, 5, 6, 8, 10],
    lowest: true,
  },
  pick: { kind: 'pick', values: ['2', '5', '10'] },
  picture: { kind: 'picture', pictures: [] },
  formula: { kind: 'formula', formula: '' },
};

/** A variable of a kind, as it begins. */
export const blankVariable = (name: string, kind: VariableKind = 'range'): Variable =>
  ({ ...plain(usual[kind]), name }) as Variable;

/** The first letter that no variable is called by. */
export function freshName({ variables }: Template): string {
  const taken = new Set(variables.map(({ name }) => name));
  const letters = 'abcdefghjkmnpqrstuvwxyz'.split('');
  return letters.find((letter) => !taken.has(letter)) ?? `v${variables.length + 1}`;
}

/** A list as it is typed. */
export const listText = (values: readonly (string | number)[]) => values.join('; ');
/** Parted by semicolons or, where there are none, by commas: 3,5 may be a number elsewhere. */
export const listRead = (text: string): string[] =>
  text
    .split(text.includes(';') ? ';' : ',')
    .map((value) => value.trim())
    .filter(Boolean);
