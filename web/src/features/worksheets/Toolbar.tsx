import { INKS, SHAPES, TOOLS } from '@oppen/core/ink'
import {
  ArrowUpRight,
  ChevronUp,
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
import { Popover } from 'radix-ui'
import { type ReactNode, useState } from 'react'
import { say } from '../../words/say.js'
import { COLOURS } from './colours.js'
import type { InkAutosave } from './inkAutosave.js'
import { type Held, type Pen, WIDTHS } from './pens.js'
import { TOOL_LOOK, TOOL_LOOK_LARGE, Tool } from './Tool.js'
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

/** Groups of tools that belong together. */
const GROUP = 'flex shrink-0 border-e border-rule pe-1.5'

/** What to hold, in which ink, how wide; back and forward; nearer and farther. */
export function Toolbar({ pen, onPen, autosave, zoom, onZoom }: Props) {
  return (
    <div
      role="toolbar"
      aria-label={say('worksheet_tools')}
      className="sticky top-0 z-10 flex flex-wrap items-center gap-x-1.5 gap-y-1 border-b border-rule bg-sheet/95 py-1.5"
    >
      <span className={GROUP}>
        <BackAndForward autosave={autosave} />
      </span>
      {HELD.map(group => (
        <span key={group[0]} className={GROUP}>
          <HeldTools group={group} pen={pen} onPen={onPen} />
        </span>
      ))}
      <span className={GROUP}>
        <Inks pen={pen} onPen={onPen} />
      </span>
      <span className={GROUP}>
        <Widths pen={pen} onPen={onPen} />
      </span>
      <Zoom zoom={zoom} onZoom={onZoom} />
    </div>
  )
}

/**
 * The same on a phone, below the page where a thumb reaches it: what is used all the time is there at once, the rest a
 * press away, and nothing has to be scrolled to.
 */
export function PhoneToolbar({ pen, onPen, autosave, zoom, onZoom }: Props) {
  const [open, setOpen] = useState<'held' | 'ink' | null>(null)
  const Icon = ICONS[pen.held]
  const opened = (name: 'held' | 'ink') => ({
    open: open === name,
    onOpen: (wanted: boolean) => setOpen(wanted ? name : null),
  })
  const choose = (chosen: Pen) => {
    onPen(chosen)
    setOpen(null)
  }
  return (
    <div
      role="toolbar"
      aria-label={say('worksheet_tools')}
      className="sticky bottom-[var(--work-bar,0px)] z-10 mt-3 flex items-center justify-between border-y border-rule bg-sheet py-1"
    >
      <BackAndForward autosave={autosave} large />
      <Choices
        {...opened('held')}
        label={say('worksheet_hold', { tool: say(`worksheet_hold_${pen.held}`) })}
        face={<Icon size={20} aria-hidden="true" />}
      >
        <span className="grid grid-cols-4">
          <HeldTools group={HELD.flat()} pen={pen} onPen={choose} large />
        </span>
      </Choices>
      <Choices
        {...opened('ink')}
        label={say('worksheet_ink', { ink: say(`ink_${pen.colour}`) })}
        face={
          <span className="flex size-6 items-center justify-center">
            <span
              className="rounded-full ring-1 ring-edge"
              style={{ background: COLOURS[pen.colour], width: 12 + pen.width, height: 12 + pen.width }}
            />
          </span>
        }
      >
        <span className="grid grid-cols-4">
          <Inks pen={pen} onPen={onPen} large />
        </span>
        <span className="grid grid-cols-4 border-t border-rule">
          <Widths pen={pen} onPen={onPen} large />
        </span>
      </Choices>
      <Zoom zoom={zoom} onZoom={onZoom} large />
    </div>
  )
}

type ChoicesProps = {
  readonly label: string
  readonly face: ReactNode
  readonly open: boolean
  readonly onOpen: (open: boolean) => void
  readonly children: ReactNode
}

const Choices = ({ label, face, open, onOpen, children }: ChoicesProps) => (
  <Popover.Root open={open} onOpenChange={onOpen}>
    <Popover.Trigger aria-label={label} title={label} className={`${TOOL_LOOK_LARGE} gap-0.5`}>
      {face}
      <ChevronUp size={13} aria-hidden="true" />
    </Popover.Trigger>
    <Popover.Portal>
      <Popover.Content
        side="top"
        sideOffset={6}
        collisionPadding={8}
        aria-label={label}
        className="z-40 rounded-[var(--radius-card)] border border-edge bg-sheet p-1.5 shadow-lg"
      >
        {children}
      </Popover.Content>
    </Popover.Portal>
  </Popover.Root>
)

type Large = { readonly large?: boolean }
type PenProps = Pick<Props, 'pen' | 'onPen'> & Large

function BackAndForward({ autosave, large }: Pick<Props, 'autosave'> & Large) {
  const { done, undone } = autosave.history
  return (
    <>
      <Tool
        name="editor_undo"
        icon={Undo2}
        large={large}
        disabled={!done.length}
        onPress={() => autosave.undo()}
      />
      <Tool
        name="editor_redo"
        icon={Redo2}
        large={large}
        disabled={!undone.length}
        onPress={() => autosave.redo()}
      />
    </>
  )
}

const HeldTools = ({ group, pen, onPen, large }: PenProps & { readonly group: readonly Held[] }) =>
  group.map(held => (
    <Tool
      key={held}
      name={`worksheet_hold_${held}`}
      icon={ICONS[held]}
      large={large}
      pressed={pen.held === held}
      onPress={() => onPen({ ...pen, held })}
    />
  ))

const Inks = ({ pen, onPen, large }: PenProps) =>
  INKS.map(colour => (
    <button
      key={colour}
      type="button"
      title={say(`ink_${colour}`)}
      aria-label={say(`ink_${colour}`)}
      aria-pressed={pen.colour === colour}
      onClick={() => onPen({ ...pen, colour })}
      className={large ? TOOL_LOOK_LARGE : TOOL_LOOK}
    >
      <span className="size-5 rounded-full" style={{ background: COLOURS[colour] }} />
    </button>
  ))

const Widths = ({ pen, onPen, large }: PenProps) =>
  WIDTHS.map((width, index) => (
    <button
      key={width}
      type="button"
      title={say(`worksheet_width_${index as 0 | 1 | 2}`)}
      aria-label={say(`worksheet_width_${index as 0 | 1 | 2}`)}
      aria-pressed={pen.width === width}
      onClick={() => onPen({ ...pen, width })}
      className={large ? TOOL_LOOK_LARGE : TOOL_LOOK}
    >
      <span className="w-5 rounded-full bg-current" style={{ height: width / 1.5 }} />
    </button>
  ))
