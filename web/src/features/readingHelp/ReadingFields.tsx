import {
  COLUMNS,
  FACES,
  GUIDES,
  PAPERS,
  type ReadingSettings,
  ROOMS,
  SHOWINGS,
  type Showing,
  SIZES,
  SPEEDS,
  VOICES,
  WORD_KINDS,
  type WordKind,
} from '@oppen/core/readingHelp'
import { Minus, Plus } from 'lucide-react'
import { useEffect, useId, useMemo } from 'react'
import { fetchFace, readingAttributes } from '../../app/reading.js'
import { Button } from '../../parts/Button.js'
import { Choice } from '../../parts/Field.js'
import { Tick } from '../../parts/Tick.js'
import { say } from '../../words/say.js'
import { languageChoices } from '../wordList/languageName.js'

const isKind = (showing: Showing): showing is WordKind => (WORD_KINDS as readonly string[]).includes(showing)

type Props = {
  readonly settings: ReadingSettings
  readonly onChange: (changed: Partial<ReadingSettings>) => void
  /** The text on which each choice is shown at once. */
  readonly sample: string
}

/** Everything that makes text easier to read, by what a reader would say is wrong with it; a sample shows each choice at once. */
export function ReadingFields({ settings, onChange, sample }: Props) {
  const languages = useMemo(languageChoices, [])
  return (
    <div className="flex flex-col gap-4">
      <Sample settings={settings} text={sample} />
      <Size settings={settings} onChange={onChange} />
      <Choices
        question={say('reading_close')}
        options={ROOMS.map(room => ({ value: room, words: say(`reading_room_${room}`) }))}
        value={settings.room}
        onChange={room => onChange({ room })}
      />
      <Choices
        question={say('reading_long')}
        options={COLUMNS.map(column => ({ value: column, words: say(`reading_column_${column}`) }))}
        value={settings.column}
        onChange={column => onChange({ column })}
      />
      <Choices
        question={say('reading_bright')}
        options={PAPERS.map(paper => ({ value: paper, words: say(`reading_paper_${paper}`) }))}
        value={settings.paper}
        onChange={paper => onChange({ paper })}
        shows="paper"
      />
      <Choices
        question={say('reading_alike')}
        options={FACES.map(face => ({ value: face, words: say(`reading_face_${face}`) }))}
        value={settings.face}
        onChange={face => onChange({ face })}
        shows="face"
      />
      <Choices
        question={say('reading_lost')}
        options={GUIDES.map(guide => ({
          value: guide,
          words: guide ? say('reading_guide', { count: guide }) : say('reading_guide_none'),
        }))}
        value={settings.guide}
        onChange={guide => onChange({ guide })}
      />
      <Choices
        question={say('listen_voice')}
        options={VOICES.map(voice => ({ value: voice, words: say(`listen_voice_${voice}`) }))}
        value={settings.voice}
        onChange={voice => onChange({ voice })}
      />
      <Choices
        question={say('listen_pace')}
        options={SPEEDS.map(speed => ({ value: speed, words: `${speed} %` }))}
        value={settings.speed}
        onChange={speed => onChange({ speed })}
      />
      <Choice
        label={say('word_showing')}
        value={settings.showing}
        onChange={showing => onChange({ showing: showing as Showing })}
        options={SHOWINGS.map(one => ({
          value: one,
          label: isKind(one)
            ? `${say(`word_kind_${one}`)} · ${say(`word_kind_${one}_is`)}`
            : say(`word_showing_${one}`),
        }))}
      />
      <Choice
        label={say('word_known')}
        value={settings.known ?? ''}
        onChange={known => onChange({ known: (known || null) as ReadingSettings['known'] })}
        options={[{ value: '', label: say('word_known_none') }, ...languages]}
      />
      <div className="flex flex-col gap-1.5">
        <Tick on={settings.listen} onChange={listen => onChange({ listen })}>
          {say('listen_always')}
        </Tick>
        <Tick on={settings.points} onChange={points => onChange({ points })}>
          {say('listen_points')}
        </Tick>
        <Tick on={settings.numbered} onChange={numbered => onChange({ numbered })}>
          {say('reading_numbered')}
        </Tick>
        <Tick on={settings.screens} onChange={screens => onChange({ screens })}>
          {say('reading_screens')}
        </Tick>
      </div>
    </div>
  )
}

/** What stands on a page in one way of reading, whatever the page itself is. */
const ofSample = (settings: ReadingSettings) => ({
  ...readingAttributes(settings),
  'data-read-size': String(settings.size),
  'data-read-room': settings.room,
  'data-read-column': settings.column,
  'data-read-face': settings.face,
  'data-read-paper': settings.paper,
})

function Sample({ settings, text }: { readonly settings: ReadingSettings; readonly text: string }) {
  const { face } = settings
  useEffect(() => fetchFace(face), [face])
  return (
    <div
      {...ofSample(settings)}
      className="read-sample sticky top-0 z-10 max-h-52 overflow-auto rounded-[var(--radius-card)] border border-edge px-4 py-3"
    >
      <div className="written text-[1.0625rem]">
        <p dir="auto">{text}</p>
      </div>
    </div>
  )
}

function Size({ settings: { size }, onChange }: Omit<Props, 'sample'>) {
  const at = SIZES.indexOf(size)
  const to = (step: number) => {
    const next = SIZES[at + step]
    if (next) onChange({ size: next })
  }
  return (
    <fieldset>
      <legend className="mb-1 text-[0.9375rem] font-semibold">{say('reading_small')}</legend>
      <div className="flex items-center gap-3">
        <Button onClick={() => to(-1)} disabled={at === 0}>
          <Minus size={16} aria-hidden="true" />
          {say('reading_smaller')}
        </Button>
        <output className="min-w-14 text-center tabular-nums">{size} %</output>
        <Button onClick={() => to(1)} disabled={at === SIZES.length - 1}>
          <Plus size={16} aria-hidden="true" />
          {say('reading_larger')}
        </Button>
      </div>
    </fieldset>
  )
}

type ChoicesProps<T> = {
  readonly question: string
  readonly options: readonly { readonly value: T; readonly words: string }[]
  readonly value: T
  readonly onChange: (value: T) => void
  /** What each choice shows of itself. */
  readonly shows?: 'paper' | 'face'
}

function Choices<T extends string | number>({ question, options, value, onChange, shows }: ChoicesProps<T>) {
  const name = useId()
  return (
    <fieldset>
      <legend className="mb-1 text-[0.9375rem] font-semibold">{question}</legend>
      <div className="flex flex-wrap gap-1.5">
        {options.map(option => (
          <label
            key={option.value}
            {...(shows && { [`data-read-${shows}`]: option.value })}
            className={`flex min-h-9 cursor-pointer items-center rounded-[var(--radius-card)] border px-3 text-[0.9375rem] has-checked:border-blue has-checked:font-semibold has-checked:outline-2 has-checked:-outline-offset-2 has-checked:outline-blue has-focus-visible:ring-3 has-focus-visible:ring-ochre ${shows === 'paper' ? 'read-sample border-edge' : 'border-edge bg-sheet hover:bg-pale'}`}
          >
            <input
              type="radio"
              name={name}
              className="sr-only"
              checked={option.value === value}
              onChange={() => onChange(option.value)}
            />
            <span className={shows === 'face' ? 'read' : ''}>{option.words}</span>
          </label>
        ))}
      </div>
    </fieldset>
  )
}
