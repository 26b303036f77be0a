import type { SubmissionPage } from '@oppen/contract'
import { PASSAGE_LOOKS, type PassageLook, type Quote, textPage } from '@oppen/core/marking'
import { draftTitle, mayFollow, type SubmissionState } from '@oppen/core/work'
import { Highlighter, type LucideIcon, MessageSquareText, Strikethrough, Underline } from 'lucide-react'
import { Suspense, useEffect, useMemo, useRef, useState } from 'react'
import { onDraftSaved } from '../../app/live.js'
import type { SubmissionParams } from '../../app/queries.js'
import { useNow, useTie } from '../../app/session.js'
import { Disclosure } from '../../parts/Disclosure.js'
import { Problem, Waiting } from '../../parts/Feedback.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'
import { ON_DESK } from '../kinds/onDesk.js'
import { PageVersions } from '../work/PageVersions.js'
import { useMarkSubmissionRead } from '../work/useMarkSubmissionRead.js'
import { LazySheetVersions } from '../worksheets/LazyWorksheet.js'
import { newInkId } from '../worksheets/pens.js'
import { Tool } from '../worksheets/Tool.js'
import { AnnotatedWork } from './AnnotatedWork.js'
import type { DeskPen } from './deskPen.js'
import { goToNote, MarginNotes } from './MarginNotes.js'
import { NoteForm, type Noting } from './NoteForm.js'
import { isNote, numbersOf } from './notes.js'
import { PenBar } from './PenBar.js'
import { selectedQuote } from './quotes.js'
import { type Desk, useWatched } from './useDesk.js'

type Props = {
  readonly params: SubmissionParams
  readonly page: SubmissionPage
  readonly state: SubmissionState
  readonly desk: Desk
  readonly pen: DeskPen | null
  readonly onPen: (pen: DeskPen | null) => void
  /** Reads the submission again. */
  readonly again: () => void
}

