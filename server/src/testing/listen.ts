import type { LiveEvent } from '@oppen/contract'
import type { Person } from '@oppen/demo'

/** An open live stream and what has come over it so far. */
export async function listen(person: Person) {
  const response = await person.fetch('/api/live', { headers: { accept: 'text/event-stream' } })
  const reader = response.body?.getReader()
  const heard: LiveEvent[] = []
  let ended = false
  void (async () => {
    let text = ''
    for (;;) {
      const next = await reader?.read().catch(() => undefined)
      if (!next || next.done) break
      text += Buffer.from(next.value).toString()
      const parts = text.split('\n\n')
      text = parts.pop() ?? ''
      for (const part of parts) {
        const data = part.split('\n').find(line => line.startsWith('data:'))
        if (data) heard.push(JSON.parse(data.slice(5)))
      }
    }
    ended = true
  })()
  return { heard, ended: () => ended, stop: () => reader?.cancel() }
}
