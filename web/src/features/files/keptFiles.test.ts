import { Response as BrowserResponse, caches, setGlobalOrigin } from 'undici'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { forgetFile, isKept, KeptRecording, keepFile, keptFiles, submissionsWithFiles } from './keptFiles.js'

/** Caches as browsers have them (the Service Workers standard), by undici. */
beforeEach(() => {
  setGlobalOrigin('http://oppen.example')
  Object.assign(globalThis, { caches, Response: BrowserResponse })
})
afterEach(async () => {
  for (const name of await caches.keys()) await caches.delete(name)
})

const OWNER = 'ann w1 p1'
const text = (name: string, words: string) => new File([words], name, { type: 'text/plain' })
const part = (words: string) => new Blob([words], { type: 'audio/webm' })
const seen = async (owner = OWNER) =>
  Promise.all(
    (await keptFiles(owner)).map(async ({ file }) => `${file.name} ${file.type} ${await file.text()}`),
  )

describe('files on their way', () => {
  it('are kept for one submission of one person, with whatever name, in the order in which they came', async () => {
    await keepFile(OWNER, text('größe / 1?.txt', 'one'))
    await keepFile('ann w10 p1', text('other.txt', 'two'))
    await keepFile('anna w1 p1', text('hers.txt', 'three'))
    expect(await seen()).toEqual(['größe / 1?.txt text/plain one'])
    expect((await submissionsWithFiles('ann')).sort()).toEqual(['w1 p1', 'w10 p1'])
    expect(await submissionsWithFiles('an')).toEqual([])
  })

  it('are kept until they are forgotten, and known to be gone by whoever found them before', async () => {
    const { key } = await keepFile(OWNER, text('a.txt', 'one'))
    const [found] = await keptFiles(OWNER)
    expect(found).toMatchObject({ key, stored: true, cut: false })
    expect(found && (await isKept(found))).toBe(true)
    await forgetFile(key)
    expect(found && (await isKept(found))).toBe(false)
    expect(await seen()).toEqual([])
  })
})

describe('a recording in the making', () => {
  it('is there by what came of it, whatever ended its page', async () => {
    const recording = new KeptRecording(OWNER, 'Voice.webm')
    for (let n = 0; n < 12; n++) recording.add(part(`${n},`))
    await expect.poll(seen).toEqual(['Voice.webm audio/webm 0,1,2,3,4,5,6,7,8,9,10,11,'])
    expect(await keptFiles(OWNER)).toMatchObject([{ cut: true, stored: true }])
    expect(await submissionsWithFiles('ann')).toEqual(['w1 p1'])
  })

  it('that is finished is a file like any other, and its parts go with it', async () => {
    const recording = new KeptRecording(OWNER, 'Voice.webm')
    recording.add(part('a'))
    recording.add(part('b'))
    const kept = await recording.finished(text('Voice.webm', 'ab'))
    expect(kept).toMatchObject({ stored: true })
    await forgetFile(kept?.key ?? '')
    expect(await seen()).toEqual([])
  })

  it('whose beginning another tab took for a whole is sent from its page', async () => {
    const recording = new KeptRecording(OWNER, 'Voice.webm')
    recording.add(part('a'))
    await expect.poll(seen).toHaveLength(1)
    const [taken] = await keptFiles(OWNER)
    await forgetFile(taken?.key ?? '')
    recording.add(part('b'))
    expect(await recording.finished(text('Voice.webm', 'ab'))).toBeUndefined()
    expect(await seen()).toEqual([])
  })

  it('that nobody wants leaves nothing, also of what is still being written', async () => {
    await keepFile(OWNER, text('a.txt', 'one'))
    const recording = new KeptRecording(OWNER, 'Voice.webm')
    recording.add(part('a'))
    await recording.drop()
    expect(await seen()).toEqual(['a.txt text/plain one'])
  })

  it('for which the device has no room is only on its page, and its beginning leaves nothing', async () => {
    const cache = await caches.open('oppen files')
    const recording = new KeptRecording(OWNER, 'Voice.webm')
    recording.add(part('a'))
    await expect.poll(seen).toHaveLength(1)
    // a browser refuses like this what does not fit
    Object.assign(globalThis, {
      caches: {
        open: async () => ({
          put: () => Promise.reject(new DOMException('full', 'QuotaExceededError')),
          keys: () => cache.keys(),
          match: (path: string) => cache.match(path),
          delete: (path: string) => cache.delete(path),
        }),
      },
    })
    recording.add(part('b'))
    recording.add(part('c'))
    expect(await recording.finished(text('Voice.webm', 'abc'))).toBeUndefined()
    expect(await seen()).toEqual([])
    expect(await keepFile(OWNER, text('Voice.webm', 'abc'))).toMatchObject({ stored: false })
  })
})