/** A pupil's work as it lies on the teacher's desk: what was handed in, or how far the draft has come. */
export function WorkOnDesk({ params, page, state, desk: { annotations }, pen, onPen, again }: Props) {
  useWatched(annotations, ({ items, status }) => [items, status])
  const time = useNow()
  const archived = useTie()?.archived ?? false
  const may = !archived && mayFollow('handIn', page.status)
  const text = useRef<HTMLDivElement>(null)
  const [quote, setQuote] = useSelected(text)
  const [noting, setNoting] = useState<Noting | null>(null)
  const { items, status } = annotations
  const numbers = useMemo(() => numbersOf(items.values()), [items])
  useMarkSubmissionRead(params, page.moves.length)
  useEffect(
    () =>
      onDraftSaved(event => event.workId === params.workId && event.placeId === params.placeId && again()),
    [params.workId, params.placeId, again],
  )
  const [last, ...earlier] = page.handIns
  const isIn = ['withTeacher', 'handedBack'].includes(page.status.phase)
  const handIn = isIn ? last : undefined
  const work = handIn
    ? { ...handIn, worksheet: handIn.worksheet }
    : {
        number: 0,
        html: page.draft?.html ?? '',
        files: page.files,
        worksheet: page.worksheet?.version ? {} : null,
      }
  const canWrite = !!handIn && !archived
  const OnDesk = ON_DESK[page.work.kind]
  const current = textPage(work.number)
  const mark = (look: PassageLook) => {
    if (!quote) return
    const passage = {
      kind: 'passage',
      id: newInkId(),
      page: current,
      look,
      quote,
      text: '',
      fileId: null,
    } as const
    annotations.do({ put: [passage], drop: [] })
    setQuote(undefined)
    document.getSelection()?.removeAllRanges()
  }
  return (
    <section
      aria-label={draftTitle(page.work.title, page.pupil.name)}
      className="min-w-0 bg-linen/45 px-6 py-4 max-md:px-4"
    >
      <p className="mb-2 text-sm text-soft">{headOf(page, time)}</p>
      {canWrite && (
        <PenBar pen={pen} onPen={onPen} annotations={annotations}>
          {quote && (
            <fieldset className="flex border-s border-rule ps-1" aria-label={say('desk_chosen')}>
              {PASSAGE_LOOKS.map(look => (
                <Tool key={look} name={`desk_look_${look}`} icon={LOOKS[look]} onPress={() => mark(look)} />
              ))}
              <Tool
                name="desk_note_to"
                icon={MessageSquareText}
                onPress={() => setNoting({ page: current, quote })}
              />
            </fieldset>
          )}
        </PenBar>
      )}
      {status.is === 'refused' && <Problem words={problemWords(status.error, time)} />}
      {status.is === 'unsaved' && (
        <p role="status" className="mb-2 text-sm text-rust">
          {say('desk_unsaved')}
        </p>
      )}
      <article className="min-h-72 border border-rule bg-sheet px-6 py-5 shadow-sm max-md:px-3">
        <h2 className="mb-3 text-lg">{draftTitle(page.work.title, page.pupil.name)}</h2>
        <AnnotatedWork
          params={params}
          page={page}
          work={work}
          items={items}
          pen={canWrite ? pen : null}
          text={text}
          onEdit={edit => annotations.do(edit)}
          onNote={setNoting}
          onNumber={goToNote}
          empty={<p className="text-soft">{nothingWords(page, state)}</p>}
        />
        {OnDesk && (
          <Suspense fallback={<Waiting />}>
            <OnDesk params={params} page={page} />
          </Suspense>
        )}
        <MarginNotes
          params={params}
          notes={[...items.values()].filter(isNote)}
          numbers={numbers}
          {...(canWrite && {
            onChange: before => setNoting({ before }),
            onRemove: note => annotations.do({ put: [], drop: [note] }),
          })}
        />
      </article>
      {page.draft && (
        <div className="mt-4">
          <PageVersions params={params} count={page.draft.versions} may={may} />
        </div>
      )}
      {!!page.worksheet?.version && (
        <div className="mt-4">
          <Suspense fallback={null}>
            <LazySheetVersions params={params} may={may} />
          </Suspense>
        </div>
      )}
      {earlier.length > 0 && isIn && (
        <Disclosure className="mt-4" title={say('marking_earlier')}>
          {earlier.map(one => (
            <article key={one.id} className="mt-3 border border-rule bg-sheet px-6 py-4">
              <p className="mb-2 text-sm text-soft">
                {say('marking_current', { number: one.number, at: when(one.at, time) })}
              </p>
              <Suspense fallback={<Waiting />}>
                <AnnotatedWork params={params} page={page} work={one} items={items} onNumber={goToNote} />
              </Suspense>
            </article>
          ))}
        </Disclosure>
      )}
      {noting && (
        <NoteForm
          params={params}
          noting={noting}
          onEdit={edit => {
            annotations.do(edit)
            setQuote(undefined)
          }}
          onClose={() => setNoting(null)}
        />
      )}
    </section>
  )
}

const LOOKS: Readonly<Record<PassageLook, LucideIcon>> = {
  underline: Underline,
  highlight: Highlighter,
  strike: Strikethrough,
}

/** The words that are selected in an element, as long as they are. */
function useSelected(text: { readonly current: HTMLElement | null }) {
  const [quote, setQuote] = useState<Quote | undefined>(undefined)
  useEffect(() => {
    const look = () => {
      // what is pressed to mark them takes the focus, not the words
      if (text.current) setQuote(selectedQuote(text.current, document.getSelection()))
    }
    document.addEventListener('selectionchange', look)
    return () => document.removeEventListener('selectionchange', look)
  }, [text])
  return [quote, setQuote] as const
}

function headOf(page: SubmissionPage, time: ReturnType<typeof useNow>): string {
  const last = page.handIns[0]
  const first = page.handIns.at(-1)
  const isIn = ['withTeacher', 'handedBack'].includes(page.status.phase)
  if (!last || !isIn) return page.draft ? say('marking_draft', { at: when(page.draft.savedAt, time) }) : ''
  return [
    say('marking_current', { number: last.number, at: when(last.pressedAt ?? last.at, time) }),
    last.pressedAt === null ? '' : say('handIn_arrived', { at: when(last.at, time) }),
    first && first !== last ? say('marking_first', { at: when(first.at, time) }) : '',
  ]
    .filter(Boolean)
    .join(' · ')
}

const nothingWords = (page: SubmissionPage, state: SubmissionState): string =>
  state.is === 'received' ? say('marking_paper') : say('marking_nothing', { name: page.pupil.name })
