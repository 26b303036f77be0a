import type { InkColour } from '@oppen/core/ink'
import { STICKERS } from '@oppen/core/marking'
import {
  Eraser,
  Highlighter,
  type LucideIcon,
  MessageSquareText,
  PenLine,
  Redo2,
  Sticker as StickerIcon,
  Undo2,
} from 'lucide-react'
import type { ReactNode } from 'react'
import { say } from '../../words/say.js'
import { COLOURS } from '../worksheets/colours.js'
import { TOOL_LOOK, Tool } from '../worksheets/Tool.js'
import type { AnnotationAutosave } from './annotationAutosave.js'
import { DESK_PEN, type DeskPen, type DeskTool } from './deskPen.js'
import { Sticker } from './stickers.js'

const TOOLS: readonly { readonly held: DeskTool; readonly icon: LucideIcon }[] = [
  { held: 'pen', icon: PenLine },
  { held: 'highlighter', icon: Highlighter },
  { held: 'note', icon: MessageSquareText },
  { held: 'sticker', icon: StickerIcon },
  { held: 'eraser', icon: Eraser },
]
const INKS: readonly InkColour[] = ['red', 'green', 'ochre']

type Props = {
  readonly pen: DeskPen | null
  readonly onPen: (pen: DeskPen | null) => void
  readonly annotations: AnnotationAutosave
  readonly children?: ReactNode
}

/** What the teacher's hand holds; pressed again it is put down. */
export function PenBar({ pen, onPen, annotations, children }: Props) {
  const { done, undone } = annotations.history
  const now = pen ?? DESK_PEN
  const hold = (held: DeskTool) => onPen(pen?.held === held ? null : { ...now, held })
  return (
    <div
      role="toolbar"
      aria-label={say('desk_tools')}
      className="sticky top-0 z-10 mb-2 flex flex-wrap items-center gap-x-1 rounded-[var(--radius-card)] border border-rule bg-sheet px-1 py-0.5"
    >
      {TOOLS.map(({ held, icon }) => (
        <Tool
          key={held}
          name={`desk_hold_${held}`}
          icon={icon}
          pressed={pen?.held === held}
          onPress={() => hold(held)}
        />
      ))}
      {(pen?.held === 'pen' || pen?.held === 'highlighter') && (
        <span className="flex border-s border-rule ps-1">
          {INKS.map(colour => (
            <button
              key={colour}
              type="button"
              title={say(`ink_${colour}`)}
              aria-label={say(`ink_${colour}`)}
              aria-pressed={now.colour === colour}
              onClick={() => onPen({ ...now, colour })}
              className={TOOL_LOOK}
            >
              <span className="size-4 rounded-full" style={{ background: COLOURS[colour] }} />
            </button>
          ))}
        </span>
      )}
      {pen?.held === 'sticker' && (
        <span className="flex flex-wrap border-s border-rule ps-1">
          {STICKERS.map(sticker => (
            <button
              key={sticker}
              type="button"
              title={say(`sticker_${sticker}`)}
              aria-label={say(`sticker_${sticker}`)}
              aria-pressed={now.sticker === sticker}
              onClick={() => onPen({ ...now, sticker })}
              className={TOOL_LOOK}
            >
              <Sticker sticker={sticker} size={26} />
            </button>
          ))}
        </span>
      )}
      {children}
      <span className="ms-auto flex">
        <Tool name="editor_undo" icon={Undo2} disabled={!done.length} onPress={() => annotations.undo()} />
        <Tool name="editor_redo" icon={Redo2} disabled={!undone.length} onPress={() => annotations.redo()} />
      </span>
    </div>
  )
}
