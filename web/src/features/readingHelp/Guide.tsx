import { ChevronDown, ChevronUp, X } from 'lucide-react'
import { type RefObject, useEffect, useEffectEvent, useRef, useState } from 'react'
import { useLocation } from 'react-router'
import { isWriting } from '../../app/isWriting.js'
import { say } from '../../words/say.js'
import { followVoice } from './aloud/follow.js'
import { type Bright, brightNow, brokenAnew, moved, type Reading, readFrom, readOn, TEXTS } from './guided.js'
import { textInSight } from './sample.js'

type Props = {
  readonly count: number
  /** Whether it begins by itself, at the first line in sight. */
  readonly begin: boolean
}

/** Dims what is not being read: a press on a text, or an arrow key, brings its lines into light, and arrows move on. */
export default function Guide({ count, begin }: Props) {
  const [reading, setReading] = useState<Reading | null>(null)
  const shades = useRef<HTMLDivElement>(null)
  const buttons = useRef<HTMLDivElement>(null)
  const { pathname } = useLocation()
  // biome-ignore lint/correctness/useExhaustiveDependencies: on another page another text is read
  useEffect(() => setReading(null), [pathname])
  useEffect(() => {
    const text = begin ? textInSight() : undefined
    if (text) setReading(readFrom(text) ?? null)
  }, [begin])
  useEffect(
    () =>
      followVoice(range => {
        const start = range.startContainer
        const text = (start instanceof Element ? start : start.parentElement)?.closest<HTMLElement>(TEXTS)
        const { top, bottom } = range.getBoundingClientRect()
        if (text) setReading(now => readOn(now, text, (top + bottom) / 2))
      }),
    [],
  )
  usePresses(setReading)
  useArrows(reading, count, setReading)
  useShades({ reading, count, shades, buttons, onChange: setReading })
  if (!reading) return null
  const move = (by: 1 | -1) => setReading(moved(reading, by, count))
  return (
    <>
      <div ref={shades} aria-hidden="true">
        {SIDES.map(side => (
          <div
            key={side}
            className="pointer-events-none fixed top-0 left-0 z-20 h-[200vh] w-[200vw] bg-ink/55 dark:bg-black/65"
          />
        ))}
      </div>
      <aside aria-label={say('reading_guide_moves')}>
        <div
          ref={buttons}
          role="toolbar"
          aria-label={say('reading_guide_moves')}
          className="fixed top-0 left-0 z-20 flex flex-col overflow-hidden rounded-[var(--radius-card)] border border-edge bg-sheet shadow-lg"
        >
          <Press words={say('reading_line_back')} onPress={() => move(-1)}>
            <ChevronUp size={20} aria-hidden="true" />
          </Press>
          <Press words={say('reading_line_on')} onPress={() => move(1)}>
            <ChevronDown size={20} aria-hidden="true" />
          </Press>
          <Press words={say('reading_guide_away')} onPress={() => setReading(null)}>
            <X size={18} aria-hidden="true" />
          </Press>
        </div>
      </aside>
    </>
  )
}

type PressProps = {
  readonly words: string
  readonly onPress: () => void
  readonly children: React.ReactNode
}
const Press = ({ words, onPress, children }: PressProps) => (
  <button
    type="button"
    aria-label={words}
    onClick={onPress}
    className="flex size-11 items-center justify-center hover:bg-pale"
  >
    {children}
  </button>
)

type Set = (reading: Reading | null) => void

/** A press on a text begins at the line that was pressed; on what can be pressed or chosen itself it does what it says. */
function usePresses(set: Set): void {
  useEffect(() => {
    const onPress = ({ target, clientY }: MouseEvent) => {
      if (
        !(target instanceof Element) ||
        target.closest('a, button, input, label, [role=dialog], [role=toolbar]')
      )
        return
      const text = target.closest<HTMLElement>(TEXTS)
      if (text && window.getSelection()?.isCollapsed !== false) set(readFrom(text, clientY) ?? null)
    }
    const page = document.getElementById('page')
    page?.addEventListener('click', onPress)
    return () => page?.removeEventListener('click', onPress)
  }, [set])
}

