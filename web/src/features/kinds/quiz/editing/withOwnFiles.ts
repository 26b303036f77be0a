import type { Question } from '@oppen/core/questions'

const FILES = /\/api\/classes\/[\w-]+\/works\/[\w-]+\/materials\/[\w-]+/g

/**
 * A question of another work with its pictures and sounds as files of this one: its pupils may not see those of the other.
 * Rejects where one of them cannot be fetched or does not arrive.
 */
export async function withOwnFiles(
  question: Question,
  onFile: (file: File) => Promise<string>,
): Promise<Question> {
  let text = JSON.stringify(question)
  for (const address of new Set(text.match(FILES))) {
    const answer = await fetch(address)
    if (!answer.ok) throw new Error(`status ${answer.status}`)
    const type = answer.headers.get('content-type') ?? ''
    const name = `${address.split('/').at(-1)}.${type.split('/')[1]?.split(';')[0] ?? 'bin'}`
    text = text.replaceAll(address, await onFile(new File([await answer.blob()], name, { type })))
  }
  return JSON.parse(text)
}
