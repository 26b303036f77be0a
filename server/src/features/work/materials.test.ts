import { readdir } from 'node:fs/promises'
import { join } from 'node:path'
import { addressOf, FILE_LIMITS, routes } from '@oppen/contract'
import type { WorkId } from '@oppen/core/ids'
import { buildWork, type SmallSchool, smallSchool, submissionOf, TUS, wormVideo } from '@oppen/demo'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { roomOfClass } from './queriesOfPosting.js'

let school: SmallSchool
let workId: WorkId
let video: Buffer
beforeAll(async () => {
  school = await smallSchool()
  video = await wormVideo()
})
afterAll(() => school.stop())
beforeEach(async () => {
  workId = await buildWork(school.world, school.built, { title: 'Worms' })
})

const work = () => ({ classId: school.built.classId, workId })
const parts = () => readdir(join(school.folder, 'files', 'uploads'))
const begun = async (bytes: Uint8Array = video, name = 'worm.webm') =>
  school.teacher.beginMaterial(work(), { name, type: 'video/webm', size: bytes.length }, bytes)
const taken = async () => {
  const { id } = await begun()
  return school.teacher.get('takeMaterial', work(), { uploadId: id })
}

describe('a large file beside the directions', () => {
  it('comes in parts, goes on after a cut, and is there once however often and at once it is taken', async () => {
    const half = Math.floor(video.length / 2)
    const { id } = await school.teacher.beginMaterial(
      work(),
      { name: 'worm.webm', type: 'video/webm', size: video.length },
      video.subarray(0, half),
    )
    expect((await school.teacher.ask('takeMaterial', work(), { uploadId: id })).error?.code).toBe('file_cut')
    const address = addressOf(routes.sendMaterialPart, { ...work(), uploadId: id })
    const known = await school.teacher.fetch(address, { method: 'HEAD', headers: TUS })
    expect(known.headers.get('upload-offset')).toBe(String(half))
    await school.teacher.fetch(address, {
      method: 'PATCH',
      body: Uint8Array.from(video.subarray(half)),
      headers: { ...TUS, 'upload-offset': String(half), 'content-type': 'application/offset+octet-stream' },
    })
    const answers = await Promise.all(
      Array.from({ length: 4 }, () => school.teacher.ask('takeMaterial', work(), { uploadId: id })),
    )
    expect(answers.map(({ status }) => status)).toEqual([200, 200, 200, 200])
    expect(new Set(answers.map(({ reply }) => reply.id)).size).toBe(1)
    expect(answers[0]?.reply).toMatchObject({ title: 'worm.webm', type: 'video/webm', size: video.length })
    expect(await parts()).toEqual([])
  })

  it('is what it holds and not what it is called', async () => {
    const { id } = await begun(Buffer.from('only words'), 'worm.mp4')
    expect((await school.teacher.ask('takeMaterial', work(), { uploadId: id })).error?.code).toBe('file_type')
    const { id: other } = await begun(video, 'worm.txt')
    expect(await school.teacher.get('takeMaterial', work(), { uploadId: other })).toMatchObject({
      type: 'video/webm',
    })
  })

  it('is refused before it is sent where it is too large, or the class has no room', async () => {
    const large = { name: 'film.mp4', size: FILE_LIMITS.lesson + 1 }
    expect((await school.teacher.beginMaterial(work(), large)).status).toBe(413)
    const { limits } = school.world
    const { class: most } = limits
    Object.assign(limits, { class: 1024 })
    try {
      expect((await begun()).error?.code).toBe('room_class')
    } finally {
      Object.assign(limits, { class: most })
    }
  })

  it('takes its room from when it is begun until it is dropped or taken, and never that of pupils', async () => {
    const { world, built, anna } = school
    const { limits } = world
    const { class: most } = limits
    const used = await roomOfClass(world.db, built.classId, '')
    // room for one more and for no other
    Object.assign(limits, { class: used + Math.floor(video.length * 1.5) })
    try {
      const { id } = await begun()
      expect((await begun()).error?.code).toBe('room_class')
      const own = submissionOf(built, workId, 'Anna Reyes')
      expect((await anna.begin(own, { name: 'gauge.jpg', size: video.length })).status).toBe(201)
      await school.teacher.fetch(addressOf(routes.dropMaterialUpload, { ...work(), uploadId: id }), {
        method: 'DELETE',
        headers: TUS,
      })
      Object.assign(limits, { class: limits.class + video.length })
      await school.teacher.get('takeMaterial', work(), { uploadId: (await begun()).id })
      expect((await begun()).error?.code).toBe('room_class')
    } finally {
      Object.assign(limits, { class: most })
    }
  })

  it('is nobody else’s: another work does not find it, and pupils cannot begin one', async () => {
    const { id } = await begun()
    const other = { ...work(), workId: await buildWork(school.world, school.built, { title: 'Other' }) }
    expect((await school.teacher.ask('takeMaterial', other, { uploadId: id })).status).toBe(404)
    expect((await school.anna.beginMaterial(work(), { name: 'x.webm', size: 10 })).status).toBe(404)
  })
})

