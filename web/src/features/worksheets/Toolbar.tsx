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
  ZoomIn,
  ZoomOut,
} from 'lucide-react'
import { say, type WordKey } from '../../words/say.js'
import { COLOURS } from './colours.js'
import type { InkKeeper } from './inkKeeper.js'
import { type Held, type Pen, WIDTHS } from './pens.js'

type Props = {
  readonly pen: Pen
  readonly onPen: (pen: Pen) => void
  readonly keeper: InkKeeper
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

export const ZOOMS = [0.5, 0.75, 1, 1.5, 2, 3] as const

const BUTTON =
  'flex size-8 shrink-0 items-center justify-center rounded text-soft hover:bg-pale aria-pressed:bg-pale aria-pressed:text-blue aria-pressed:ring-1 aria-pressed:ring-blue disabled:opacity-40'

/** What to hold, in which ink, how wide; back and forward; nearer and farther. */
export function Toolbar({ pen, onPen, keeper, zoom, onZoom }: Props) {
  const at = (ZOOMS as readonly number[]).indexOf(zoom)
  const step = (by: number) => onZoom(ZOOMS[at + by] ?? zoom)
  const { done, undone } = keeper.history
  return (
    <div
      role="toolbar"
      aria-label={say('worksheet_tools')}
      className="sticky top-0 z-10 flex flex-wrap items-center gap-x-1.5 gap-y-1 border-b border-rule bg-sheet/95 py-1.5 max-md:flex-nowrap max-md:overflow-x-auto"
    >
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
            className={BUTTON}
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
            className={BUTTON}
          >
            <span className="w-5 rounded-full bg-current" style={{ height: width / 1.5 }} />
          </button>
        ))}
      </span>
      <span className="flex shrink-0 border-r border-rule pr-1.5">
        <Tool name="editor_undo" icon={Undo2} disabled={!done.length} onPress={() => keeper.undo()} />
        <Tool name="editor_redo" icon={Redo2} disabled={!undone.length} onPress={() => keeper.redo()} />
      </span>
      <span className="flex shrink-0 items-center">
        <Tool name="worksheet_farther" icon={ZoomOut} disabled={at <= 0} onPress={() => step(-1)} />
        <span className="w-11 text-center text-sm text-soft tabular-nums">{Math.round(zoom * 100)} %</span>
        <Tool
          name="worksheet_nearer"
          icon={ZoomIn}
          disabled={at >= ZOOMS.length - 1}
          onPress={() => step(1)}
        />
      </span>
    </div>
  )
}

type ToolProps = {
  readonly name: WordKey
  readonly icon: LucideIcon
  readonly pressed?: boolean
  readonly disabled?: boolean
  readonly onPress: () => void
}

const Tool = ({ name, icon: Icon, pressed, disabled, onPress }: ToolProps) => (
  <button
    type="button"
    title={say(name)}
    aria-label={say(name)}
    aria-pressed={pressed}
    disabled={disabled}
    onClick={onPress}
    className={BUTTON}
  >
    <Icon size={18} aria-hidden="true" />
  </button>
)
