import type { WordOfList } from '@oppen/contract'
import type { ClassId } from '@oppen/core/ids'
import type { ReadingSettings } from '@oppen/core/readingHelp'
import { ChevronLeft, ChevronRight, Ear, Snail, X } from 'lucide-react'
import { Suspense, useEffect, useMemo, useRef, useState } from 'react'
import { useParams } from 'react-router'
import { part } from '../../../app/part.js'
import { placesOf, tiesOfChild } from '../../../app/places.js'
import { isTeacher, tieTo, useMe } from '../../../app/session.js'
import { Button } from '../../../parts/Button.js'
import { Waiting } from '../../../parts/Feedback.js'
import { LOCALE } from '../../../words/language.js'
import { say } from '../../../words/say.js'
import { languageName } from '../../wordList/languageName.js'
import { UNSPOKEN } from '../aloud/blocks.js'
import { bringSpokenIntoSight, markLookedUp } from '../aloud/marks.js'
import type { Reader } from '../aloud/reader.js'
import { rangeOf, textOf } from '../aloud/text.js'
import { Press } from '../Press.js'
import { OnOwnList } from './OnOwnList.js'
import { type WordPlace, wordBeside } from './places.js'
import { type KnownWord, useWord } from './useWord.js'

type Props = {
  readonly place: WordPlace
  readonly classId: ClassId | undefined
  readonly settings: ReadingSettings
  readonly reader: Reader
  /** Whether it was asked for by the keyboard, which goes on in it. */
  readonly byKey: boolean
  readonly onPlace: (place: WordPlace) => void
  readonly onClose: () => void
  /** Opens reading help, where the language is chosen that is known best. */
  readonly onChoose: () => void
}

/** One word and what helps with it: how it is said, what sort of word it is, a picture, what it means, and what it is called elsewhere. */
export default function WordCard({
  place,
  classId,
  settings,
  reader,
  byKey,
  onPlace,
  onClose,
  onChoose,
}: Props) {
  const known = useWord(place, useClassesHere(classId), settings.known)
  const card = useRef<HTMLElement>(null)
  const isLow = useMarked(place)
  const [heard, setHeard] = useState<number>()
  useEffect(() => {
    if (byKey) card.current?.focus()
  }, [byKey])
  const { word, language, facts, picture, listed } = known
  const syllables = facts?.syllables ?? undefined
  const unspoken = place.block.closest(UNSPOKEN) !== null
  const move = (by: 1 | -1) => {
    const next = wordBeside(place, by)
    if (!next) return
    onPlace(next)
    reader.read(next.block, 'word', next.span.from)
  }
  return (
    <section
      ref={card}
      role="dialog"
      aria-label={say('word_card')}
      tabIndex={-1}
      data-low={isLow ? '' : undefined}
      onKeyDown={event => {
        const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0
        if (by) {
          event.preventDefault()
          move(document.documentElement.dir === 'rtl' ? (-by as 1 | -1) : by)
        }
        if (event.key !== 'Escape') return
        event.stopPropagation()
        reader.stop()
        onClose()
      }}
      className="word-card fixed inset-x-0 z-30 mx-auto flex max-h-[46dvh] w-[min(34rem,calc(100vw-1rem))] flex-col gap-2 overflow-y-auto rounded-[var(--radius-card)] border border-edge bg-sheet p-3 shadow-xl outline-none"
    >
      <div className="flex items-start gap-3">
        {picture && <img src={picture} alt="" className="size-20 shrink-0" />}
        <div className="min-w-0 flex-1">
          <p
            lang={language}
            className="font-head text-[1.75rem] leading-tight font-bold [overflow-wrap:anywhere]"
          >
            {syllables && syllables.length > 1 ? <Parted syllables={syllables} heard={heard} /> : word}
          </p>
          {facts?.kind && (
            <p className="text-[0.9375rem]">
              <span className="font-semibold">{say(`word_kind_${facts.kind}`)}</span>
              <span className="text-soft"> · {say(`word_kind_${facts.kind}_is`)}</span>
            </p>
          )}
        </div>
        <button
          type="button"
          aria-label={say('close')}
          onClick={onClose}
          className="-mt-1 -me-1 rounded p-2.5 hover:bg-pale"
        >
          <X size={18} aria-hidden="true" />
        </button>
      </div>
      {listed?.meaning && <p className="text-[1.0625rem]">{listed.meaning}</p>}
      {listed?.example && <p className="border-s-2 border-edge ps-2 text-soft">{listed.example}</p>}
      <InKnown known={known} settings={settings} onChoose={onChoose} />
      <OnOwnList key={`own ${word}`} place={place} word={word} />
      {classId && !!language && <OnList key={word} classId={classId} word={word} listed={listed} />}
      <Unknown known={known} />
      <div className="flex flex-wrap items-center gap-2">
        {unspoken ? (
          <p className="text-sm">{say('listen_unspoken')}</p>
        ) : (
          <>
            <Button variant="primary" onClick={() => reader.read(place.block, 'word', place.span.from)}>
              <Ear size={18} aria-hidden="true" />
              {say('word_hear')}
            </Button>
            <Button
              disabled={!language}
              onClick={() =>
                void reader.saySlowly(word, language ?? LOCALE, syllables?.length ?? 1, setHeard)
              }
            >
              <Snail size={18} aria-hidden="true" />
              {say('word_slowly')}
            </Button>
          </>
        )}
        <span className="ms-auto flex">
          <Press words={say('word_before')} onPress={() => move(-1)}>
            <ChevronLeft size={20} aria-hidden="true" className="rtl:-scale-x-100" />
          </Press>
          <Press words={say('word_next')} onPress={() => move(1)}>
            <ChevronRight size={20} aria-hidden="true" className="rtl:-scale-x-100" />
          </Press>
        </span>
      </div>
    </section>
  )
}

