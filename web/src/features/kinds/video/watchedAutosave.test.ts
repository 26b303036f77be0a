import type { VideoPage, WatchedBatch } from '@oppen/contract'
import { expect, it } from 'vitest'
import { Refusal } from '../../../app/api.js'
import type { Reached } from '../../../app/delivery.js'
import { type KeptViewing, WatchedAutosave } from './watchedAutosave.js'

type Answer = Reached<VideoPage & { elsewhere: boolean }>
const EMPTY: VideoPage = { position: 0, watched: [], passed: [] }

/** A page with a server that answers as it is told, and a clock that is moved by hand. */
function page(answers: (batch: WatchedBatch) => Promise<Answer>, server = EMPTY) {
  const sent: WatchedBatch[] = []
  let kept: KeptViewing | undefined
  const due: (() => void)[] = []
  const autosave = new WatchedAutosave(
    {
      send: batch => {
        sent.push(batch)
        return answers(batch)
      },
      keep: now => {
        kept = now && structuredClone(now)
        return true
      },
      later: run => {
        due.push(run)
        return () => void due.splice(due.indexOf(run), 1)
      },
    },
    server,
  )
  return { autosave, sent, kept: () => kept, due }
}
const saved = (watched: VideoPage['watched'], elsewhere = false): Answer => ({
  is: 'saved',
  saved: { ...EMPTY, watched, elsewhere },
})
const once = (from: number, to: number) => ({ from, to, times: 1 })

it('what is played is on the device at once, and goes in one batch as one stretch where it goes on', async () => {
  const one = page(async () => saved([once(0, 15)]))
  one.autosave.played({ from: 0, to: 5 })
  one.autosave.played({ from: 5, to: 10 })
  one.autosave.played({ from: 10, to: 15 })
  one.autosave.stopped(15)
  expect(one.kept()?.open?.stretches).toEqual([{ from: 0, to: 15 }])
  expect(one.autosave.watched).toEqual([once(0, 15)])
  await one.autosave.flush()
  expect(one.sent).toEqual([
    { number: 1, position: 15, stretches: [{ from: 0, to: 15 }], stopped: [15], back: [], passed: [] },
  ])
  expect([one.kept(), one.autosave.status.is]).toEqual([undefined, 'saved'])
})

it('what did not arrive is sent again as it was, and what came meanwhile after it', async () => {
  let reachable = false
  const one = page(async () => (reachable ? saved([once(0, 9)]) : { is: 'unreachable' }))
  one.autosave.played({ from: 0, to: 5 })
  await one.autosave.flush()
  one.autosave.played({ from: 5, to: 9 })
  expect(one.autosave.status).toEqual({ is: 'unsaved', why: 'unreachable' })
  expect(one.kept()).toMatchObject({ sealed: [{ number: 1 }], open: { stretches: [{ from: 5, to: 9 }] } })
  reachable = true
  await one.autosave.flush()
  expect(one.sent.map(({ number, stretches }) => [number, stretches])).toEqual([
    [1, [{ from: 0, to: 5 }]],
    [1, [{ from: 0, to: 5 }]],
    [2, [{ from: 5, to: 9 }]],
  ])
})

it('what is played while a batch is on its way goes with the next', async () => {
  const answers: ((answer: Answer) => void)[] = []
  const one = page(() => new Promise(resolve => answers.push(resolve)))
  one.autosave.played({ from: 0, to: 5 })
  const flushed = one.autosave.flush()
  one.autosave.played({ from: 5, to: 9 })
  answers[0]?.(saved([once(0, 5)]))
  await expect.poll(() => answers.length).toBe(2)
  expect(one.autosave.watched).toEqual([once(0, 9)])
  answers[1]?.(saved([once(0, 9)]))
  await flushed
  expect(one.autosave.dirty).toBe(false)
})

it('what is refused stays on the device, and says why', async () => {
  const error = new Refusal(404, { code: 'not_found' })
  const one = page(async () => ({ is: 'refused', error }))
  one.autosave.played({ from: 0, to: 5 })
  await one.autosave.flush()
  expect(one.autosave.status).toEqual({ is: 'refused', error })
  expect(one.kept()?.sealed).toHaveLength(1)
})

it('a stop that is passed twice is passed by its last way, and the place is where it was left', async () => {
  const one = page(async () => ({ is: 'unreachable' }), { ...EMPTY, passed: [{ stopId: 'c', wayId: 'a' }] })
  one.autosave.pass({ stopId: 'c', wayId: 'b' }, 20)
  one.autosave.wentBack(30, 8)
  expect(one.autosave.passed).toEqual([{ stopId: 'c', wayId: 'b' }])
  expect(one.autosave.position).toBe(8)
})

it('another device is named once it is heard of twice in a row', async () => {
  let elsewhere = true
  const one = page(async () => saved([], elsewhere))
  const play = async () => {
    one.autosave.played({ from: 0, to: 5 })
    await one.autosave.flush()
    return one.autosave.elsewhere
  }
  expect([await play(), await play()]).toEqual([false, true])
  elsewhere = false
  expect(await play()).toBe(false)
})

it('a batch never grows beyond what the server takes', async () => {
  const one = page(async () => ({ is: 'unreachable' }))
  for (let at = 0; at < 700; at++) one.autosave.played({ from: 3 * at, to: 3 * at + 1 })
  const { sealed = [], open } = one.kept() ?? {}
  const all = [...sealed, ...(open ? [open] : [])]
  expect(all.every(({ stretches }) => stretches.length <= 500)).toBe(true)
  expect(all.flatMap(({ stretches }) => stretches)).toHaveLength(700)
})
