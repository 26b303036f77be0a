import type { WhenOptions } from '@oppen/core/timing'
import { Refusal, Said, Unreachable } from '../app/api.js'
import { playTime } from './playTime.js'
import { say, type WordKey } from './say.js'
import { when } from './times.js'

/** Parameters of refusals that are moments, to be said as times. */
const MOMENTS = ['at', 'now', 'opensAt', 'savedAt']
/** And those that are moments of a video, in seconds. */
const SECONDS = ['second', 'furthest']

/** What went wrong, in words: the thing, the reason and the way on. */
export function problemWords(error: unknown, time: WhenOptions): string {
  if (error instanceof Unreachable) return say('problem_unreachable')
  if (error instanceof Said) return error.message
  if (!(error instanceof Refusal)) return say('problem_unknown')
  const params = Object.fromEntries(
    Object.entries(error.params).map(([name, value]) => [
      name,
      MOMENTS.includes(name)
        ? when(Number(value), time)
        : SECONDS.includes(name)
          ? playTime(Number(value))
          : value,
    ]),
  )
  const what = typeof params.what === 'string' ? say(`what_${params.what}` as WordKey) : ''
  return say(`problem_${error.code}`, { ...params, what })
}
