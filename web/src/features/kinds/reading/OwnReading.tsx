import type { QuizPage, ReadingDetails, SubmissionPage } from '@oppen/contract'
import { ANCHOR_LIMITS } from '@oppen/core/passage'
import type { Span } from '@oppen/core/speech'
import { questionsOf } from '@oppen/core/work/kinds/quiz'
import { MARK_COLOURS, type MarkColour, type Passage } from '@oppen/core/work/kinds/reading'
import { useSuspenseQuery } from '@tanstack/react-query'
import { type KeyboardEvent, type RefObject, useEffect, useRef, useState } from 'react'
import type { SubmissionParams } from '../../../app/queries.js'
import { useMe } from '../../../app/session.js'
import { showToast } from '../../../parts/toast.js'
import { say } from '../../../words/say.js'
import { OwnSheet } from '../../work/OwnSheet.js'
import type { OwnProps } from '../ownProps.js'
import { Attempt } from '../quiz/Attempt.js'
import { Between } from '../quiz/Between.js'
import { readQuiz } from '../quiz/reads.js'
import { FluencyPicture } from './FluencyPicture.js'
import { showAbout, showMarked } from './highlights.js'
import { MarkBar } from './marks/MarkBar.js'
import { MarkList } from './marks/MarkList.js'
import { MarksSaved } from './marks/MarksSaved.js'
import { type Marks, useMarks } from './marks/useMarks.js'
import { selectBeside, useSelected } from './marks/useSelected.js'
import { passageOnPage, rangeOfSpan, selectedSpan, showSpan } from './onPage.js'
import { PassageText } from './PassageText.js'
import { AboutLines, BackToQuestion } from './ToLines.js'
import { useQuestionPlaces } from './useQuestionPlaces.js'
import { WordsToKnow } from './WordsToKnow.js'

/** A reading as its pupil has it: the words to know, the passage to mark, and its questions. */
export default function OwnReading({ params, page }: OwnProps) {
  const { data: quiz } = useSuspenseQuery(readQuiz(params))
  const { reading } = page.work.details
  return (
    <OwnSheet params={params} page={page} wide>
      {reading && <Reading {...{ params, page, quiz, reading }} />}
    </OwnSheet>
  )
}

type Props = {
  readonly params: SubmissionParams
  readonly page: SubmissionPage
  readonly quiz: QuizPage
  readonly reading: ReadingDetails
}

function Reading({ params, page, quiz, reading }: Props) {
  const { account, seenAs } = useMe()
  const passage: Passage = reading.passage
  const root = useRef<HTMLDivElement>(null)
  const asked = questionsOf(quiz.sections).map(({ question }) => question.id)
  const places = useQuestionPlaces(passage, asked)
  const marks = useMarks(params, places.text)
  const [about, setAbout] = useState<{ readonly id: string; readonly span: Span } | null>(null)
  /** On a narrow screen either is there, where questions stand beside the passage. */
  const [side, setSide] = useState<'text' | 'questions'>('text')
  const selected = useSelected(root)
  const { mark, fresh, onKeyDown } = useMarking(root, marks, passage.language)
  useShown(root, marks, about?.span)
  const toLines = (id: string, span: Span) => {
    setAbout({ id, span })
    setSide('text')
    // it may have been out of sight until now
    requestAnimationFrame(() => root.current && showSpan(root.current, span))
  }
  const toQuestion = (id: string) => {
    setSide('questions')
    setAbout(null)
    requestAnimationFrame(() =>
      document.getElementById(`question-${id}`)?.scrollIntoView({ block: 'center' }),
    )
  }
  const below = (id: string) => {
    const span = places.linesOf(id)
    return span && <AboutLines onPress={() => toLines(id, span)} />
  }
  const newest = quiz.attempts.at(-1)
  const open = newest && newest.handedInAt === null
  const beside = passage.asked === 'beside' && asked.length > 0
  const questions = open ? (
    <Attempt
      key={newest.number}
      {...{ params, page, quiz, below }}
      attempt={newest}
      placeOf={places.placeOf}
    />
  ) : (
    <Between {...{ params, page, quiz, below }} />
  )
  const number = about ? asked.indexOf(about.id) + 1 : 0
  return (
    <>
      <WordsToKnow
        words={passage.words}
        language={passage.language}
        writes={account.kind === 'pupil' && !seenAs}
      />
      {!passage.aloud && (
        <p className="max-w-prose border-s-4 border-ochre bg-ochre-pale px-3 py-2">
          {say('reading_unspoken')}
        </p>
      )}
      {beside && <Sides side={side} count={asked.length} onChoose={setSide} />}
      <div
        className={`grid gap-x-10 gap-y-6 ${beside ? 'lg:grid-cols-2' : 'lg:grid-cols-[minmax(0,1fr)_17rem]'}`}
      >
        <div
          className={`min-w-0 ${beside ? 'lg:sticky lg:top-4 lg:max-h-[calc(100dvh-9rem)] lg:self-start lg:overflow-y-auto lg:pe-2' : ''} ${beside && side !== 'text' ? 'max-lg:hidden' : ''}`}
        >
          <p id="passage-keys" className="sr-only">
            {say('reading_passage_keys')}
          </p>
          <PassageText
            passage={passage}
            parts={places.parts}
            root={root}
            label={say('reading_passage')}
            describedBy="passage-keys"
            onKeyDown={onKeyDown}
            behind={part =>
              open && places.behind(part).length > 0 ? (
                <ol
                  ref={places.list(part)}
                  className="my-5 flex flex-col gap-6 border-y border-rule bg-linen/40 px-4 py-4"
                />
              ) : null
            }
          />
        </div>
        {beside ? (
          <div className={`flex min-w-0 flex-col gap-6 ${side !== 'questions' ? 'max-lg:hidden' : ''}`}>
            {questions}
          </div>
        ) : (
          <MarksBeside {...{ marks, passage, fresh, root }} />
        )}
      </div>
      {beside ? (
        <MarksBeside {...{ marks, passage, fresh, root }} />
      ) : (
        <div className="flex min-w-0 flex-col gap-6">{questions}</div>
      )}
      <FluencyPicture classId={params.classId} placeId={params.placeId} />
      {selected && <MarkBar selected={selected} meanings={passage.meanings} onMark={mark} />}
      {about && (
        <BackToQuestion number={number} onPress={() => toQuestion(about.id)} onClose={() => setAbout(null)} />
      )}
    </>
  )
}

