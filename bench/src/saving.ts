import { join } from 'node:path'
import { addressOf, routes } from '@oppen/contract'
import { PDFDocument } from 'pdf-lib'
import { serve } from './child.js'
import { giveSheets, handwriting, untouched, WORDS } from './doing.js'
import { quantile } from './quantile.js'

/** Somebody who saves again and again: how the next save is sent, and what its answer changes. */
type Saver = {
  readonly url: string
  readonly headers: Readonly<Record<string, string>>
  readonly next: (n: number) => object
  readonly took: (version: number) => void
}

const SAVES = 20
const ROUNDS = 12
/** Both servers are slower until they have been asked for a while. */
const COLD = 4

/**
 * So many who save at the same moment, against a bare upsert of the same bodies asked for by the same client, in turn;
 * saves a second at the median of the rounds.
 */
export type Saving = {
  readonly savers: number
  readonly ratio: number
  readonly ours: number
  readonly bare: number
}

/** 30 who write, each on a draft of about 900 characters. */
export async function textsAtOnce(address: string, folder: string, out: string): Promise<Saving> {
  const writers = await untouched(address, 30)
  const savers = writers.map(({ person, submission }): Saver => {
    let base = 0
    const words = (n: number) =>
      Array.from({ length: 220 }, (_, at) => WORDS[at % WORDS.length]).join(' ') + n
    return {
      url: `${address}${addressOf(routes.saveDraft, submission)}`,
      headers: headersOf(address, person.cookie),
      next: n => ({ html: `<p>${words(n)}</p>`, base }),
      took: version => {
        base = version
      },
    }
  })
  return compared(savers, join(folder, '..', 'bareText.sqlite'), out)
}

/** 30 who draw, a stroke a save. */
export async function strokesAtOnce(address: string, folder: string, out: string): Promise<Saving> {
  const writers = await untouched(address, 30, ['untouched', 'started'])
  const pdf = await PDFDocument.create()
  pdf.addPage([595, 842])
  const bytes = Uint8Array.from(await pdf.save())
  for (const submission of new Map(writers.map(one => [one.submission.workId, one.submission])).values()) {
    const form = new FormData()
    form.append('file', new File([bytes], 'page.pdf'))
    await giveSheets(address, submission, form)
  }
  const savers = await Promise.all(
    writers.map(async ({ person, submission }, at): Promise<Saver> => {
      const { sheets } = await person.get('seeWorksheet', submission)
      const [stroke] = handwriting(sheets[0]?.id ?? '', 1)
      return {
        url: `${address}${addressOf(routes.saveInk, submission)}`,
        headers: headersOf(address, person.cookie),
        next: n => ({ put: [{ ...stroke, id: `s${at}-${n}` }], drop: [] }),
        took: () => undefined,
      }
    }),
  )
  return compared(savers, join(folder, '..', 'bareInk.sqlite'), out)
}

const headersOf = (address: string, cookie: string) => ({
  cookie,
  origin: address,
  'sec-fetch-site': 'same-origin',
})

async function compared(savers: readonly Saver[], file: string, out: string): Promise<Saving> {
  const bare = await serve(join(out, 'bareSave.mjs'), { BARE_COPY: file })
  const rounds: { ours: number; bare: number }[] = []
  for (let round = 0; round < ROUNDS; round++) {
    const first = round * SAVES
    const ours = await timed(savers, first, async (saver, n) => saver.took(await send(saver, saver.url, n)))
    const theirs = await timed(savers, first, (saver, n, at) =>
      send(saver, `http://127.0.0.1:${bare.port}/draft/${at}`, n),
    )
    rounds.push({ ours, bare: theirs })
  }
  bare.stop()
  const warm = rounds.slice(COLD)
  const median = (of: (one: (typeof warm)[number]) => number) => quantile(warm.map(of), 0.5)
  return {
    savers: savers.length,
    ratio: median(one => one.ours / one.bare),
    ours: median(one => one.ours),
    bare: median(one => one.bare),
  }
}

/** Saves a second: each saver saves again as soon as it is answered. */
async function timed(
  savers: readonly Saver[],
  first: number,
  save: (saver: Saver, n: number, at: number) => Promise<unknown>,
): Promise<number> {
  const began = performance.now()
  await Promise.all(
    savers.map(async (saver, at) => {
      for (let n = first; n < first + SAVES; n++) await save(saver, n, at)
    }),
  )
  return (savers.length * SAVES * 1000) / (performance.now() - began)
}

async function send({ next, headers }: Saver, url: string, n: number): Promise<number> {
  const body = JSON.stringify(next(n))
  const answer = await fetch(url, {
    method: 'PUT',
    headers: { ...headers, 'content-type': 'application/json' },
    body,
  })
  const reply = (await answer.json()) as { version: number }
  if (!answer.ok) throw new Error(`${url}: ${JSON.stringify(reply)}`)
  return reply.version
}
