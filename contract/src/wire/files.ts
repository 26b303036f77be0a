/** What may be added to a piece of work, said before an upload begins and checked after it. */
export const FILE_LIMITS = {
  /** Bytes of one file: 20 MiB. */
  size: 20 * 1024 * 1024,
  /** Files on one piece. */
  count: 20,
  types: ['image/jpeg', 'image/png', 'image/webp', 'application/pdf'],
} as const
