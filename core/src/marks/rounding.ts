/** An exact share: a fraction with a denominator above zero. It may be above one where there is extra credit. */
export type Share = { readonly n: bigint; readonly d: bigint }

/** So many decimals of a percent an average is shown with. */
export const DECIMALS = [0, 1, 2] as const
export type Decimals = (typeof DECIMALS)[number]

/**
 * A share in percent, rounded half up once, to so many decimals: 2/3 with one is "66.7". What is rounded is the exact fraction,
 * never a number that was rounded before.
 */
export function percentOf({ n, d }: Share, decimals: Decimals): string {
  const units = hundredUnits({ n, d }, decimals)
  if (decimals === 0) return String(units)
  const text = String(units).padStart(decimals + 1, '0')
  return `${text.slice(0, -decimals)}.${text.slice(-decimals)}`
}

/** The same as a whole number of the last decimal: 66.7 % with one decimal is 667. */
export function hundredUnits({ n, d }: Share, decimals: Decimals): bigint {
  const scaled = n * 100n * 10n ** BigInt(decimals)
  return (2n * scaled + d) / (2n * d)
}

/** Whether a share, rounded as it is shown, reaches a number of thousandths: what is shown as 90.0 % is 90 % for every rule. */
export function reaches(share: Share, permille: number, decimals: Decimals): boolean {
  return hundredUnits(share, decimals) * 10n >= BigInt(permille) * 10n ** BigInt(decimals)
}

/** Which of two shares is more: below zero where the first is less. */
export function compareShares(a: Share, b: Share): number {
  const difference = a.n * b.d - b.n * a.d
  return difference < 0n ? -1 : difference > 0n ? 1 : 0
}

/** The nearest number to a share, for drawing alone. */
export const toShown = ({ n, d }: Share): number => Number((n * 1_000_000n) / d) / 1_000_000