/** Marking what is selected, and choosing sentences, by key: `fresh` is the mark that was made last. */
function useMarking(root: RefObject<HTMLDivElement | null>, marks: Marks, language: string) {
  const [fresh, setFresh] = useState<string>()
  const mark = (colour: MarkColour) => {
    // what is selected now, which may be later than what was rendered
    const span = root.current ? selectedSpan(root.current, document.getSelection()) : undefined
    if (!span) return
    if (span.to - span.from > ANCHOR_LIMITS.exact)
      return showToast(say('reading_mark_long', { most: ANCHOR_LIMITS.exact }))
    setFresh(marks.add(span, colour).id)
    document.getSelection()?.removeAllRanges()
  }
  const onKeyDown = (event: KeyboardEvent) => {
    const { current } = root
    // keys of what stands within the passage are its own
    if (!current || event.target !== current || event.ctrlKey || event.metaKey || event.altKey) return
    const by = event.key === 'ArrowDown' || event.key === 'ArrowRight' ? 1 : -1
    const colour = MARK_COLOURS[Number(event.key) - 1]
    if (event.key.startsWith('Arrow')) {
      event.preventDefault()
      const now = selectedSpan(current, document.getSelection())
      selectBeside(current, language, now, { by, more: event.shiftKey })
    } else if (colour) {
      event.preventDefault()
      mark(colour)
    } else if (event.key === 'Escape') document.getSelection()?.removeAllRanges()
  }
  return { mark, fresh, onKeyDown }
}

type SidesProps = {
  readonly side: 'text' | 'questions'
  readonly count: number
  readonly onChoose: (side: 'text' | 'questions') => void
}

/** On a narrow screen, the passage or its questions. */
const Sides = ({ side, count, onChoose }: SidesProps) => (
  // biome-ignore lint/a11y/useSemanticElements: two buttons are no set of fields
  <div
    role="group"
    aria-label={say('reading_sides')}
    className="sticky top-0 z-10 -mx-1 flex border-b border-rule bg-sheet px-1 py-1 lg:hidden"
  >
    {(['text', 'questions'] as const).map(one => (
      <button
        key={one}
        type="button"
        aria-pressed={side === one}
        onClick={() => onChoose(one)}
        className="min-h-11 flex-1 rounded-[var(--radius-card)] px-3 aria-pressed:bg-blue aria-pressed:font-semibold aria-pressed:text-on-blue"
      >
        {one === 'text' ? say('reading_side_text') : say('reading_side_questions', { count })}
      </button>
    ))}
  </div>
)

type BesideProps = {
  readonly marks: Marks
  readonly passage: Passage
  readonly fresh: string | undefined
  readonly root: RefObject<HTMLDivElement | null>
}

/** The margin of a passage: what is marked, with the notes on it. */
const MarksBeside = ({ marks, passage, fresh, root }: BesideProps) => (
  <section aria-labelledby="reading-marks" className="min-w-0">
    <h2 id="reading-marks" className="mb-1 text-lg">
      {say('reading_marks')}
    </h2>
    <p className="mb-2 text-sm text-soft">{say('reading_marks_seen')}</p>
    <MarkList
      marks={marks.all}
      meanings={passage.meanings}
      fresh={fresh}
      onShow={({ span }) => root.current && span && showSpan(root.current, span)}
      onNote={({ span: _, ...mark }, note) => marks.put({ ...mark, note })}
      onRemove={mark => marks.remove(mark)}
    />
    <MarksSaved marks={marks} />
  </section>
)

/** Shows on the page what is marked, and the lines that a question is about. */
function useShown(root: RefObject<HTMLDivElement | null>, { all }: Marks, about: Span | undefined): void {
  useEffect(() => {
    const passage = root.current && passageOnPage(root.current)
    if (!passage) return
    for (const colour of MARK_COLOURS)
      showMarked(
        colour,
        all.flatMap(one => (one.colour === colour && one.span ? (rangeOfSpan(passage, one.span) ?? []) : [])),
      )
    showAbout(about && rangeOfSpan(passage, about))
    return () => {
      for (const colour of MARK_COLOURS) showMarked(colour, [])
      showAbout(undefined)
    }
  })
}
