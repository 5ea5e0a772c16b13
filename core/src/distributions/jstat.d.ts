declare module 'jstat' {
  export const jStat: {
    percentile(values: number[], share: number): number;
    studentt: { inv(share: number, freedom: number): number };
    chisquare: { cdf(value: number, freedom: number): number };
    centralF: { inv(share: number, numerator: number, denominator: number): number };
  };
  const jstat: { jStat: typeof jStat };
  export default jstat;
}
