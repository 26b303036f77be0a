import { INKS, SHAPES, TOOLS } from '@oppen/core/ink'
import {
  ArrowUpRight,
  Circle,
  Eraser,
  Hand,
  Highlighter,
  type LucideIcon,
  MessageSquareText,
  Minus,
  Pencil,
  PenLine,
  PenTool,
  Redo2,
  Square,
  Type,
  Undo2,
} from 'lucide-react'
import { say } from '../../words/say.js'
import { COLOURS } from './colours.js'
import type { InkAutosave } from './inkAutosave.js'
import { type Held, type Pen, WIDTHS } from './pens.js'
import { TOOL_LOOK, Tool } from './Tool.js'
import { Zoom } from './Zoom.js'

type Props = {
  readonly pen: Pen
  readonly onPen: (pen: Pen) => void
  readonly autosave: InkAutosave
  readonly zoom: number
  readonly onZoom: (zoom: number) => void
}

const ICONS: Readonly<Record<Held, LucideIcon>> = {
  pen: PenTool,
  pencil: Pencil,
  felt: PenLine,
  highlighter: Highlighter,
  eraser: Eraser,
  text: Type,
  note: MessageSquareText,
  line: Minus,
  arrow: ArrowUpRight,
  box: Square,
  oval: Circle,
  move: Hand,
}

const HELD: readonly (readonly Held[])[] = [[...TOOLS, 'eraser'], ['text', 'note'], [...SHAPES], ['move']]

/** Back and forward, which a phone has to show at once; what to hold, in which ink, how wide; nearer and farther. */
export function Toolbar({ pen, onPen, autosave, zoom, onZoom }: Props) {
  const { done, undone } = autosave.history
  return (
    <div
      role="toolbar"
      aria-label={say('worksheet_tools')}
      className="sticky top-0 z-10 flex flex-wrap items-center gap-x-1.5 gap-y-1 border-b border-rule bg-sheet/95 py-1.5 max-md:flex-nowrap max-md:overflow-x-auto"
    >
      <span className="flex shrink-0 border-r border-rule pr-1.5">
        <Tool name="editor_undo" icon={Undo2} disabled={!done.length} onPress={() => autosave.undo()} />
        <Tool name="editor_redo" icon={Redo2} disabled={!undone.length} onPress={() => autosave.redo()} />
      </span>
      {HELD.map(group => (
        <span key={group[0]} className="flex shrink-0 border-r border-rule pr-1.5">
          {group.map(held => (
            <Tool
              key={held}
              name={`worksheet_hold_${held}`}
              icon={ICONS[held]}
              pressed={pen.held === held}
              onPress={() => onPen({ ...pen, held })}
            />
          ))}
        </span>
      ))}
      <span className="flex shrink-0 border-r border-rule pr-1.5">
        {INKS.map(colour => (
          <button
            key={colour}
            type="button"
            title={say(`ink_${colour}`)}
            aria-label={say(`ink_${colour}`)}
            aria-pressed={pen.colour === colour}
            onClick={() => onPen({ ...pen, colour })}
            className={TOOL_LOOK}
          >
            <span className="size-5 rounded-full" style={{ background: COLOURS[colour] }} />
          </button>
        ))}
      </span>
      <span className="flex shrink-0 border-r border-rule pr-1.5">
        {WIDTHS.map((width, index) => (
          <button
            key={width}
            type="button"
            title={say(`worksheet_width_${index as 0 | 1 | 2}`)}
            aria-label={say(`worksheet_width_${index as 0 | 1 | 2}`)}
            aria-pressed={pen.width === width}
            onClick={() => onPen({ ...pen, width })}
            className={TOOL_LOOK}
          >
            <span className="w-5 rounded-full bg-current" style={{ height: width / 1.5 }} />
          </button>
        ))}
      </span>
      <Zoom zoom={zoom} onZoom={onZoom} />
    </div>
  )
}
