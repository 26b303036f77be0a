import { readdir } from 'node:fs/promises'
import { createConnection } from 'node:net'
import { join } from 'node:path'
import { addressOf, FILE_LIMITS, routes } from '@oppen/contract'
import type { FileId } from '@oppen/core/ids'
import { buildWork, type Person, pieceOf, type SmallSchool, smallSchool } from '@oppen/demo'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { PieceAddress } from '../work/moves.js'
import { tidyFileName } from './upload.js'

let school: SmallSchool
let anna: Person
let teacher: Person
let piece: PieceAddress

beforeAll(async () => {
  school = await smallSchool()
  ;({ anna, teacher } = school)
  piece = pieceOf(school.built, await buildWork(school.world, school.built, { title: 'Photo' }), 'Anna Reyes')
})
afterAll(() => school.stop())

const photo = (size = 64) =>
  sharp({ create: { width: size, height: size / 2, channels: 3, background: '#6fa7bd' } })
    .withExif({ IFD0: { Make: 'TellTale' }, IFD3: { GPSLatitude: '38/1 42/1 0/1', GPSLatitudeRef: 'N' } })
    .jpeg()
    .toBuffer()

async function upload(bytes: Uint8Array, name: string, type = 'image/jpeg') {
  const form = new FormData()
  form.append('file', new File([Uint8Array.from(bytes)], name, { type }))
  const response = await anna.fetch(addressOf(routes.addFile, piece), { method: 'POST', body: form })
  return { status: response.status, json: await response.json() }
}

const get = (person: Person, fileId: FileId) => person.fetch(addressOf(routes.seeFile, { ...piece, fileId }))
const incoming = () => readdir(join(school.folder, 'files', 'incoming'))

describe('a photo', () => {
  it('loses what the camera wrote into it, starts the piece, and is only for those who may see it', async () => {
    const original = await photo()
    expect(original.includes('TellTale')).toBe(true)
    const { status, json } = await upload(original, 'gauge on the hill.jpg')
    expect(status).toBe(200)
    expect(json).toMatchObject({ name: 'gauge on the hill.jpg', type: 'image/jpeg' })
    const kept = Buffer.from(await (await get(teacher, json.id)).arrayBuffer())
    expect(kept.includes('TellTale')).toBe(false)
    expect((await sharp(kept).metadata()).exif).toBeUndefined()
    expect((await anna.get('seePiece', piece)).standing.phase).toBe('started')
    expect((await get(school.person(), json.id)).status).toBe(401)
    expect(await incoming()).toEqual([])
  })

  it('never comes as a page of our origin', async () => {
    const { json } = await upload(await photo(), 'a.jpg')
    const { headers } = await get(anna, json.id)
    expect(headers.get('content-security-policy')).toBe("default-src 'none'; sandbox")
    expect(headers.get('x-content-type-options')).toBe('nosniff')
    expect(headers.get('content-type')).toBe('image/jpeg')
  })

  it('taken off stays with what was handed in, and can be put back', async () => {
    const { json } = await upload(await photo(), 'keep.jpg')
    const file = { ...piece, fileId: json.id as FileId }
    await anna.get('removeFile', file)
    expect((await anna.get('seePiece', piece)).files.map(one => one.id)).not.toContain(json.id)
    await anna.get('restoreFile', file)
    await anna.get('handIn', piece, { version: 0 })
    expect(await anna.ask('removeFile', file)).toMatchObject({
      status: 409,
      error: { code: 'not_yours_to_change' },
    })
    expect((await teacher.get('seePiece', piece)).handIns[0]?.files.map(one => one.id)).toContain(json.id)
    await anna.get('takeBack', piece)
  })
})

describe('a file', () => {
  it.each([
    ['0 bytes', Buffer.alloc(0), 'empty.jpg', 422, 'file_empty'],
    [
      'script called a photo',
      Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script/></svg>'),
      'a.png',
      415,
      'file_type',
    ],
    ['a page called a PDF', Buffer.from('<html><script>1</script></html>'), 'a.pdf', 415, 'file_type'],
    ['a photo broken off', Buffer.from([0xff, 0xd8, 0xff, 0xe0, 0, 16]), 'half.jpg', 415, 'file_type'],
  ])('of %s is refused, naming it', async (_, bytes, name, status, code) => {
    expect(await upload(bytes, name)).toEqual({ status, json: { error: { code, params: { name } } } })
    expect(await incoming()).toEqual([])
  })

  it('over the limit is refused with the limit, and nothing of it stays', async () => {
    const answer = await upload(Buffer.alloc(FILE_LIMITS.size + 1, 7), 'big.jpg')
    expect(answer).toEqual({
      status: 413,
      json: { error: { code: 'file_large', params: { name: 'big.jpg', most: 20 } } },
    })
    expect(await incoming()).toEqual([])
  })

  it('cut off in the middle leaves nothing behind and harms nobody', async () => {
    const before = (await anna.get('seePiece', piece)).files.length
    await cutUpload(school.address, anna.cookie, addressOf(routes.addFile, piece))
    await expect.poll(incoming).toEqual([])
    expect((await anna.get('seePiece', piece)).files.length).toBe(before)
    expect((await upload(await photo(), 'after.jpg')).status).toBe(200)
  })

  it('that is no form at all, or a form without a file, is told so', async () => {
    const plain = await anna.fetch(addressOf(routes.addFile, piece), {
      method: 'POST',
      body: 'x',
      headers: { 'content-type': 'text/plain' },
    })
    expect((await plain.json()).error.code).toBe('body_unreadable')
    const form = new FormData()
    form.append('name', 'no file here')
    const empty = await anna.fetch(addressOf(routes.addFile, piece), { method: 'POST', body: form })
    expect((await empty.json()).error.code).toBe('file_cut')
  })

  it('one more than a piece takes is refused', async () => {
    const bytes = await photo()
    const here = (await anna.get('seePiece', piece)).files.length
    for (let n = here; n < FILE_LIMITS.count; n++) expect((await upload(bytes, `${n}.jpg`)).status).toBe(200)
    expect((await upload(bytes, 'more.jpg')).json).toEqual({
      error: { code: 'files_many', params: { most: FILE_LIMITS.count } },
    })
  })
})

it('a file’s name loses folders and invisible characters, nothing else', () => {
  expect(tidyFileName('C:\\photos\\my gauge.jpg')).toBe('my gauge.jpg')
  expect(tidyFileName('../../etc/passwd')).toBe('passwd')
  expect(tidyFileName('a\u202egpj.exe\u0000')).toBe('agpj.exe')
  expect(tidyFileName('Zoë’s jar – día 2.png')).toBe('Zoë’s jar – día 2.png')
  expect(tidyFileName('')).toBe('file')
})

/** Sends the head and the beginning of an upload, then ends the connection hard. */
function cutUpload(address: string, cookie: string, path: string): Promise<void> {
  const { hostname, port } = new URL(address)
  return new Promise((resolve, reject) => {
    const socket = createConnection({ host: hostname, port: Number(port) }, () => {
      const head = [
        `POST ${path} HTTP/1.1`,
        `Host: ${hostname}:${port}`,
        `Cookie: ${cookie}`,
        'Content-Type: multipart/form-data; boundary=x',
        'Content-Length: 500000',
        '',
        '--x\r\nContent-Disposition: form-data; name="file"; filename="cut.jpg"\r\nContent-Type: image/jpeg\r\n\r\n',
      ].join('\r\n')
      socket.write(head)
      socket.write(Buffer.alloc(100_000, 0xff), () => {
        socket.destroy()
        resolve()
      })
    })
    socket.on('error', reject)
  })
}
