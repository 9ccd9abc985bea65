/** The part of jstat that tests check against. */
declare module 'jstat' {
  const jstat: { beta: { mean(alpha: number, beta: number): number } };
  export default jstat;
}
