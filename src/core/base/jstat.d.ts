/** What is used of the package, which bears no types. */
declare module 'jstat' {
  interface Distribution<Parameters extends number[]> {
    cdf(x: number, ...parameters: Parameters): number;
    inv(share: number, ...parameters: Parameters): number;
  }
  const jStat: {
    gammaln(x: number): number;
    ibeta(x: number, a: number, b: number): number;
    beta: Distribution<[a: number, b: number]>;
    binomial: Pick<Distribution<[count: number, chance: number]>, 'cdf'>;
    chisquare: Distribution<[freedom: number]>;
    gamma: Distribution<[shape: number, scale: number]>;
    normal: Distribution<[mean: number, deviation: number]>;
    poisson: Pick<Distribution<[mean: number]>, 'cdf'>;
    studentt: Distribution<[freedom: number]>;
  };
  export default jStat;
}
