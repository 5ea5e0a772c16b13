/** The list with a value put in where it is not, or taken out where it is. */
export const toggled = <Value>(list: readonly Value[], value: Value): Value[] =>
  list.includes(value) ? list.filter((other) => other !== value) : [...list, value];
