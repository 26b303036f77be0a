import { readdir } from 'node:fs/promises'
import { createConnection } from 'node:net'
import { join } from 'node:path'
import { addressOf, FILE_LIMITS, routes } from '@oppen/contract'
import type { FileId } from '@oppen/core/ids'
import { buildWork, type Person, type SmallSchool, smallSchool, submissionOf, TUS } from '@oppen/demo'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { tidyFileName } from '../fileStore/upload.js'
import type { SubmissionAddress } from '../submissions/moves.js'

const MIB = 1024 * 1024

let school: SmallSchool
let anna: Person
let teacher: Person
let submission: SubmissionAddress

beforeAll(async () => {
  school = await smallSchool()
  ;({ anna, teacher } = school)
  submission = submissionOf(
    school.built,
    await buildWork(school.world, school.built, { title: 'Photo' }),
    'Anna Reyes',
  )
})
afterAll(() => school.stop())

const photo = (size = 64) =>
  sharp({ create: { width: size, height: size / 2, channels: 3, background: '#6fa7bd' } })
    .withExif({ IFD0: { Make: 'TellTale' }, IFD3: { GPSLatitude: '38/1 42/1 0/1', GPSLatitudeRef: 'N' } })
    .jpeg()
    .toBuffer()

const upload = (bytes: Uint8Array, name: string, type = 'image/jpeg') =>
  anna.upload(submission, bytes, name, type)

const get = (person: Person, fileId: FileId) =>
  person.fetch(addressOf(routes.seeFile, { ...submission, fileId }))
/** Everything that lies beside the store. */
const incoming = async () => [
  ...(await readdir(join(school.folder, 'files', 'incoming'))),
  ...(await readdir(join(school.folder, 'files', 'uploads'))),
]

