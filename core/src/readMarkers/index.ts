import type { PlaceId, WorkId } from '../ids/index.js'

/** What somebody can have looked at, by which ids: for each a person has a marker, which holds when that was. */
type Looked = {
  today: []
  news: []
  submission: [WorkId, PlaceId]
  progress: [PlaceId]
}
export type MarkerKind = keyof Looked

const IDS: { readonly [K in MarkerKind]: Looked[K]['length'] } = {
  today: 0,
  news: 0,
  submission: 2,
  progress: 1,
}

/** The name of a read marker, as "submission:4ppvychsxgx97s9y:w3gfh8q2x6mzk4t1". */
export const markerOf = <K extends MarkerKind>(kind: K, ...ids: Looked[K]): string => [kind, ...ids].join(':')

/** As many columns as there are ids. */
type Columns = {
  today: []
  news: []
  submission: [string, string]
  progress: [string]
}

/** The same as SQL, from columns that hold the ids. */
export const markerInSql = <K extends MarkerKind>(kind: K, ...columns: Columns[K]): string =>
  [`'${kind}'`, ...columns].join(" || ':' || ")

/** Whether a text that somebody sends is the name of a marker: a kind that there is, and as many ids as it has. */
export function isMarker(text: string): boolean {
  const [kind = '', ...ids] = text.split(':')
  return (
    Object.hasOwn(IDS, kind) &&
    ids.length === IDS[kind as MarkerKind] &&
    ids.every(id => /^[0-9a-z]{16}$/.test(id))
  )
}
