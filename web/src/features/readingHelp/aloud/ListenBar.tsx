import type { ClassId } from '@oppen/core/ids'
import { type ReadingSettings, SPEEDS } from '@oppen/core/readingHelp'
import { Ear, Minus, Pause, Plus, SkipBack, SkipForward, X } from 'lucide-react'
import { Suspense, useCallback, useEffect, useEffectEvent, useRef, useState } from 'react'
import { useLocation, useParams } from 'react-router'
import { part } from '../../../app/part.js'
import { type Asked, readingOf } from '../../../app/reading.js'
import { useMe } from '../../../app/session.js'
import { say } from '../../../words/say.js'
import { languageName } from '../../wordList/languageName.js'
import { Press } from '../Press.js'
import { useSaveReading } from '../useSaveReading.js'
import { type WordPlace, wordAt, wordMeant } from '../words/places.js'
import { blockAt, firstBlock } from './blocks.js'
import { followVoice } from './follow.js'
import { EXTENTS, type Extent, type Reader } from './reader.js'
import { placeAt, textOf } from './text.js'
import { useReader } from './useReader.js'

const WordCard = part(() => import('../words/WordCard.js'), ['readingHelp'])

type Props = {
  readonly asked: Asked
  readonly onClose: () => void
  /** Opens reading help. */
  readonly onChoose: () => void
}

/** Reads the page aloud: from what is in sight, or from wherever somebody presses. */
export default function ListenBar({ asked, onClose, onChoose }: Props) {
  const me = useMe()
  const settings = readingOf(me)
  const reader = useReader(settings)
  const [extent, setExtent] = useState<Extent>('on')
  const { pathname } = useLocation()
  const { classId } = useParams<{ classId: ClassId }>()
  /** The word that is helped with. */
  const [word, setWord] = useState<{ readonly place: WordPlace; readonly byKey: boolean }>()
  const heard = useHeard()
  // another page is another text
  // biome-ignore lint/correctness/useExhaustiveDependencies: on each address
  useEffect(
    () => () => {
      reader.stop()
      setWord(undefined)
    },
    [reader, pathname],
  )
  const begin = useEffectEvent(({ what }: Asked) => {
    if (what === 'read') return play(reader, extent)
    setExtent('word')
    const place = wordMeant(heard.current)
    if (!place) return
    setWord({ place, byKey: true })
    reader.read(place.block, 'word', place.span.from)
  })
  useEffect(() => {
    if (asked.times) begin(asked)
  }, [asked])
  usePresses(
    reader,
    extent,
    useCallback(place => setWord(place && { place, byKey: false }), []),
  )
  usePointing(reader, settings.points)
  // where it is wanted on every page only its own button puts it away
  useKeys(reader, settings.listen ? undefined : onClose)
  const { state } = reader
  const isReading = state.is === 'reading' || state.is === 'fetching'
  return (
    <>
      {word && (
        <Suspense fallback={null}>
          <WordCard
            place={word.place}
            classId={classId}
            settings={settings}
            reader={reader}
            byKey={word.byKey}
            onPlace={place => setWord({ ...word, place })}
            onClose={() => setWord(undefined)}
            onChoose={onChoose}
          />
        </Suspense>
      )}
      <aside
        aria-label={say('listen')}
        className="listen-bar fixed inset-x-0 z-20 mx-auto flex w-fit max-w-[calc(100vw-1rem)] flex-wrap items-center justify-center gap-x-1 rounded-[var(--radius-card)] border border-edge bg-sheet px-1.5 py-1 shadow-lg"
      >
        <div role="toolbar" aria-label={say('listen')} className="contents">
          <Press words={say('listen_back')} onPress={() => reader.move(-1)}>
            <SkipBack size={20} aria-hidden="true" />
          </Press>
          <button
            type="button"
            onClick={() => play(reader, extent)}
            className="flex h-12 min-w-28 items-center justify-center gap-2 rounded-[var(--radius-card)] bg-blue px-3 font-semibold text-on-blue"
          >
            {isReading ? <Pause size={20} aria-hidden="true" /> : <Ear size={20} aria-hidden="true" />}
            {say(isReading ? 'listen_pause' : state.is === 'paused' ? 'listen_on' : 'listen_read')}
          </button>
          <Press words={say('listen_next')} onPress={() => reader.move(1)}>
            <SkipForward size={20} aria-hidden="true" />
          </Press>
          <fieldset className="flex rounded-[var(--radius-card)] border border-edge text-sm max-md:order-1">
            <legend className="sr-only">{say('listen_extent')}</legend>
            {EXTENTS.map(one => (
              <label
                key={one}
                className="flex min-h-9 cursor-pointer items-center px-2 first-of-type:rounded-s-[var(--radius-card)] last-of-type:rounded-e-[var(--radius-card)] has-checked:bg-pale has-checked:font-semibold has-checked:underline has-focus-visible:ring-3 has-focus-visible:ring-ochre"
              >
                <input
                  type="radio"
                  name="listen-extent"
                  className="sr-only"
                  checked={extent === one}
                  onChange={() => setExtent(one)}
                />
                {say(`listen_extent_${one}`)}
              </label>
            ))}
          </fieldset>
          <Speed settings={settings} />
          <Press words={say('listen_close')} onPress={onClose}>
            <X size={18} aria-hidden="true" />
          </Press>
        </div>
        <p
          role="status"
          className={wordsOf(state) && state.is !== 'fetching' ? 'w-full px-2 text-sm text-rust' : 'sr-only'}
        >
          {wordsOf(state)}
        </p>
      </aside>
    </>
  )
}

