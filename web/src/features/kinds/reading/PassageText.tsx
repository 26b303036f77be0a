import type { Passage } from '@oppen/core/work/kinds/reading'
import type { KeyboardEvent, ReactNode, RefObject } from 'react'
import { Written } from '../../../parts/Written.js'
import type { PassagePart } from './parts.js'

type Props = {
  readonly passage: Pick<Passage, 'language' | 'aloud'>
  readonly parts: readonly PassagePart[]
  readonly root: RefObject<HTMLDivElement | null>
  readonly label: string
  readonly describedBy?: string
  /** What stands behind a part. */
  readonly behind?: (part: number) => ReactNode
  readonly onKeyDown?: (event: KeyboardEvent) => void
}

/** A passage on the page. It can be gone through by key, sentence by sentence; where Oppen may not read it aloud, it says so to what does. */
export const PassageText = ({ passage, parts, root, label, describedBy, behind, onKeyDown }: Props) => (
  // biome-ignore lint/a11y/useSemanticElements: it is no set of fields
  <div
    ref={root}
    role="group"
    aria-label={label}
    aria-describedby={describedBy}
    // biome-ignore lint/a11y/noNoninteractiveTabindex: its sentences are chosen by key
    tabIndex={0}
    lang={passage.language}
    data-passage=""
    data-unspoken={passage.aloud ? undefined : ''}
    onKeyDown={onKeyDown}
    className="rounded-[var(--radius-card)] px-1 -outline-offset-2"
  >
    {parts.map((part, at) => (
      <div key={part.from}>
        <div data-passage-part="">
          <Written html={part.html} className="max-w-prose text-[1.125rem]" />
        </div>
        {behind?.(at)}
      </div>
    ))}
  </div>
)
