import { passageText } from '@oppen/core/passage'
import type { Span } from '@oppen/core/speech'
import { linesOfQuestion, type Passage } from '@oppen/core/work/kinds/reading'
import { useCallback, useMemo, useState } from 'react'
import { type PassagePart, partAt, partsOf } from './parts.js'

export type QuestionPlaces = {
  readonly text: string
  readonly parts: readonly PassagePart[]
  /** The lines that a question is about, where it is about some. */
  readonly linesOf: (questionId: string) => Span | null
  /** The questions that stand behind a part of the passage. */
  readonly behind: (part: number) => readonly string[]
  /** The list that a question stands in, once it is there. */
  readonly placeOf: (questionId: string) => Element | undefined
  /** Takes the list behind a part. */
  readonly list: (part: number) => (element: Element | null) => void
}

/** Where the questions of a reading stand in its passage, and what they are about. */
export function useQuestionPlaces(passage: Passage, questionIds: readonly string[]): QuestionPlaces {
  const text = useMemo(() => passageText(passage.html), [passage.html])
  const within = passage.asked === 'within'
  const parts = useMemo<PassagePart[]>(
    () => (within ? partsOf(passage.html) : [{ html: passage.html, from: 0, to: text.length }]),
    [passage.html, within, text],
  )
  const [lists, setLists] = useState<Readonly<Record<number, Element>>>({})
  const lines = new Map(questionIds.map(id => [id, linesOfQuestion(text, passage, id)]))
  const partOf = (id: string): number | undefined => {
    const span = lines.get(id)
    return within && span ? partAt(parts, span.to - 1) : undefined
  }
  const list = useCallback(
    (part: number) => (element: Element | null) =>
      setLists(before => {
        const { [part]: there, ...others } = before
        if (!element) return others
        return there === element ? before : { ...others, [part]: element }
      }),
    [],
  )
  return {
    text,
    parts,
    linesOf: id => lines.get(id) ?? null,
    behind: part => questionIds.filter(id => partOf(id) === part),
    placeOf: id => {
      const part = partOf(id)
      return part === undefined ? undefined : lists[part]
    },
    list,
  }
}
