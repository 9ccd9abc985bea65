/** What is used of the statistics package, which ships no types of its own. */
declare module 'jstat' {
  const jStat: {
    beta: {
      mean(alpha: number, beta: number): number;
      inv(p: number, alpha: number, beta: number): number;
      cdf(x: number, alpha: number, beta: number): number;
      pdf(x: number, alpha: number, beta: number): number;
    };
    gamma: { inv(p: number, shape: number, scale: number): number };
    normal: { inv(p: number, mean: number, std: number): number };
    hypgeom: { pdf(k: number, N: number, m: number, n: number): number };
    betaln(a: number, b: number): number;
    combinationln(n: number, k: number): number;
  };
  export default jStat;
}