describe('a photo', () => {
  it('loses what the camera wrote into it, starts the submission, and is only for those who may see it', async () => {
    const original = await photo()
    expect(original.includes('TellTale')).toBe(true)
    const { status, reply: json } = await upload(original, 'gauge on the hill.jpg')
    expect(status).toBe(200)
    expect(json).toMatchObject({ name: 'gauge on the hill.jpg', type: 'image/jpeg' })
    const kept = Buffer.from(await (await get(teacher, json.id)).arrayBuffer())
    expect(kept.includes('TellTale')).toBe(false)
    expect((await sharp(kept).metadata()).exif).toBeUndefined()
    expect((await anna.get('seeSubmission', submission)).status.phase).toBe('started')
    expect((await get(school.person(), json.id)).status).toBe(401)
    expect(await incoming()).toEqual([])
  })

  it('never comes as a page of our origin', async () => {
    const { reply: json } = await upload(await photo(), 'a.jpg')
    const { headers } = await get(anna, json.id)
    expect(headers.get('content-security-policy')).toBe("default-src 'none'; sandbox")
    expect(headers.get('x-content-type-options')).toBe('nosniff')
    expect(headers.get('content-type')).toBe('image/jpeg')
  })

  it('taken off stays with what was handed in, and can be put back', async () => {
    const { reply: json } = await upload(await photo(), 'keep.jpg')
    const file = { ...submission, fileId: json.id as FileId }
    await anna.get('removeFile', file)
    expect((await anna.get('seeSubmission', submission)).files.map(one => one.id)).not.toContain(json.id)
    await anna.get('restoreFile', file)
    await anna.get('handIn', submission, { version: 0 })
    expect(await anna.ask('removeFile', file)).toMatchObject({
      status: 409,
      error: { code: 'not_yours_to_change' },
    })
    expect((await teacher.get('seeSubmission', submission)).handIns[0]?.files.map(one => one.id)).toContain(
      json.id,
    )
    await anna.get('takeBack', submission)
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
    expect(await upload(bytes, name)).toMatchObject({ status, error: { code, params: { name } } })
    expect(await incoming()).toEqual([])
  })

  it.each([
    ['a picture', 'big.png', 21, 20],
    ['a text', 'big.csv', 3, 2],
  ])(
    '%s over the limit of its kind is refused with the limit, and nothing of it stays',
    async (_, name, mib, most) => {
      const bytes = Buffer.alloc(mib * MIB, 65)
      if (name.endsWith('png')) (await photoPng()).copy(bytes)
      expect(await upload(bytes, name)).toMatchObject({
        status: 413,
        error: { code: 'file_large', params: { name, most } },
      })
      expect(await incoming()).toEqual([])
    },
  )

  it('larger than any that is taken is refused before it is sent', async () => {
    const { status } = await anna.begin(submission, { name: 'film.mp4', size: FILE_LIMITS.largest + 1 })
    expect(status).toBe(413)
    expect(await incoming()).toEqual([])
  })

  it('of more points than can be opened is refused with them; a large one is made smaller', async () => {
    const huge = await sharp({
      create: { width: 16_000, height: 16_000, channels: 3, background: '#fff' },
      limitInputPixels: false,
    })
      .png()
      .toBuffer()
    expect(await upload(huge, 'poster.png')).toMatchObject({
      status: 413,
      error: { code: 'file_picture', params: { name: 'poster.png', width: 16_000, height: 16_000 } },
    })
    // 30,000 points wide and few high: it can be opened
    const wide = await sharp({ create: { width: 30_000, height: 100, channels: 3, background: '#fff' } })
      .png()
      .toBuffer()
    const { reply } = await upload(wide, 'wide.png')
    const kept = Buffer.from(await (await get(anna, reply.id)).arrayBuffer())
    expect(await sharp(kept).metadata()).toMatchObject({ width: FILE_LIMITS.side, height: 10 })
    await anna.get('removeFile', { ...submission, fileId: reply.id })
  })

  it.each([
    ['notes.txt', 'text/plain', 'Fog at six.\n', 'text/plain'],
    ['rain.csv', 'text/csv', 'day,mm\nMon,4\n', 'text/csv'],
    ['a/b\\c\u202e.txt', '', 'x', 'text/plain'],
  ])('%s is a text by what it holds', async (name, declared, text, type) => {
    const { reply } = await upload(Buffer.from(text), name, declared)
    expect(reply).toMatchObject({ type, name: tidyFileName(name) })
    const response = await get(teacher, reply.id)
    expect(response.headers.get('content-type')).toBe(`${type}; charset=utf-8`)
    expect(response.headers.get('content-security-policy')).toBe("default-src 'none'; sandbox")
    await anna.get('removeFile', { ...submission, fileId: reply.id })
  })

  it.each([
    ['page.html', '<script>alert(1)</script>'],
    ['drawing.svg', '<svg xmlns="http://www.w3.org/2000/svg" onload="x()"/>'],
    ['not text.txt', 'a\u0000b'],
    ['no ending', 'plain'],
  ])('%s is not taken', async (name, text) => {
    expect(await upload(Buffer.from(text), name, 'text/plain')).toMatchObject({
      error: { code: 'file_type' },
    })
  })

  it('is sent in parts: what has come is asked for after a cut, and the rest goes from there', async () => {
    const bytes = await photo(300)
    const half = Math.floor(bytes.length / 2)
    const { id } = await anna.begin(
      submission,
      { name: 'cut.jpg', size: bytes.length },
      bytes.subarray(0, half),
    )
    const address = { ...submission, uploadId: id }
    expect(await anna.ask('addFile', submission, { uploadId: id })).toMatchObject({
      error: { code: 'file_cut' },
    })
    const path = addressOf(routes.sendPart, address)
    const asked = await anna.fetch(path, { method: 'HEAD', headers: { 'tus-resumable': '1.0.0' } })
    expect(asked.headers.get('upload-offset')).toBe(String(half))
    const wrong = await anna.fetch(path, {
      method: 'PATCH',
      body: Uint8Array.from(bytes),
      headers: { ...TUS, 'upload-offset': '0' },
    })
    expect(wrong.status).toBe(409)
    const rest = await anna.fetch(path, {
      method: 'PATCH',
      body: Uint8Array.from(bytes.subarray(half)),
      headers: { ...TUS, 'upload-offset': String(half) },
    })
    expect(rest.status).toBe(204)
    const added = await anna.get('addFile', submission, { uploadId: id })
    expect(added.name).toBe('cut.jpg')
    // the answer was cut off as well, and it is asked again
    expect(await anna.get('addFile', submission, { uploadId: id })).toEqual(added)
    expect(
      (await anna.get('seeSubmission', submission)).files.filter(file => file.name === 'cut.jpg'),
    ).toEqual([added])
    expect(await incoming()).toEqual([])
  })

  it('is given up, and then it is not there', async () => {
    const { id } = await anna.begin(submission, { name: 'x.jpg', size: 10 })
    const path = addressOf(routes.dropUpload, { ...submission, uploadId: id })
    expect((await anna.fetch(path, { method: 'DELETE', headers: TUS })).status).toBe(204)
    expect(await incoming()).toEqual([])
    expect((await anna.fetch(path, { method: 'HEAD', headers: TUS })).status).toBe(404)
  })

  it('belongs to the submission for which it was begun', async () => {
    const { id } = await anna.begin(submission, { name: 'x.jpg', size: 10 })
    const workId = await buildWork(school.world, school.built, { title: 'Another' })
    const other = submissionOf(school.built, workId, 'Anna Reyes')
    expect(await anna.ask('addFile', other, { uploadId: id })).toMatchObject({ status: 404 })
    const path = addressOf(routes.dropUpload, { ...other, uploadId: id })
    expect((await anna.fetch(path, { method: 'DELETE', headers: TUS })).status).toBe(404)
    await anna.fetch(addressOf(routes.dropUpload, { ...submission, uploadId: id }), {
      method: 'DELETE',
      headers: TUS,
    })
  })

  it('cut off in the middle harms nobody', async () => {
    const before = (await anna.get('seeSubmission', submission)).files.length
    await cutUpload(school.address, anna.cookie, addressOf(routes.beginUpload, submission))
    expect((await anna.get('seeSubmission', submission)).files.length).toBe(before)
    expect((await upload(await photo(), 'after.jpg')).status).toBe(200)
  })

  it('is sent from where it is asked for, so that a long recording can be listened to from its middle', async () => {
    const { reply } = await upload(Buffer.from('0123456789'), 'ten.txt')
    const path = addressOf(routes.seeFile, { ...submission, fileId: reply.id })
    const part = await teacher.fetch(path, { headers: { range: 'bytes=4-6' } })
    expect(part.status).toBe(206)
    expect(await part.text()).toBe('456')
    await anna.get('removeFile', { ...submission, fileId: reply.id })
  })

  it('one more than a submission takes is refused', async () => {
    const bytes = await photo()
    const here = (await anna.get('seeSubmission', submission)).files.length
    for (let n = here; n < FILE_LIMITS.count; n++) expect((await upload(bytes, `${n}.jpg`)).status).toBe(200)
    expect((await upload(bytes, 'more.jpg')).error).toMatchObject({
      code: 'files_many',
      params: { most: FILE_LIMITS.count },
    })
  })
})

