import { type ErrorCode, type MarkingPage, routes, type SubmissionPage } from '@oppen/contract'
import { withPhrase } from '@oppen/core/marking'
import { markByRubric, showHundredths as plain, readMarkOn, wordOfMark } from '@oppen/core/marks'
import { mayFollow } from '@oppen/core/work'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { type KeyboardEvent, useCallback, useEffect, useRef, useState } from 'react'
import { call, Refusal } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { isWriting } from '../../app/isWriting.js'
import { firstName } from '../../app/places.js'
import { reads, type SubmissionParams } from '../../app/queries.js'
import { useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Disclosure } from '../../parts/Disclosure.js'
import { LazyMomentField } from '../../parts/dates/LazyMomentField.js'
import { FieldProblem, Problem } from '../../parts/Feedback.js'
import { Field, TextBox } from '../../parts/Field.js'
import { showHundredths } from '../../words/numbers.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { Changed } from './Changed.js'
import { Moves } from './Moves.js'
import type { Verdict } from './markDraftAutosave.js'
import { Phrases } from './Phrases.js'
import { RubricLevels } from './RubricLevels.js'
import { StickerChoice } from './StickerChoice.js'
import { type Desk, seenOf, useWatched } from './useDesk.js'

type Props = {
  readonly params: SubmissionParams
  readonly page: SubmissionPage
  readonly marking: Pick<MarkingPage, 'work' | 'scale'>
  readonly desk: Desk
  readonly begin: boolean
  readonly onDone: (how: 'handedBack' | 'ready' | 'tryAgain') => void
}

/** Mark, levels, sticker and feedback of one submission; what is not handed back is kept as it is written. */
export function Pen({ params, page, marking, desk: { draft, annotations }, begin, onDone }: Props) {
  const { status, work } = page
  const { scale } = marking
  const { rubric, keepBack } = marking.work
  useWatched(draft, withoutLetters)
  const client = useQueryClient()
  const time = useNow()
  const [by, setBy] = useState('')
  const { data: phrases = [] } = useQuery(reads.phrases())
  const number = status.handIns
  const name = firstName(page.pupil.name)
  const { mark, levels, sticker } = draft.verdict
  const sum = rubric ? markByRubric(rubric, levels) : undefined
  const typed = mark.trim() && work.points !== null ? readMarkOn(mark, work.points, scale) : undefined
  const form = useFocusKeys(begin)
  // what stands beside the feedback is not rendered with each letter of it
  const written = useCallback(() => draft.verdict.feedback, [draft])
  const use = useCallback(
    (phrase: string) => draft.write({ feedback: withPhrase(draft.verdict.feedback, phrase, name) }),
    [draft, name],
  )
  const stick = useCallback((next: Verdict['sticker']) => draft.write({ sticker: next }), [draft])
  const done = (how: Parameters<typeof onDone>[0]) => {
    onDone(how)
    void client.invalidateQueries({ queryKey: reads.submission(params).queryKey })
    void client.invalidateQueries({ queryKey: reads.desk(params).queryKey })
    void client.invalidateQueries({ queryKey: reads.marking(params.classId, params.workId).queryKey })
  }
  /** What was put over the work goes with it. */
  const sent = async () => {
    await Promise.all([annotations.flush(), draft.hold()])
    return { number, feedback: draft.verdict.feedback, seen: seenOf(draft) }
  }
  const handBack = useCommand({
    do: async () => {
      const common = await sent()
      return call(routes.handBack, params, { ...common, mark: mark.trim() ? mark : null, levels, sticker })
    },
    done: () => {
      draft.done()
      done('handedBack')
    },
  })
  const tryAgain = useCommand({
    do: async () => call(routes.tryAgain, params, { ...(await sent()), by: by || null }),
    done: () => {
      draft.done()
      done('tryAgain')
    },
  })
  const keep = useCommand({
    do: async () => {
      if (typed && !typed.ok)
        throw new Refusal(422, { ...typed.refusal, code: typed.refusal.code as ErrorCode, path: 'mark' })
      if (!(await draft.setReady(true)))
        throw draft.status.is === 'refused' ? draft.status.error : new Error()
      return undefined
    },
    done: () => done('ready'),
  })
  const aboutMark = handBack.at('mark') ?? keep.at('mark')
  const word = typed?.ok ? wordOfMark(typed.value, work.points, scale) : undefined
  const busy = handBack.busy || keep.busy || tryAgain.busy
  const primary = () => {
    if (busy) return
    if (keepBack) keep.go()
    else handBack.go()
  }
  const onKeyDown = (event: KeyboardEvent) => {
    const command = event.ctrlKey || event.metaKey
    if (event.key === 'Enter' && command) {
      event.preventDefault()
      primary()
    }
    const phrase = event.altKey && /^[1-9]$/.test(event.key) ? phrases[Number(event.key) - 1] : undefined
    if (!phrase) return
    event.preventDefault()
    use(phrase.text)
  }
  if (!mayFollow('handBack', status))
    return (
      <div>
        <h2 className="mb-2 text-lg">{page.pupil.name}</h2>
        <Moves params={params} page={page} />
      </div>
    )
  const problem = [handBack, keep, tryAgain].find(
    one => one.words && one.path !== 'mark' && one.path !== 'by',
  )?.words
  return (
    <form
      ref={form}
      onKeyDown={onKeyDown}
      onSubmit={event => {
        event.preventDefault()
        primary()
      }}
      className="flex flex-col gap-3"
      noValidate
    >
      {draft.status.is === 'changed' && <Changed draft={draft} points={work.points} />}
      {rubric && (
        <RubricLevels
          rubric={rubric}
          chosen={levels}
          onChoose={next => {
            const after = markByRubric(rubric, next)
            draft.write({ levels: next, ...(after !== undefined && { mark: plain(after) }) })
          }}
        />
      )}
      {work.points !== null && (
        <div className="flex items-end gap-2">
          <div className="w-28">
            <Field
              label={say('marking_mark')}
              name="mark"
              inputMode={scale.length ? 'text' : 'decimal'}
              autoComplete="off"
              value={mark}
              // what is typed ahead belongs to the next one
              readOnly={busy}
              onChange={event => draft.write({ mark: event.target.value })}
              aria-invalid={!!aboutMark}
              className="font-head text-xl font-bold"
            />
          </div>
          <span className="pb-2 font-head text-xl text-soft">/ {showHundredths(work.points)}</span>
          {word && <span className="pb-2.5 text-[0.9375rem] font-semibold">{word}</span>}
        </div>
      )}
      {sum !== undefined && typed?.ok && typed.value !== sum && (
        <p className="text-sm text-soft">{say('desk_other_than_rubric', { sum: showHundredths(sum) })}</p>
      )}
      {aboutMark && <FieldProblem words={aboutMark} />}
      <div>
        <Feedback draft={draft} name={name} readOnly={busy} />
        <div className="mt-1 flex items-center justify-between gap-2">
          <span className="flex items-center gap-1">
            <Phrases written={written} name={name} onUse={use} />
            <StickerChoice sticker={sticker} onChoose={stick} />
          </span>
          <DraftState draft={draft} />
        </div>
      </div>
      {problem && <Problem words={problem} />}
      {draft.status.is === 'refused' && !problem && (
        <Problem words={problemWords(draft.status.error, time)} />
      )}
      <div className="flex flex-wrap gap-2">
        <Button type="submit" variant="primary" disabled={busy}>
          {say(
            keepBack
              ? 'desk_done'
              : status.phase === 'handedBack'
                ? 'marking_handBack_again'
                : 'marking_handBack',
          )}
        </Button>
        {keepBack && (
          <Button onClick={() => handBack.go()} disabled={busy}>
            {say('desk_handBack_now')}
          </Button>
        )}
      </div>
      <Disclosure look="link" title={say('marking_tryAgain')}>
        <div className="mt-2 flex flex-col gap-2">
          <LazyMomentField
            label={say('marking_tryAgain_by')}
            value={by}
            onChange={setBy}
            problem={tryAgain.at('by')}
          />
          <Button onClick={() => tryAgain.go()} disabled={busy}>
            {say('marking_tryAgain_go')}
          </Button>
        </div>
      </Disclosure>
      {status.phase === 'received' && <Moves params={params} page={page} />}
    </form>
  )
}