/** What "HTTP Semantics" (RFC 9110), section 14, asks of an answer in ranges. */
describe('a video is sent in ranges', () => {
  let address: string
  beforeEach(async () => {
    const { id } = await taken()
    address = addressOf(routes.seeMaterial, { ...work(), materialId: id })
  })
  const ask = (headers: Record<string, string>) => school.teacher.fetch(address, { headers })
  const bytesOf = async (response: Response) => Buffer.from(await response.arrayBuffer())

  it('is sent whole with its type, its length and that ranges are taken', async () => {
    const response = await ask({})
    expect(response.status).toBe(200)
    expect(response.headers.get('content-type')).toBe('video/webm')
    expect(response.headers.get('accept-ranges')).toBe('bytes')
    expect(response.headers.get('content-length')).toBe(String(video.length))
    expect((await bytesOf(response)).equals(video)).toBe(true)
  })

  it.each([
    ['bytes=0-499', 0, 499],
    ['bytes=500-999', 500, 999],
    ['bytes=0-0', 0, 0],
    ['bytes=-500', -500, -1],
    ['bytes=9500-', 9500, -1],
    ['bytes=500-99999999', 500, -1],
  ])('%s is part of it, with where it stands (14.1.2, 14.4)', async (range, from, to) => {
    const response = await ask({ range })
    const first = from < 0 ? video.length + from : from
    const last = to < 0 ? video.length + to : to
    expect(response.status).toBe(206)
    expect(response.headers.get('content-range')).toBe(`bytes ${first}-${last}/${video.length}`)
    expect((await bytesOf(response)).equals(video.subarray(first, last + 1))).toBe(true)
  })

  it('what begins behind its end cannot be sent, and the length is said (15.5.17)', async () => {
    const response = await ask({ range: `bytes=${video.length}-` })
    expect(response.status).toBe(416)
    expect(response.headers.get('content-range')).toBe(`bytes */${video.length}`)
  })

  it('other units are as if nothing had been asked, and what is no range is rejected, or as if it had not been asked (14.2)', async () => {
    expect((await ask({ range: 'lines=1-2' })).status).toBe(200)
    for (const range of ['bytes=5-1', 'bytes=a-b'])
      expect([200, 416]).toContain((await ask({ range })).status)
  })

  it('a part of what was is not sent once it is another (13.1.5, If-Range)', async () => {
    const etag = (await ask({ range: 'bytes=0-9' })).headers.get('etag') ?? ''
    expect((await ask({ range: 'bytes=0-9', 'if-range': etag })).status).toBe(206)
    expect((await ask({ range: 'bytes=0-9', 'if-range': '"another"' })).status).toBe(200)
  })
})
