import { mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { deflateSync } from 'node:zlib'
import { PDFDocument } from 'pdf-lib'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { held } from '../testing/held.js'
import { JobTooMuch, Pool } from './pool.js'

let folder: string
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'oppen-pool-'))
})
afterAll(() => rm(folder, { recursive: true, force: true }))

/** A calendar whose rule looks for a day that never comes. */
const endless = {
  file: {
    name: 'never.ics',
    text: 'BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\nUID:1\r\nDTSTART:20260101T000000Z\r\nRRULE:FREQ=DAILY;BYMONTH=2;BYMONTHDAY=31\r\nEND:VEVENT\r\nEND:VCALENDAR',
  },
  read: { zone: 'Europe/Lisbon', from: '2026-01-01', to: '2026-12-31' },
}
const quick = { ...endless, file: { name: 'a.ics', text: endless.file.text.replace(/RRULE.*\r\n/, '') } }
const make = (options: Partial<ConstructorParameters<typeof Pool>[0]> = {}) =>
  new Pool({ threads: 1, deadline: 5_000, memory: 128, most: 10, ...options })

describe('threads', () => {
  it('give up what takes too long, and go on with what comes after', async () => {
    const pool = make({ deadline: 2_000 })
    const [first, second] = await Promise.allSettled([
      pool.run('closures', endless),
      pool.run('closures', quick),
    ])
    expect(first).toMatchObject({ status: 'rejected', reason: expect.any(JobTooMuch) })
    expect(second).toMatchObject({ status: 'fulfilled' })
    await pool.close()
  })

  it('that hang hold up nobody else: one person never has all of them', async () => {
    const pool = make({ threads: 2, deadline: 4_000 })
    const order: string[] = []
    const hanging = Array.from({ length: 3 }, (_, n) =>
      pool.run('closures', endless, 'one').catch(() => order.push(`hang ${n}`)),
    )
    await pool.run('closures', quick, 'another').then(() => order.push('another'))
    expect(order).toEqual(['another'])
    await pool.close()
    await Promise.all(hanging)
  })

  it('refuse what is too much to wait for, and what comes after they are closed', async () => {
    const pool = make({ most: 2 })
    const all = Array.from({ length: 5 }, () => pool.run('closures', quick))
    const ends = await Promise.allSettled(all)
    expect(ends.filter(end => end.status === 'rejected')).toMatchObject([
      { reason: { code: 'busy' } },
      { reason: { code: 'busy' } },
    ])
    await pool.close()
    await expect(pool.run('closures', quick)).rejects.toMatchObject({ code: 'busy' })
  })

  it('pass on what a job refuses, and say what went wrong in one that fails', async () => {
    const pool = make()
    const nothing = { ...quick, file: { name: 'a.ics', text: 'BEGIN:VCALENDAR\r\nEND:VCALENDAR' } }
    await expect(pool.run('closures', nothing)).rejects.toMatchObject({
      code: 'calendar_file_empty',
      params: { name: 'a.ics' },
    })
    await expect(pool.run('square', join(folder, 'nowhere'))).rejects.toThrow(/square failed.*nowhere/s)
    await pool.close()
  })

  it('end when they have no memory left, and answer only that job', async () => {
    const pool = make({ memory: 24, deadline: 20_000 })
    const lines = Array.from({ length: 400_000 }, () => 'X-A:b').join('\r\n')
    const huge = {
      ...quick,
      file: { name: 'a.ics', text: quick.file.text.replace('UID:1', `${lines}\r\nUID:1`) },
    }
    await expect(pool.run('closures', huge)).rejects.toBeInstanceOf(JobTooMuch)
    await pool.close()
  })
})

/** A PDF of one page whose content is packed: so many bytes of white space, packed again as often as is said. */
async function bomb(bytes: number, times = 1): Promise<Uint8Array> {
  const pdf = await PDFDocument.create()
  const page = pdf.addPage()
  let packed: Uint8Array = Buffer.alloc(bytes, 32)
  for (let n = 0; n < times; n++) packed = deflateSync(packed, { level: 9 })
  const filters = Array.from({ length: times }, () => 'FlateDecode')
  const stream = pdf.context.stream(packed, { Filter: times === 1 ? 'FlateDecode' : filters })
  page.node.set(pdf.context.obj('Contents') as never, pdf.context.register(stream))
  return pdf.save()
}

describe('a PDF that unpacks to far more than it is', () => {
  it.each([
    ['220 MB once packed', 220_000_000, 1],
    ['220 MB packed twice', 220_000_000, 2],
  ])('of %s is refused, and holds nobody up', async (_, bytes, times) => {
    const pool = make({ deadline: 30_000 })
    const path = join(folder, `${bytes} ${times}.pdf`)
    await writeFile(path, await bomb(bytes, times))
    const before = process.memoryUsage().rss
    const [error, longest] = await held(() =>
      pool.run('pages', { path, type: 'application/pdf', name: 'bomb.pdf' }).catch(reason => reason),
    )
    expect(error).toMatchObject({ code: 'file_too_much', params: { name: 'bomb.pdf' } })
    expect(longest).toBeLessThan(500)
    expect(process.memoryUsage().rss - before).toBeLessThan(900_000_000)
    await pool.close()
  })

  it('is taken where it is large and no more than that', async () => {
    const pool = make({ deadline: 30_000 })
    const path = join(folder, 'large.pdf')
    await writeFile(path, await bomb(20_000_000))
    const { pages } = await pool.run('pages', { path, type: 'application/pdf', name: 'large.pdf' })
    expect(pages).toHaveLength(1)
    await pool.close()
  })
})
