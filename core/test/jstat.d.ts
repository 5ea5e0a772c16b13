declare module 'jstat' {
  export const jStat: { percentile(values: number[], share: number): number };
}