type Draft = Desk['draft']

/** What the pen shows of a draft but for what is renewed with each letter of its feedback. */
const withoutLetters = ({ verdict: { mark, levels, sticker }, status }: Draft) => [
  mark,
  levels,
  sticker,
  status.is === 'changed' || status.is === 'refused' ? status : undefined,
]

type FeedbackProps = { readonly draft: Draft; readonly name: string; readonly readOnly: boolean }

function Feedback({ draft, name, readOnly }: FeedbackProps) {
  useWatched(draft, ({ verdict }) => [verdict.feedback])
  return (
    <TextBox
      label={say('marking_feedback', { name })}
      name="feedback"
      value={draft.verdict.feedback}
      readOnly={readOnly}
      onChange={event => draft.write({ feedback: event.target.value })}
      // of a size of its own: a letter changes nothing around it
      className="h-28 contain-strict"
    />
  )
}

/** Where what is written stands. */
function DraftState({ draft }: { readonly draft: Draft }) {
  useWatched(draft, ({ status, ready, by, base }) => [status.is, ready, by, base.version])
  const { status, ready, by, base } = draft
  const words = () => {
    if (status.is === 'unsaved') return say('desk_unsaved')
    if (status.is === 'here' || status.is === 'saving') return say('desk_saving')
    if (ready) return say('desk_is_ready')
    if (base.version === null) return ''
    return by ? say('desk_draft_by', { name: by }) : say('desk_draft_saved')
  }
  return (
    <span role="status" className="text-end text-sm text-soft">
      {words()}
    </span>
  )
}

/** M goes to the mark (or the rubric, where there is one), F to the feedback. */
function useFocusKeys(begin: boolean) {
  const form = useRef<HTMLFormElement>(null)
  useEffect(() => {
    const field = (name: string) => {
      const box = form.current?.elements.namedItem(name)
      return box instanceof HTMLElement ? box : undefined
    }
    const first = () =>
      form.current?.querySelector<HTMLElement>('input[type=radio]') ?? field('mark') ?? field('feedback')
    const onKey = (event: globalThis.KeyboardEvent) => {
      const key = event.key.toLowerCase()
      if (isWriting(event.target) || event.ctrlKey || event.metaKey || event.altKey) return
      const box = key === 'm' ? first() : key === 'f' ? field('feedback') : undefined
      if (!box) return
      event.preventDefault()
      box.focus()
    }
    if (begin) first()?.focus()
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [begin])
  return form
}