/** The class that the page is of, else the classes of the child it is about, else all of whoever reads. */
function useClassesHere(classId: ClassId | undefined): readonly ClassId[] {
  const me = useMe()
  const { child } = useParams()
  return useMemo(() => {
    if (classId) return [classId]
    const ties = child ? tiesOfChild(me, child) : placesOf(me).daily
    return [...new Set(ties.filter(tie => tie.role !== 'leaver').map(tie => tie.classId))]
  }, [me, classId, child])
}

/** Marks the word on the page; says whether it stands so low that the card belongs above it. */
function useMarked(place: WordPlace): boolean {
  const [isLow, setLow] = useState(false)
  useEffect(() => {
    const range = rangeOf(textOf(place.block), place.span)
    markLookedUp(range)
    bringSpokenIntoSight(range)
    if (range) setLow(range.getBoundingClientRect().top > window.innerHeight / 2)
    return () => markLookedUp(undefined)
  }, [place])
  return isLow
}

type PartedProps = { readonly syllables: readonly string[]; readonly heard: number | undefined }

/** A word in its syllables. Those who hear the page are told it as one. */
const Parted = ({ syllables, heard }: PartedProps) => (
  <>
    <span className="sr-only">{syllables.join('')}</span>
    <span aria-hidden="true">
      {syllables.map((syllable, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a syllable has no name but its place
        <span key={index}>
          {index > 0 && <span className="mx-0.5 text-soft">·</span>}
          <span className={index === heard ? 'rounded bg-ochre text-on-ochre underline' : ''}>
            {syllable}
          </span>
        </span>
      ))}
    </span>
  </>
)

const WordForm = part(
  () => import('../../wordList/WordForm.js').then(({ WordForm }) => ({ default: WordForm })),
  ['about'],
)

type OnListProps = {
  readonly classId: ClassId
  readonly word: string
  readonly listed: WordOfList | undefined
}

/** A teacher says here what the word means; its class is told wherever the word stands. */
function OnList({ classId, word, listed }: OnListProps) {
  const tie = tieTo(useMe(), classId)
  const [open, setOpen] = useState(false)
  if (!isTeacher(tie) || tie?.archived) return null
  if (open)
    return (
      <Suspense fallback={<Waiting />}>
        <WordForm classId={classId} listed={listed} word={word} onDone={() => setOpen(false)} />
      </Suspense>
    )
  return (
    <p>
      <button
        type="button"
        onClick={() => setOpen(true)}
        className="min-h-6 rounded text-[0.9375rem] text-blue underline underline-offset-2"
      >
        {say(listed ? 'word_change' : 'word_put')}
      </button>
    </p>
  )
}

type InKnownProps = {
  readonly known: KnownWord
  readonly settings: ReadingSettings
  readonly onChoose: () => void
}

/** What the word is called in the language that its reader knows best. */
function InKnown({ known: { translation }, settings: { known }, onChoose }: InKnownProps) {
  if (!known)
    return (
      <p>
        <button
          type="button"
          onClick={onChoose}
          className="min-h-6 rounded text-[0.9375rem] text-blue underline underline-offset-2"
        >
          {say('word_in_mine')}
        </button>
      </p>
    )
  const language = languageName(known)
  if (translation.is === 'none' || translation.is === 'coming') return null
  if (translation.is === 'translated')
    return (
      <p>
        <span className="text-sm text-soft">{language}: </span>
        <span lang={known} dir="auto" className="text-[1.1875rem] font-semibold">
          {translation.word}
        </span>
        <span className="text-sm text-soft">
          {' '}
          · {say(translation.byTeacher ? 'word_by_teacher' : 'word_by_service')}
        </span>
      </p>
    )
  return <p className="text-sm text-soft">{say(`word_in_${translation.is}`, { language })}</p>
}

/** What Oppen does not know of the word is said instead of guessed. */
function Unknown({ known: { facts, language } }: { readonly known: KnownWord }) {
  if (!facts || !language) return null
  const name = languageName(language)
  const keys =
    facts.syllables === null && facts.kind === null
      ? (['word_unknown_both'] as const)
      : [
          ...(facts.syllables === null ? (['word_unknown_syllables'] as const) : []),
          ...(facts.kind === null ? (['word_unknown_kind'] as const) : []),
        ]
  if (!keys.length) return null
  return <p className="text-sm text-soft">{keys.map(key => say(key, { language: name })).join(' ')}</p>
}
