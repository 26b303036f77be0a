import { type FluencyPage, routes } from '@oppen/contract'
import { accuracyOf, fluencyOf, LONGEST_LISTENING } from '@oppen/core/fluency'
import type { ClassId, PlaceId, WorkId } from '@oppen/core/ids'
import { wordsOf } from '@oppen/core/speech'
import { type Passage, textReadAloud } from '@oppen/core/work/kinds/reading'
import { useQuery } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { call } from '../../../app/api.js'
import { useCommand } from '../../../app/command.js'
import { reads } from '../../../app/queries.js'
import { useTie } from '../../../app/session.js'
import { Button } from '../../../parts/Button.js'
import { Problem } from '../../../parts/Feedback.js'
import { Field } from '../../../parts/Field.js'
import { say } from '../../../words/say.js'
import { FluencyPicture } from './FluencyPicture.js'
import { readFluency } from './reads.js'

type Props = {
  readonly classId: ClassId
  readonly workId: WorkId
  readonly placeId: PlaceId
  readonly attempt: number
  readonly questionId: string
  readonly name: string
  /** How long the recording is, in seconds, once that is known. */
  readonly length: number | null
}

/** Beside a recording of a reading: its text, to tap slips and the last word on while listening. Nothing beside other recordings. */
export function CountReading(props: Props) {
  const { classId, workId, placeId, attempt, questionId } = props
  const work = useQuery(reads.work(classId, workId))
  const fluency = useQuery(readFluency(classId, placeId))
  const passage = work.data?.form.details.reading?.passage
  if (!passage || !fluency.data) return null
  const before = fluency.data.readings.find(
    one => one.workId === workId && one.attempt === attempt && one.questionId === questionId,
  )
  return <Count key={before?.at} {...props} passage={passage} before={before} />
}

type CountProps = Props & {
  readonly passage: Passage
  readonly before: FluencyPage['readings'][number] | undefined
}

function Count({ passage, before, length, name, ...at }: CountProps) {
  const archived = useTie()?.archived ?? false
  const { classId, workId, placeId, attempt, questionId } = at
  const text = useMemo(() => textReadAloud(passage, questionId), [passage, questionId])
  const words = useMemo(() => wordsOf(text, passage.language), [text, passage.language])
  const [slips, setSlips] = useState<ReadonlySet<number>>(() => new Set(before?.tapped))
  const [last, setLast] = useState(before?.last ?? words.length - 1)
  const [ending, setEnding] = useState(false)
  const [typed, setTyped] = useState(before ? String(before.seconds) : null)
  const seconds = typed ?? (length === null ? '' : String(Math.round(length)))
  const listening = {
    slips: [...slips].filter(one => one <= last),
    last,
    seconds: Number(seconds.replace(',', '.')),
  }
  const counted = fluencyOf(listening, words.length)
  const save = useCommand({
    do: () => call(routes.countReading, { classId, workId, placeId }, { attempt, questionId, ...listening }),
    again: [readFluency(classId, placeId).queryKey],
  })
  const tap = (index: number) => {
    if (ending) {
      setLast(index)
      setEnding(false)
      return
    }
    const next = new Set(slips)
    if (!next.delete(index)) next.add(index)
    setSlips(next)
  }
  return (
    <section
      aria-label={say('fluency_count_of', { name })}
      className="flex flex-col gap-2 border-s-4 border-pale ps-3"
    >
      <p className="text-sm text-soft">{say(ending ? 'fluency_tap_last' : 'fluency_tap')}</p>
      <p lang={passage.language} dir="auto" className="max-h-64 max-w-prose overflow-y-auto leading-8">
        {words.map(({ from, to }, index) => {
          const is = index > last ? 'unread' : slips.has(index) ? 'slip' : 'read'
          return (
            <span key={from}>
              <button
                type="button"
                aria-pressed={slips.has(index)}
                aria-label={say(`fluency_word_${is}`, { word: text.slice(from, to) })}
                onClick={() => tap(index)}
                className={`rounded px-0.5 hover:bg-pale ${is === 'slip' ? 'bg-ochre-pale font-semibold text-rust line-through decoration-2' : is === 'unread' ? 'text-soft italic' : ''} ${index === last ? 'border-e-4 border-blue' : ''}`}
              >
                {text.slice(from, to)}
              </button>
              {text.slice(to, words[index + 1]?.from ?? to).replaceAll('\n', ' ')}
            </span>
          )
        })}
      </p>
      <div className="grid items-end gap-2 sm:grid-cols-[8rem_auto_auto]">
        <Field
          label={say('fluency_seconds')}
          value={seconds}
          inputMode="decimal"
          onChange={event => setTyped(event.target.value)}
        />
        <Button aria-pressed={ending} onClick={() => setEnding(!ending)}>
          {say('fluency_set_last')}
        </Button>
        <Button variant="primary" disabled={archived || save.busy || !counted.ok} onClick={() => save.go()}>
          {say('fluency_save')}
        </Button>
      </div>
      <p role="status" className="tabular-nums">
        {counted.ok
          ? say('fluency_is', {
              rate: counted.value.perMinute,
              correct: counted.value.correct,
              read: counted.value.read,
              percent: Math.round(accuracyOf(counted.value) * 100),
            })
          : say('fluency_needs', { most: LONGEST_LISTENING })}
      </p>
      {save.words && <Problem words={save.words} />}
      {before && <FluencyPicture classId={classId} placeId={placeId} />}
    </section>
  )
}
