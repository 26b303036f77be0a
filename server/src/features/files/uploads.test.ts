import { readdir, readFile, rm, utimes } from 'node:fs/promises'
import { createConnection } from 'node:net'
import { join } from 'node:path'
import { addressOf, FILE_LIMITS, routes } from '@oppen/contract'
import type { WorkId } from '@oppen/core/ids'
import { buildWork, type Person, type SmallSchool, smallSchool, submissionOf, TUS } from '@oppen/demo'
import { PDFDocument } from 'pdf-lib'
import sharp from 'sharp'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import type { SubmissionAddress } from '../submissions/moves.js'

let school: SmallSchool
let anna: Person
let workId: WorkId
let submission: SubmissionAddress

beforeAll(async () => {
  school = await smallSchool()
  ;({ anna } = school)
})
afterAll(() => school.stop())
beforeEach(async () => {
  workId = await buildWork(school.world, school.built, { title: 'Photo' })
  submission = submissionOf(school.built, workId, 'Anna Reyes')
})

const picture = () =>
  sharp({ create: { width: 40, height: 20, channels: 3, background: '#6fa7bd' } })
    .jpeg()
    .toBuffer()

async function pages(count: number): Promise<Uint8Array> {
  const pdf = await PDFDocument.create()
  for (let n = 0; n < count; n++) pdf.addPage([300, 400]).drawText(`Page ${n}`)
  return pdf.save()
}

const send = async (bytes: Uint8Array, name: string) =>
  (await anna.begin(submission, { name, size: bytes.length }, bytes)).id
const parts = () => readdir(join(school.folder, 'files', 'uploads'))
const pending = async () =>
  (await school.world.db.row<{ n: number }>('select count(*) as n from uploads'))?.n ?? Number.NaN
const filesOf = async () => (await anna.get('seeSubmission', submission)).files

describe('a whole upload', () => {
  it('becomes one file, however often and at once it is taken, with the same answer', async () => {
    const uploadId = await send(await picture(), 'gauge.jpg')
    const answers = await Promise.all(
      Array.from({ length: 5 }, () => anna.ask('addFile', submission, { uploadId })),
    )
    expect(answers.map(one => one.status)).toEqual([200, 200, 200, 200, 200])
    expect(new Set(answers.map(one => JSON.stringify(one.reply))).size).toBe(1)
    expect(await filesOf()).toHaveLength(1)
    expect([await parts(), await pending()]).toEqual([[], 0])
  })

  it('becomes pages once, with the same answer when it is asked again', async () => {
    const uploadId = await send(await pages(3), 'scan.pdf')
    const [one, two] = await Promise.all([
      anna.get('addSheets', submission, { uploadId }),
      anna.get('addSheets', submission, { uploadId }),
    ])
    expect(one).toEqual(two)
    expect(await anna.get('addSheets', submission, { uploadId })).toEqual(one)
    expect((await anna.get('seeWorksheet', submission)).sheets).toHaveLength(3)
  })

  it('is still there where what it becomes could not be kept, and is taken the next time', async () => {
    const { db } = school.world
    const uploadId = await send(await picture(), 'full.jpg')
    // the very last that is written of it fails
    await db.write(() =>
      db.script(
        "create trigger full before insert on taken_uploads begin select raise(abort, 'no room'); end",
      ),
    )
    expect((await anna.ask('addFile', submission, { uploadId })).status).toBe(500)
    expect(await parts()).toContain(uploadId)
    expect(await filesOf()).toEqual([])
    await db.write(() => db.script('drop trigger full'))
    expect((await anna.get('addFile', submission, { uploadId })).name).toBe('full.jpg')
    expect(await filesOf()).toHaveLength(1)
  })

  it('that is refused for what it is goes; one that may yet be taken stays', async () => {
    const bad = await send(Buffer.from('MZ not for here'), 'a.exe')
    expect(await anna.ask('addFile', submission, { uploadId: bad })).toMatchObject({
      error: { code: 'file_type' },
    })
    expect([await parts(), await pending()]).toEqual([[], 0])
    const { id } = await anna.begin(submission, { name: 'half.jpg', size: 100 }, Buffer.alloc(50))
    expect(await anna.ask('addFile', submission, { uploadId: id })).toMatchObject({
      error: { code: 'file_cut' },
    })
    expect(await parts()).toContain(id)
  })

  it('is nobody else’s, not even once it was taken', async () => {
    const uploadId = await send(await picture(), 'mine.jpg')
    await anna.get('addFile', submission, { uploadId })
    const other = { ...submission, workId: await buildWork(school.world, school.built, { title: 'Other' }) }
    expect((await anna.ask('addFile', other, { uploadId })).status).toBe(404)
  })
})

describe('uploads on their way', () => {
  it('take their room from the beginning, also when many begin at once', async () => {
    const size = 90 * 1024 * 1024
    const before = await pending()
    const begun = await Promise.all(
      Array.from({ length: 8 }, (_, n) => anna.begin(submission, { name: `film ${n}.mp4`, size })),
    )
    const taken = begun.filter(one => one.status === 201)
    expect(taken).toHaveLength(Math.floor(FILE_LIMITS.pupil / size))
    expect(begun.find(one => one.status !== 201)?.error?.code).toBe('room_pupil')
    // one that is given up makes room for another
    const [first] = taken
    const path = addressOf(routes.dropUpload, { ...submission, uploadId: first?.id ?? '' })
    expect((await anna.fetch(path, { method: 'DELETE', headers: TUS })).status).toBe(204)
    const again = await anna.begin(submission, { name: 'film.mp4', size })
    expect(again.status).toBe(201)
    for (const { id } of [...taken.slice(1), again])
      await anna.fetch(addressOf(routes.dropUpload, { ...submission, uploadId: id }), {
        method: 'DELETE',
        headers: TUS,
      })
    expect(await pending()).toBe(before)
  })

  it('go when nothing was added to them for two days, while the server runs', async () => {
    const { id } = await anna.begin(submission, { name: 'left.jpg', size: 100 }, Buffer.alloc(50))
    const day = 86_400_000
    expect(await school.world.uploads.sweep(Date.now() + day)).not.toContain(id)
    const old = new Date(Date.now() - 2.1 * day)
    for (const name of [id, `${id}.json`])
      await utimes(join(school.folder, 'files', 'uploads', name), old, old)
    expect(await school.world.uploads.sweep()).toEqual([id])
    expect(await parts()).not.toContain(id)
  })
})

