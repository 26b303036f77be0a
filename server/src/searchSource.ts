import type { CircleId, ClassId, Instant, PlaceId, WorkId } from '@oppen/core/ids'

/** A text that can be found, as it stands in its table now. */
export type Source = {
  ref: string
  classId: ClassId | null
  circleId: CircleId | null
  workId: WorkId | null
  placeId: PlaceId | null
  at: Instant | null
  title: string
  /** Formatted text. */
  html: string
}

const NOTHING = {
  classId: 'null',
  circleId: 'null',
  workId: 'null',
  placeId: 'null',
  at: 'null',
  title: "''",
  html: "''",
}

/** A statement that reads the sources of given refs ($refs, as JSON); what was removed is none. */
export const reading = (
  fields: Partial<Record<keyof Source, string>> & { ref: string },
  from: string,
): string =>
  `select ${Object.entries({ ...NOTHING, ...fields })
    .map(([name, sql]) => `${sql} as ${name}`)
    .join(', ')} ${from}`

/** Plain text as it would stand in formatted text. */
export const plain = (text: string): string => `replace(replace(${text}, '&', '&amp;'), '<', '&lt;')`

/** Whether a ref is one of those asked for. */
export const IN = 'in (select value from json_each($refs))'
