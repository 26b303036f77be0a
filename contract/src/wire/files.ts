const MIB = 1024 * 1024

/** The kinds of files that may be added, by what they truly are; with the most bytes of one. */
export const FILE_KINDS = {
  picture: { types: ['image/jpeg', 'image/png', 'image/webp', 'image/gif'], most: 20 * MIB },
  pdf: { types: ['application/pdf'], most: 40 * MIB },
  audio: {
    types: ['audio/webm', 'audio/ogg', 'audio/mpeg', 'audio/mp4', 'audio/x-m4a', 'audio/wav', 'audio/flac'],
    most: 50 * MIB,
  },
  video: { types: ['video/webm', 'video/mp4', 'video/quicktime'], most: 100 * MIB },
  table: { types: ['text/csv'], most: 2 * MIB },
  text: { types: ['text/plain'], most: 2 * MIB },
  document: {
    types: [
      'application/vnd.openxmlformats-officedocument.wordprocessingml.document',
      'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
      'application/vnd.openxmlformats-officedocument.presentationml.presentation',
      'application/vnd.oasis.opendocument.text',
      'application/vnd.oasis.opendocument.spreadsheet',
      'application/vnd.oasis.opendocument.presentation',
    ],
    most: 20 * MIB,
  },
} as const satisfies Record<string, { types: readonly string[]; most: number }>

export type FileKind = keyof typeof FILE_KINDS

const KINDS = Object.keys(FILE_KINDS) as FileKind[]

/** The kind that a type of file belongs to; undefined for what is not taken. */
export const kindOfFile = (type: string): FileKind | undefined =>
  KINDS.find(kind => (FILE_KINDS[kind].types as readonly string[]).includes(type))

/** Every type that is taken. */
export const FILE_TYPES: readonly string[] = KINDS.flatMap(kind => FILE_KINDS[kind].types)

/** The same for the field that chooses a file; texts are known there by the ends of their names. */
export const FILE_CHOICE = [...FILE_TYPES, '.csv', '.tsv', '.txt', '.md'].join(',')

/** What may be added to a work, said before an upload begins and checked after it. */
export const FILE_LIMITS = {
  /** Bytes of one file that comes as a form: 20 MiB. */
  size: 20 * MIB,
  /** Bytes of the largest file that can be sent in parts. */
  largest: 100 * MIB,
  /** Bytes of a video that a teacher puts beside a work: a lesson is longer than what a pupil records. */
  lesson: 500 * MIB,
  /** Files on one submission. */
  count: 20,
  /** Pages of one worksheet, and so of a PDF that becomes one. */
  sheets: 60,
  /** Bytes of all files of one pupil in a class, and of all pupils of a class. */
  pupil: 500 * MIB,
  class: 10 * 1024 * MIB,
  /** Bytes of all files of a circle. */
  circle: 500 * MIB,
  /** Pixels of a picture, and of its longer side once it is kept. */
  pixels: 80_000_000,
  side: 3000,
  /** Pixels of the longer side of a picture that is taken at all. */
  longest: 40_000,
} as const