/** Where arrow keys have a meaning of their own. */
const OWN_ARROWS =
  '[role=dialog], [role=grid], [role=radiogroup], [role=menu], [role=listbox], fieldset, audio, video'

function useArrows(reading: Reading | null, count: number, set: Set): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const { key, target, altKey, ctrlKey, metaKey } = event
      if (event.defaultPrevented || altKey || ctrlKey || metaKey || isWriting(target)) return
      if (target instanceof Element && target.closest(OWN_ARROWS)) return
      if (key === 'Escape' && reading) return set(null)
      const by = key === 'ArrowDown' ? 1 : key === 'ArrowUp' ? -1 : 0
      const text = reading?.text ?? textInSight()
      if (!by || !text) return
      event.preventDefault()
      set(reading ? moved(reading, by, count) : (readFrom(text) ?? null))
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [reading, count, set])
}

/** What is dark lies on each side of what is bright. */
const SIDES = ['above', 'below', 'left', 'right'] as const

type Shades = {
  readonly reading: Reading | null
  readonly count: number
  readonly shades: RefObject<HTMLDivElement | null>
  readonly buttons: RefObject<HTMLDivElement | null>
  readonly onChange: Set
}

/** How wide and high the buttons are, in pixels. */
const BUTTONS = { width: 46, height: 134 }

/** Puts the shades around what is bright. They are moved alone, and drawn anew only where more lines are bright than before. */
function shade(sides: HTMLCollection, { top, bottom, left, right }: Bright): void {
  const [above, below, before, behind] = sides as unknown as HTMLElement[]
  if (!above || !below || !before || !behind) return
  above.style.transform = `translateY(calc(${top}px - 100%))`
  below.style.transform = `translateY(${bottom}px)`
  before.style.transform = `translate(calc(${left}px - 100%), ${top}px)`
  behind.style.transform = `translate(${right}px, ${top}px)`
  for (const side of [before, behind]) side.style.height = `${bottom - top}px`
}

/** The buttons stand beside the lines: before them where there is room, and else behind. */
function buttonsAt({ top, bottom, left, right }: Bright): string {
  const before = left - BUTTONS.width - 6
  const x = before >= 2 ? before : Math.min(right + 6, window.innerWidth - BUTTONS.width - 2)
  const y = Math.max(
    8,
    Math.min((top + bottom - BUTTONS.height) / 2, window.innerHeight - BUTTONS.height - 60),
  )
  return `translate(${x}px, ${y}px)`
}

/** Brings the shades to where the bright lines are, and these into sight. */
function useShades({ reading, count, shades, buttons, onChange }: Shades): void {
  const change = useEffectEvent(onChange)
  useEffect(() => {
    if (!reading) return
    const page = document.getElementById('page')
    let frame = 0
    const draw = () => {
      const bright = brightNow(reading, count)
      if (!bright) return change(null)
      if (shades.current) shade(shades.current.children, bright)
      if (buttons.current) buttons.current.style.transform = buttonsAt(bright)
    }
    const onScroll = () => {
      cancelAnimationFrame(frame)
      frame = requestAnimationFrame(draw)
    }
    // it is told of the size as it is, and of each other after that: lines are looked for again only then
    let told = false
    const size = new ResizeObserver(() => {
      if (told) change(brokenAnew(reading))
      told = true
    })
    bringIntoSight(page, brightNow(reading, count))
    draw()
    size.observe(reading.text)
    page?.addEventListener('scroll', onScroll, { passive: true })
    window.addEventListener('resize', onScroll)
    return () => {
      cancelAnimationFrame(frame)
      size.disconnect()
      page?.removeEventListener('scroll', onScroll)
      window.removeEventListener('resize', onScroll)
    }
  }, [reading, count, shades, buttons])
}

/** Moves the page so that the lines stand in its middle half. */
function bringIntoSight(page: HTMLElement | null, lines: { top: number; bottom: number } | undefined): void {
  if (!page || !lines) return
  const { top, height } = page.getBoundingClientRect()
  const [least, most] = [top + height / 4, top + (height * 3) / 4]
  if (lines.bottom > most) page.scrollBy(0, lines.bottom - most)
  else if (lines.top < least) page.scrollBy(0, lines.top - least)
}
