type Follow = (range: Range) => void

const followers = new Set<Follow>()

/** Tells of each place of the page that is heard, until what it gives back is called. */
export function followVoice(follow: Follow): () => void {
  followers.add(follow)
  return () => followers.delete(follow)
}

export function tellHeard(range: Range): void {
  for (const follow of followers) follow(range)
}
