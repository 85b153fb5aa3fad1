/** The share of a normal spread that lies below a value (Abramowitz and Stegun 7.1.26, from memory). */
export function below(value: number, mean: number, sd: number): number {
  const z = (value - mean) / (sd * Math.SQRT2);
  const t = 1 / (1 + 0.3275911 * Math.abs(z));
  const poly =
    ((((1.061405429 * t - 1.453152027) * t + 1.421413741) * t - 0.284496736) * t + 0.254829592) * t;
  const erf = Math.sign(z) * (1 - poly * Math.exp(-z * z));
  return (1 + erf) / 2;
}
