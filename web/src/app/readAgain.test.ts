import { QueryClient, QueryObserver } from '@tanstack/react-query'
import { expect, it } from 'vitest'
import { readAgain } from './readAgain.js'

/** A read that is answered when the test says so, with what was so when it was asked. */
function slowly() {
  let said = 'old'
  const answers: (() => void)[] = []
  const asked = () => {
    const now = said
    return new Promise<string>(resolve => answers.push(() => resolve(now)))
  }
  const change = () => {
    said = 'new'
  }
  return { asked, change, answers }
}

it.each([
  ['on its way for the first time', 0],
  ['there already', 1],
])('what is %s when something changes is read as it is afterwards', async (_, before) => {
  const client = new QueryClient()
  const { asked, change, answers } = slowly()
  const stop = new QueryObserver(client, { queryKey: ['a', 'b'], queryFn: asked }).subscribe(() => undefined)
  if (before) {
    answers[0]?.()
    await expect.poll(() => client.getQueryData(['a', 'b'])).toBe('old')
  }
  change()
  const read = readAgain(client, { queryKey: ['a'] })
  // each is answered as it comes
  const answering = setInterval(() => {
    for (const answer of answers) answer()
  }, 1)
  await read
  clearInterval(answering)
  expect(client.getQueryData(['a', 'b'])).toBe('new')
  expect(answers).toHaveLength(2)
  stop()
})

it('what nobody looks at is not read, and known to be old', async () => {
  const client = new QueryClient()
  client.setQueryData(['a'], 'old')
  await readAgain(client)
  expect(client.getQueryState(['a'])).toMatchObject({ isInvalidated: true, data: 'old' })
})