describe('room', () => {
  /** As if files of so many bytes had been added. */
  const fill = (of: SubmissionAddress, size: number) =>
    school.world.db.write(() =>
      school.world.db.run(
        `insert into files (id, work_id, place_id, hash, name, type, size, added_by, added_at)
         select 'full' || $size, $workId, $placeId, 'none', 'full', 'video/mp4', $size, account_id, 0
         from places where id = $placeId`,
        { workId: of.workId, placeId: of.placeId, size },
      ),
    )

  it('is shown and limited, for a pupil and for the class, before anything is sent', async () => {
    const bos = submissionOf(school.built, submission.workId, 'Bo Lund')
    const used = (await school.bo.get('seeSubmission', bos)).room
    expect(used).toBe(0)
    await fill(bos, FILE_LIMITS.pupil - 3 * MIB)
    expect((await school.bo.get('seeSubmission', bos)).room).toBe(FILE_LIMITS.pupil - 3 * MIB)
    expect(await school.bo.begin(bos, { name: 'a.mp4', size: 4 * MIB })).toMatchObject({
      status: 413,
      error: { code: 'room_pupil', params: { most: 500, left: 3 } },
    })
    expect((await school.bo.begin(bos, { name: 'a.mp4', size: 2 * MIB })).status).toBe(201)
    const page = await teacher.get('seeFileSpace', { classId: submission.classId })
    expect(page.pupils[0]).toMatchObject({ name: 'Bo Lund', files: 1, used: FILE_LIMITS.pupil - 3 * MIB })
    await fill(bos, FILE_LIMITS.class)
    expect((await anna.begin({ ...submission }, { name: 'a.mp4', size: MIB })).error?.code).toMatch(
      /files_many|room_class/,
    )
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
/** A picture that keeps its size whatever stands behind it. */
const photoPng = () =>
  sharp({ create: { width: 8, height: 8, channels: 3, background: '#6fa7bd' } })
    .png()
    .toBuffer()

function cutUpload(address: string, cookie: string, path: string): Promise<void> {
  const { hostname, port } = new URL(address)
  return new Promise((resolve, reject) => {
    const socket = createConnection({ host: hostname, port: Number(port) }, () => {
      const head = [
        `POST ${path} HTTP/1.1`,
        `Host: ${hostname}:${port}`,
        `Cookie: ${cookie}`,
        'Tus-Resumable: 1.0.0',
        'Upload-Length: 500000',
        'Content-Type: application/offset+octet-stream',
        'Content-Length: 500000',
        '\r\n',
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
