import type { KnownLanguage, Showing } from './words.js'

/** How large letters are, in percent of the usual size. */
export const SIZES = [100, 115, 130, 150, 175, 200] as const
/** How much room is between letters, words and lines. */
export const ROOMS = ['usual', 'more', 'most'] as const
/** How long a line may become. */
export const COLUMNS = ['usual', 'narrow', 'narrowest'] as const
/** What the text stands on. */
export const PAPERS = ['usual', 'straw', 'mist', 'petal', 'dusk'] as const
/** The letters: Oppen's own, wide ones, those of books, and ones that are heavy at the foot. */
export const FACES = ['usual', 'wide', 'book', 'heavy'] as const
/** So many lines the guide leaves bright; 0 for no guide. */
export const GUIDES = [0, 1, 2, 3, 5] as const

/** How quickly text is read aloud, in percent of the usual. */
export const SPEEDS = [60, 80, 100, 125, 150] as const
/** Who reads aloud: Oppen's own voice, the same higher or lower, or a voice of the device where it has one. */
export const VOICES = ['usual', 'higher', 'lower', 'device'] as const

/** What makes text easier to read for one person. */
export type ReadingSettings = {
  readonly size: (typeof SIZES)[number]
  readonly room: (typeof ROOMS)[number]
  readonly column: (typeof COLUMNS)[number]
  readonly paper: (typeof PAPERS)[number]
  readonly face: (typeof FACES)[number]
  /** Whether paragraphs have numbers, so that a class can speak about the third. */
  readonly numbered: boolean
  readonly guide: (typeof GUIDES)[number]
  /** Whether size and room hold for what Oppen itself says as well, on every screen. */
  readonly screens: boolean
  readonly speed: (typeof SPEEDS)[number]
  readonly voice: (typeof VOICES)[number]
  /** Whether what reads aloud stands on every page. */
  readonly listen: boolean
  /** Whether a button that somebody points at says its name. */
  readonly points: boolean
  readonly showing: Showing
  /** The language in which this person wants to see what a word means; null for none. */
  readonly known: KnownLanguage | null
  /** Whether teachers may see what this person chose; nobody sees it otherwise. */
  readonly shown: boolean
}

/** As text is for whoever has chosen nothing. */
export const USUAL: ReadingSettings = {
  size: 100,
  room: 'usual',
  column: 'usual',
  paper: 'usual',
  face: 'usual',
  numbered: false,
  guide: 0,
  screens: false,
  speed: 100,
  voice: 'usual',
  listen: false,
  points: false,
  showing: 'nothing',
  known: null,
  shown: false,
}

/** What holds for somebody: what they chose, else what a teacher set for their beginning. */
export const readingSettingsFor = (
  own: ReadingSettings | null,
  beginning: ReadingSettings | null,
): ReadingSettings => own ?? beginning ?? USUAL

/** Room between letters and words in em, and between the lines and paragraphs of a text in its own size. */
export type Room = {
  readonly letter: number
  readonly word: number
  readonly line: number
  readonly paragraph: number
}

/**
 * The rooms there are. `most` is what text must stand without loss by WCAG 2.2, 1.4.12 "Text Spacing": letters 0.12, words 0.16,
 * lines at least 1.5, and paragraphs two lines' worth of letters apart.
 */
export const ROOM_OF: Readonly<Record<ReadingSettings['room'], Room>> = {
  usual: { letter: 0, word: 0, line: 1.45, paragraph: 0.65 },
  more: { letter: 0.05, word: 0.1, line: 1.7, paragraph: 1.2 },
  most: { letter: 0.12, word: 0.16, line: 2, paragraph: 2 },
}

/** The longest line, in widths of the digit 0 (CSS `ch`); null where the screen says. */
export const COLUMN_OF: Readonly<Record<ReadingSettings['column'], number | null>> = {
  usual: null,
  narrow: 48,
  narrowest: 34,
}

/** Screens of Oppen itself grow no further than to this percentage: a phone has to hold them. */
export const MOST_OF_SCREENS = 130

/** How large what Oppen itself says is, in percent. */
export const sizeOfScreens = ({ size, screens }: ReadingSettings): number =>
  screens ? Math.min(size, MOST_OF_SCREENS) : 100
