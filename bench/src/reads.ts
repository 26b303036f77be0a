import autocannon from 'autocannon'

export type Target = { readonly name: string; readonly url: string; readonly cookie?: string }

const SECONDS = 4
const ROUNDS = 5

async function once({ url, cookie }: Target): Promise<number> {
  const result = await autocannon({
    url,
    connections: 20,
    duration: SECONDS,
    ...(cookie && { headers: { cookie } }),
  })
  if (result.non2xx || result.errors)
    throw new Error(`${url}: ${result.non2xx} refusals, ${result.errors} errors`)
  return result.requests.average
}

const median = (values: number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? Number.NaN

/**
 * How fast the first target is as a ratio to the second: requests a second, taken turn by turn in one run, so
 * that what else the machine does falls on both; the median of the rounds.
 */
export async function ratio(
  ours: Target,
  bare: Target,
): Promise<{ ratio: number; ours: number; bare: number }> {
  await once(ours)
  await once(bare)
  const rounds: { ours: number; bare: number }[] = []
  for (let n = 0; n < ROUNDS; n++) rounds.push({ ours: await once(ours), bare: await once(bare) })
  return {
    ratio: median(rounds.map(round => round.ours / round.bare)),
    ours: median(rounds.map(round => round.ours)),
    bare: median(rounds.map(round => round.bare)),
  }
}
