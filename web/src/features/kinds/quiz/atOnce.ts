/** What goes in one request: so many answers, and so many characters of them. Drawings are long. */
const MOST = { answers: 50, characters: 250_000 }

/** The first of some answers that go together in one request: at least one, whatever its length. */
export function atOnce<T>(answers: readonly T[]): T[] {
  const taken: T[] = []
  let length = 0
  for (const one of answers) {
    length += JSON.stringify(one).length
    if (taken.length === MOST.answers || (taken.length && length > MOST.characters)) break
    taken.push(one)
  }
  return taken
}
