import { routes } from '@oppen/contract'
import type { ClassId } from '@oppen/core/ids'
import { afterEach, describe, expect, it } from 'vitest'
import { call, Refusal, Unreachable } from './api.js'
import { dropAnswers, isMissing, missingReads, noteMissing, setPageState } from './pageState.js'

const classId = 'k1' as ClassId
const TODAY = '/api/today'
const asked: string[] = []
const fetch = globalThis.fetch

/** A server that says what it was asked. */
const online = () => {
  globalThis.fetch = async input => {
    asked.push(String(input))
    return Response.json({ from: 'server' })
  }
}
afterEach(() => {
  globalThis.fetch = fetch
  asked.length = 0
  setPageState({ answers: {}, rendered: null, styles: [] })
})

const sent = (answers: Record<string, [number, unknown]>) =>
  setPageState({ answers, rendered: null, styles: [] })

describe('what came with the page', () => {
  it('answers the first time it is asked for, and after that the server does', async () => {
    online()
    sent({ [TODAY]: [200, { from: 'page' }] })
    expect(await call(routes.seeToday, {})).toEqual({ from: 'page' })
    expect(await call(routes.seeToday, {})).toEqual({ from: 'server' })
    expect(asked).toEqual([TODAY])
  })

  it('is a refusal where the server refused it', async () => {
    online()
    sent({ '/api/classes/k1/topics': [404, { error: { code: 'not_found' } }] })
    await expect(call(routes.seeTopics, { classId })).rejects.toMatchObject(
      new Refusal(404, { code: 'not_found' }),
    )
    expect(asked).toEqual([])
  })

  it('is dropped once the first screen is there: it would grow old', async () => {
    online()
    sent({ [TODAY]: [200, { from: 'page' }] })
    dropAnswers()
    expect(await call(routes.seeToday, {})).toEqual({ from: 'server' })
  })

  it('answers nothing that changes something, though it has the same address', async () => {
    online()
    sent({ '/api/account': [200, { from: 'page' }] })
    await call(routes.changeAccount, {}, {} as never)
    expect(asked).toEqual(['/api/account'])
  })
})

it('on the server what did not come is noted by its name, once, and asked of nobody', async () => {
  online()
  expect(isMissing(routes.seeToday, {})).toBe(false)
  noteMissing()
  for (let n = 0; n < 2; n++)
    await expect(call(routes.seeTopics, { classId })).rejects.toBeInstanceOf(Unreachable)
  expect(missingReads()).toEqual([{ name: 'seeTopics', params: { classId } }])
  expect(asked).toEqual([])
})
