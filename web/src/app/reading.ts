import type { Me } from '@oppen/contract'
import { type ReadingSettings, readingSettingsFor, sizeOfScreens } from '@oppen/core/readingHelp'
import { useEffect } from 'react'

/** How text is for somebody. */
export const readingOf = ({ reading }: Me): ReadingSettings =>
  readingSettingsFor(reading.own, reading.beginning)

/** Attributes by which `reading.css` sets text as somebody chose; nothing for what is as usual. */
export function readingAttributes(settings: ReadingSettings): Readonly<Record<string, string | undefined>> {
  const { size, room, column, face, paper, numbered } = settings
  const unusual = (value: string | number) => (value === 'usual' || value === 100 ? undefined : String(value))
  return {
    'data-read-size': unusual(size),
    'data-read-room': unusual(room),
    'data-read-column': unusual(column),
    'data-read-face': unusual(face),
    'data-read-paper': unusual(paper),
    'data-read-numbered': numbered ? '' : undefined,
    'data-read-screens': settings.screens ? unusual(sizeOfScreens(settings)) : undefined,
  }
}

/** The letters that somebody chose are fetched when they did. */
const FACE_FILES: Readonly<Partial<Record<ReadingSettings['face'], () => Promise<unknown>>>> = {
  wide: () => import('@fontsource-variable/lexend/wght.css'),
  book: () => import('@fontsource-variable/literata/wght.css'),
  heavy: () =>
    Promise.all([import('@fontsource/opendyslexic/400.css'), import('@fontsource/opendyslexic/700.css')]),
}
export const fetchFace = (face: ReadingSettings['face']): void => {
  // without a network text stands in the letters that are here
  void FACE_FILES[face]?.().catch(() => undefined)
}

/** Sets the whole page as somebody chose, with what is laid over it, until somebody else is in. */
export function useReading(me: Me): void {
  const settings = readingOf(me)
  const chosen = JSON.stringify(settings)
  useEffect(() => {
    const now: ReadingSettings = JSON.parse(chosen)
    fetchFace(now.face)
    const page = document.documentElement
    const set = Object.entries(readingAttributes(now))
    for (const [name, value] of set) if (value !== undefined) page.setAttribute(name, value)
    return () => {
      for (const [name] of set) page.removeAttribute(name)
    }
  }, [chosen])
}

/** How often it was asked to begin, and for what: to read what is in sight (or to stop for a while), or to help with one word. */
export type Asked = { readonly times: number; readonly what: 'read' | 'word' }