describe('a form with a file', () => {
  /** Sends the beginning of a request by hand and hangs up. */
  const cutOff = (path: string, body: string, length: number) =>
    new Promise<void>((resolve, reject) => {
      const { port, hostname } = new URL(school.address)
      const socket = createConnection(Number(port), hostname)
      const head = [
        `POST ${path} HTTP/1.1`,
        `Host: ${hostname}:${port}`,
        `Cookie: ${anna.cookie}`,
        'Content-Type: multipart/form-data; boundary=edge',
        `Content-Length: ${length}`,
        '',
        '',
      ].join('\r\n')
      socket.once('error', reject)
      socket.on('data', () => undefined)
      socket.write(head + body, () => setTimeout(() => socket.destroy(), 30))
      socket.once('close', () => resolve())
    })
  const part =
    '--edge\r\nContent-Disposition: form-data; name="file"; filename="a.png"\r\nContent-Type: image/png\r\n\r\n'

  it('that ends before its edge is answered as cut, and the server goes on', async () => {
    for (const body of [part, `${part}\u0089PNG`, '--edge', '', `${part}x\r\n--edge`]) {
      const response = await anna.fetch('/api/account/picture', {
        method: 'POST',
        headers: { 'content-type': 'multipart/form-data; boundary=edge' },
        body,
      })
      expect([400, 415]).toContain(response.status)
      expect(['file_cut', 'file_empty', 'file_type', 'body_unreadable']).toContain(
        (await response.json()).error.code,
      )
    }
    expect((await anna.ask('me', {})).status).toBe(200)
  })

  it('whose sender hangs up leaves nothing behind, and the server goes on', async () => {
    for (const body of ['', part, `${part}${'x'.repeat(70_000)}`])
      await cutOff('/api/account/picture', body, 100_000)
    expect((await anna.ask('me', {})).status).toBe(200)
    await expect.poll(() => readdir(join(school.folder, 'files', 'incoming'))).toEqual([])
  })
})

describe('pictures', () => {
  it('that move are turned picture by picture, and move on', async () => {
    const frames = await Promise.all(
      ['#f00', '#0f0', '#00f'].map(background =>
        sharp({ create: { width: 40, height: 20, channels: 3, background } })
          .png()
          .toBuffer(),
      ),
    )
    const gif = await sharp(frames, { join: { animated: true } })
      .gif({ delay: [100, 200, 300], loop: 2 })
      .toBuffer()
    const { reply } = await anna.upload(submission, gif, 'moving.gif', 'image/gif')
    const turned = await anna.get('turnPicture', { ...submission, fileId: reply.id })
    const stored = await anna.fetch(addressOf(routes.seeFile, { ...submission, fileId: turned.id }))
    const kept = Buffer.from(await stored.arrayBuffer())
    expect(await sharp(kept, { animated: true }).metadata()).toMatchObject({
      format: 'gif',
      pages: 3,
      width: 20,
      pageHeight: 40,
      delay: [100, 200, 300],
      loop: 2,
    })
  })

  it('that are a line of points become a face without being blown up first', async () => {
    const strip = await sharp({ create: { width: 1, height: 30_000, channels: 3, background: '#333' } })
      .png()
      .toBuffer()
    const form = new FormData()
    form.append('file', new File([Uint8Array.from(strip)], 'strip.png'))
    const began = performance.now()
    const response = await anna.fetch('/api/account/picture', { method: 'POST', body: form })
    expect(response.status).toBe(200)
    // it took a quarter of a minute when it was
    expect(performance.now() - began).toBeLessThan(10_000)
  })
})

it('a text in UTF-16 is a text, whatever its first bytes are like', async () => {
  const text = 'Nebel um sechs.\nFog at six.\n'
  for (const [name, bytes] of [
    ['little.txt', Buffer.from(`\ufeff${text}`, 'utf16le')],
    ['big.txt', Buffer.from(`\ufeff${text}`, 'utf16le').swap16()],
  ] as const) {
    const { reply } = await anna.upload(submission, bytes, name, 'audio/mpeg')
    expect(reply.type).toBe('text/plain')
    const stored = await anna.fetch(addressOf(routes.seeFile, { ...submission, fileId: reply.id }))
    expect(await stored.text()).toBe(text)
  }
})

it('a file that is missing on the server is named, and breaks nothing else', async () => {
  const { reply } = await anna.upload(submission, Buffer.from('Fog.\n'), 'fog.txt', 'text/plain')
  const row = await school.world.db.row<{ hash: string }>('select hash from files where id = $id', {
    id: reply.id,
  })
  const path = school.world.files.pathOf(row?.hash ?? '')
  expect(await readFile(path, 'utf8')).toBe('Fog.\n')
  await rm(path)
  const stored = await anna.fetch(addressOf(routes.seeFile, { ...submission, fileId: reply.id }))
  expect([stored.status, (await stored.json()).error]).toMatchObject([
    410,
    { code: 'file_missing', params: { name: 'fog.txt' } },
  ])
})
