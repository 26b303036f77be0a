/** The value below which a share `q` of others lies. */
export const quantile = (values: readonly number[], q: number): number =>
  [...values].sort((a, b) => a - b)[Math.ceil(q * values.length) - 1] ?? Number.NaN
