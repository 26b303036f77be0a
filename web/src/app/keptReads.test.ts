import type { Me } from '@oppen/contract'
import { Response as BrowserResponse, caches, setGlobalOrigin } from 'undici'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { Refusal, Unreachable } from './api.js'
import { forgetReads, keepMe, keepRead } from './keptReads.js'

/** Caches as browsers have them (the Service Workers standard), by undici. */
beforeEach(() => {
  setGlobalOrigin('http://oppen.example')
  Object.assign(globalThis, { caches, Response: BrowserResponse })
})
afterEach(async () => {
  for (const name of await caches.keys()) await caches.delete(name)
})

const NOW = 1_800_000_000_000
const me = (id: string, more: object = {}) =>
  ({ account: { id, kind: 'pupil' }, now: NOW, tablet: null, ...more }) as unknown as Me
const cut = (): Promise<never> => Promise.reject(new Unreachable('no network'))
const refused = (): Promise<never> => Promise.reject(new Refusal(401, { code: 'sign_in_needed' }))

/** Keeping goes on behind what is shown: this waits until it has come to that. */
const until = (wanted: () => Promise<boolean>) => expect.poll(wanted, { interval: 2 }).toBe(true)
const kept = async () => {
  const cache = await caches.open('oppen kept 3')
  return (await cache.keys()).map(({ url }) => new URL(url).pathname)
}
const isIn = async (who: Me) => {
  await keepMe(async () => who)
  if (!who.tablet) await until(async () => (await kept()).includes('/kept/me'))
}
const reading = async (name: string, data: object) => {
  await keepRead(name, async () => data)
  await until(async () => (await kept()).at(-1) === `/kept/${name}`)
}

describe('who is in', () => {
  it('is who was in last, while there is no network, and the time goes on', async () => {
    await isIn(me('ann'))
    const before = Date.now()
    const found = await keepMe(cut)
    expect(found.account.id).toBe('ann')
    expect(found.now).toBeGreaterThanOrEqual(NOW)
    expect(found.now).toBeLessThanOrEqual(NOW + (Date.now() - before) + 1_000)
  })

  it('is nobody on a device where nobody was, nor after a sign-out', async () => {
    await expect(keepMe(cut)).rejects.toThrow(Unreachable)
    await isIn(me('ann'))
    await forgetReads()
    await expect(keepMe(cut)).rejects.toThrow(Unreachable)
  })

  it('is nobody once the server has said so, and what they read is gone', async () => {
    await isIn(me('ann'))
    await reading('submission/w1/p1', { words: 'mine' })
    await expect(keepMe(refused)).rejects.toThrow(Refusal)
    await until(async () => !(await caches.has('oppen kept 3')))
    await expect(keepRead('submission/w1/p1', cut)).rejects.toThrow(Unreachable)
  })
})

describe('what somebody read', () => {
  it('is there without a network as it was last; what the server refuses is refused', async () => {
    await isIn(me('ann'))
    await reading('submission/w1/p1', { words: 'first' })
    await reading('submission/w2/p1', { words: 'other' })
    await reading('submission/w1/p1', { words: 'second' })
    expect(await keepRead('submission/w1/p1', cut)).toEqual({ words: 'second' })
    await expect(keepRead('submission/w1/p1', refused)).rejects.toThrow(Refusal)
    await expect(keepRead('submission/w3/p1', cut)).rejects.toThrow(Unreachable)
  })

  it('goes with them: somebody else at the device finds nothing', async () => {
    await isIn(me('ann'))
    await reading('submission/w1/p1', { words: 'mine' })
    await (await caches.open('oppen kept files 2')).put('/api/picture', new BrowserResponse('mine'))
    await keepMe(async () => me('bo'))
    await until(async () => !(await kept()).includes('/kept/submission/w1/p1') && (await kept()).length === 1)
    await expect(keepRead('submission/w1/p1', cut)).rejects.toThrow(Unreachable)
    expect(await caches.has('oppen kept files 2')).toBe(false)
  })

  it('is never kept on a tablet that a class shares', async () => {
    await isIn(me('ann'))
    await keepMe(async () => me('ann', { tablet: { classId: 'c1' } }))
    await until(async () => !(await caches.has('oppen kept 3')))
    await keepRead('submission/w1/p1', async () => ({ words: 'mine' }))
    await expect(keepRead('submission/w1/p1', cut)).rejects.toThrow(Unreachable)
  })

  it('is kept for nobody but a pupil: a teacher’s device has nothing of it', async () => {
    await isIn(me('ann', { account: { id: 'ann', kind: 'teacher' } }))
    await keepRead('submission/w1/p1', async () => ({ words: 'a pupil’s' }))
    await expect(keepRead('submission/w1/p1', cut)).rejects.toThrow(Unreachable)
    expect(await kept()).toEqual(['/kept/me'])
  })

  it('that comes after they signed out is shown to them and not kept', async () => {
    await isIn(me('ann'))
    let come = (_: object): void => undefined
    const late = keepRead('submission/w1/p1', () => new Promise<object>(done => (come = done)))
    await forgetReads()
    come({ words: 'late' })
    expect(await late).toEqual({ words: 'late' })
    await expect(keepRead('submission/w1/p1', cut)).rejects.toThrow(Unreachable)
    expect(await kept()).toEqual([])
  })

  it('is kept of the last twelve submissions', async () => {
    await isIn(me('ann'))
    for (let n = 1; n <= 14; n++) await reading(`submission/w${n}/p1`, { n })
    await until(async () => (await kept()).length === 13)
    expect(await keepRead('submission/w3/p1', cut)).toEqual({ n: 3 })
    await expect(keepRead('submission/w2/p1', cut)).rejects.toThrow(Unreachable)
  })
})
