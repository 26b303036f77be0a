import { type Span, sentencesOf } from '@oppen/core/speech'
import { type RefObject, useEffect, useState } from 'react'
import { passageOnPage, rangeOfSpan, selectedSpan, showSpan } from '../onPage.js'

export type Selected = { readonly span: Span; readonly low: boolean }

/** What is selected of a passage, by touch, mouse or key; undefined while nothing is. */
export function useSelected(root: RefObject<HTMLElement | null>): Selected | undefined {
  const [selected, setSelected] = useState<Selected>()
  useEffect(() => {
    const look = () => {
      const selection = document.getSelection()
      const span = root.current ? selectedSpan(root.current, selection) : undefined
      const box = selection?.rangeCount ? selection.getRangeAt(0).getBoundingClientRect() : undefined
      // what is offered stands where the words do not
      const low = !!box && box.top + box.height / 2 > window.innerHeight / 2
      setSelected(before =>
        span && before?.span.from === span.from && before.span.to === span.to && before.low === low
          ? before
          : span && { span, low },
      )
    }
    document.addEventListener('selectionchange', look)
    return () => document.removeEventListener('selectionchange', look)
  }, [root])
  return selected
}

/** Selects a stretch of a passage as if it had been drawn over. */
export function select(root: HTMLElement, span: Span): void {
  const range = rangeOfSpan(passageOnPage(root), span)
  const selection = document.getSelection()
  if (!range || !selection) return
  selection.removeAllRanges()
  selection.addRange(range)
}

/**
 * The sentence beside the one that is selected, or the first in sight where none is; grown to it where it is to be `more`. Undefined
 * at the ends.
 */
export function sentenceBeside(
  text: string,
  language: string,
  now: Span | undefined,
  { by, more }: { readonly by: 1 | -1; readonly more: boolean },
): Span | undefined {
  const sentences = sentencesOf(text, language)
  if (!now) return sentences[by === 1 ? 0 : sentences.length - 1]
  const next =
    by === 1 ? sentences.find(({ from }) => from >= now.to) : sentences.findLast(({ to }) => to <= now.from)
  if (!next || !more) return next
  return { from: Math.min(now.from, next.from), to: Math.max(now.to, next.to) }
}

/** Selects the sentence beside, and brings it into sight. */
export function selectBeside(
  root: HTMLElement,
  language: string,
  now: Span | undefined,
  how: { readonly by: 1 | -1; readonly more: boolean },
): void {
  const span = sentenceBeside(passageOnPage(root).text, language, now, how)
  if (!span) return
  select(root, span)
  showSpan(root, span)
}
