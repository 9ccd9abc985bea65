/** What is used of the statistics package, which ships no types of its own. */
declare module 'jstat' {
  export const jStat: {
    beta: {
      inv(p: number, alpha: number, beta: number): number;
      cdf(x: number, alpha: number, beta: number): number;
    };
    hypgeom: { pdf(k: number, N: number, m: number, n: number): number };
    betaln(a: number, b: number): number;
    combinationln(n: number, k: number): number;
  };
}