/** Where something was heard last. */
function useHeard() {
  const heard = useRef<Range>(undefined)
  useEffect(
    () =>
      followVoice(range => {
        heard.current = range
      }),
    [],
  )
  return heard
}

function wordsOf(state: Reader['state']): string {
  if (state.is === 'fetching') return say('listen_fetching')
  if (state.is === 'failed') return say('listen_failed')
  if (state.is === 'unspoken') return say('listen_unspoken')
  if (state.is === 'no_voice') return say('listen_no_voice', { language: languageName(state.language) })
  return ''
}

/** Stops for a while what is read, goes on with it, or begins with what is in sight. */
function play(reader: Reader, extent: Extent): void {
  if (reader.state.is === 'fetching') reader.stop()
  else if (reader.state.is === 'reading' || reader.state.is === 'paused') reader.toggle()
  else {
    const block = firstBlock()
    if (block) reader.read(block, extent === 'word' ? 'sentence' : extent)
  }
}

/** How quickly: saved with everything else that somebody chose. */
function Speed({ settings }: { readonly settings: ReadingSettings }) {
  const save = useSaveReading()
  const at = SPEEDS.indexOf(settings.speed)
  const to = (by: number) => {
    const speed = SPEEDS[at + by]
    if (speed) save.go({ ...settings, speed })
  }
  return (
    <div className="flex items-center max-md:hidden">
      <Press words={say('listen_slower')} onPress={() => to(-1)}>
        <Minus size={18} aria-hidden="true" />
      </Press>
      <output aria-label={say('listen_speed')} className="min-w-11 text-center text-sm tabular-nums">
        {settings.speed} %
      </output>
      <Press words={say('listen_faster')} onPress={() => to(1)}>
        <Plus size={18} aria-hidden="true" />
      </Press>
    </div>
  )
}

/** A press on a text reads it from there; on a choice it chooses as well. */
function usePresses(reader: Reader, extent: Extent, onWord: (place: WordPlace | undefined) => void): void {
  useEffect(() => {
    const onPress = ({ target, clientX, clientY }: MouseEvent) => {
      if (!(target instanceof Element) || target.closest('a, button, input, textarea, select')) return
      if (document.getSelection()?.isCollapsed === false) return
      const block = blockAt(target)
      if (!block) return
      const isChoice = block.matches('label')
      const at = placeAt(textOf(block), clientX, clientY) ?? 0
      reader.read(block, isChoice ? 'sentence' : extent, at)
      // a window that is open would keep presses away from what helps with the word
      const isOnPage = !!block.closest('#page')
      onWord(extent === 'word' && !isChoice && isOnPage ? wordAt(block, at) : undefined)
    }
    document.addEventListener('click', onPress)
    return () => document.removeEventListener('click', onPress)
  }, [reader, extent, onWord])
}

/** How long one points at something before it is said, in milliseconds. */
const POINTED = 500

/** Says what can be pressed, when somebody points at it or comes to it by the keyboard. */
function usePointing(reader: Reader, on: boolean): void {
  useEffect(() => {
    if (!on) return
    let timer: ReturnType<typeof setTimeout> | undefined
    const point = ({ target }: Event) => {
      clearTimeout(timer)
      const control =
        target instanceof Element ? target.closest('a, button, summary, [role=tab], [role=menuitem]') : null
      const name = control?.getAttribute('aria-label') ?? control?.textContent?.trim()
      if (!control || !name || control.closest('.listen-bar')) return
      timer = setTimeout(() => reader.say(name), POINTED)
    }
    const leave = () => clearTimeout(timer)
    document.addEventListener('pointerover', point)
    document.addEventListener('focusin', point)
    document.addEventListener('pointerdown', leave)
    return () => {
      clearTimeout(timer)
      document.removeEventListener('pointerover', point)
      document.removeEventListener('focusin', point)
      document.removeEventListener('pointerdown', leave)
    }
  }, [reader, on])
}

/** Escape stops, and once more puts it away; Alt and the comma or full stop go a sentence back or on. */
function useKeys(reader: Reader, onClose: (() => void) | undefined): void {
  const close = useEffectEvent(() => onClose?.())
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.defaultPrevented) return
      if (
        event.key === 'Escape' &&
        !(event.target instanceof Element && event.target.closest('[role=dialog]'))
      ) {
        if (reader.state.is === 'silent') close()
        else reader.stop()
      }
      const by = event.code === 'Comma' ? -1 : event.code === 'Period' ? 1 : 0
      if (!by || !event.altKey || event.ctrlKey || event.metaKey) return
      event.preventDefault()
      reader.move(by)
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [reader])
}
