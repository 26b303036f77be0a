import { QueryObserver } from '@tanstack/react-query'
import { describe, expect, it } from 'vitest'
import { Refusal, Unreachable } from './api.js'
import { makeQueryClient } from './queryClient.js'

/** A page that was read and is then answered otherwise; what stands of it on the screen. */
async function afterwards(answer: Error): Promise<{ data: unknown; asked: number }> {
  const client = makeQueryClient()
  let asked = 0
  const read = async () => {
    asked += 1
    if (asked > 1) throw answer
    return 'a page of the circle'
  }
  const observer = new QueryObserver(client, { queryKey: ['circle'], queryFn: read, retry: false })
  const stop = observer.subscribe(() => undefined)
  await expect.poll(() => observer.getCurrentResult().data).toBe('a page of the circle')
  await client.invalidateQueries()
  await expect.poll(() => observer.getCurrentResult().isError).toBe(true)
  const { data } = observer.getCurrentResult()
  stop()
  client.clear()
  return { data, asked }
}

describe('a page that was read and is read anew', () => {
  it('is shown no longer where it is not for its reader any more', async () => {
    const { data, asked } = await afterwards(new Refusal(404, { code: 'not_found' }))
    expect(data).toBeUndefined()
    expect(asked).toBeLessThan(5)
  })

  it('stays where it is refused for another reason or cannot be reached', async () => {
    expect((await afterwards(new Refusal(409, { code: 'draft_changed' }))).data).toBeDefined()
    expect((await afterwards(new Unreachable('no network'))).data).toBeDefined()
  })
})
