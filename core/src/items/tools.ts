/** What a student may use beside a question, where the item or the assignment allows it. */
export const studentTools = [
  'basic-calculator',
  'scientific-calculator',
  'ruler',
  'protractor',
] as const;
export type StudentTool = (typeof studentTools)[number];

/**
 * All that is allowed together, each once and in the order of `studentTools`. The scientific
 * calculator does what the basic one does, so the two never stand side by side.
 */
export function allowedTools(
  ...allowances: readonly (readonly StudentTool[] | undefined)[]
): StudentTool[] {
  const allowed = new Set(allowances.flatMap((tools) => tools ?? []));
  if (allowed.has('scientific-calculator')) allowed.delete('basic-calculator');
  return studentTools.filter((tool) => allowed.has(tool));
}
