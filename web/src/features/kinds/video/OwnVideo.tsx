import type { QuizPage, SubmissionPage, VideoDetails } from '@oppen/contract'
import { mayBegin, questionsOf } from '@oppen/core/work/kinds/quiz'
import { doneWith, type GuidedVideo, letsGoOn, openedBy, type VideoStop } from '@oppen/core/work/kinds/video'
import { useSuspenseQuery } from '@tanstack/react-query'
import { type ReactNode, useRef } from 'react'
import type { SubmissionParams } from '../../../app/queries.js'
import { useNow, useTie } from '../../../app/session.js'
import { problemWords } from '../../../words/problem.js'
import { say } from '../../../words/say.js'
import { useUploads } from '../../files/useUploads.js'
import { OwnSheet } from '../../work/OwnSheet.js'
import type { OwnProps } from '../ownProps.js'
import { AttemptBar } from '../quiz/AttemptBar.js'
import { AttemptQuestion } from '../quiz/AttemptQuestion.js'
import { Between } from '../quiz/Between.js'
import { readQuiz } from '../quiz/reads.js'
import { useAnswerFiles } from '../quiz/useAnswerFiles.js'
import { useQuiz } from '../quiz/useQuiz.js'
import { answersNow, stopsOf } from './answersNow.js'
import { Player } from './Player.js'
import { Said } from './Said.js'
import { StopPanel } from './StopPanel.js'
import { usePlaying } from './usePlaying.js'
import { useWatched } from './useWatched.js'
import type { WatchedAutosave } from './watchedAutosave.js'

/** A guided video as its pupil has it: with its stops while an attempt is open, and to be watched again before and after. */
export default function OwnVideo({ params, page }: OwnProps) {
  const { video } = page.work.details
  return (
    <OwnSheet params={params} page={page} wide>
      {video && <Video {...{ params, page, video }} />}
    </OwnSheet>
  )
}

type Props = {
  readonly params: SubmissionParams
  readonly page: SubmissionPage
  readonly video: VideoDetails
}

function Video({ params, page, video }: Props) {
  const { data: quiz } = useSuspenseQuery(readQuiz(params))
  const watched = useWatched(params)
  const { guided } = video
  const newest = quiz.attempts.at(-1)
  if (newest && newest.handedInAt === null)
    return <Open key={newest.number} {...{ params, page, quiz, guided, watched }} attempt={newest} />
  return <Shut {...{ params, page, quiz, guided, watched }} />
}

type PartProps = Omit<Props, 'video'> & {
  readonly quiz: QuizPage
  readonly guided: GuidedVideo
  readonly watched: WatchedAutosave
}

/** Before an attempt the way into it; after it the result, and the video with its notes to be watched again. */
function Shut({ params, page, quiz, guided, watched }: PartProps) {
  const time = useNow()
  const archived = useTie()?.archived ?? false
  const again = page.status.phase === 'tryAgain'
  const first = !quiz.attempts.length && mayBegin(quiz.rules, 0, page.work, time.now, again).ok && !archived
  const shown = { ...guided, stops: guided.stops.filter(({ kind }) => kind !== 'questions') }
  return (
    <>
      {first ? (
        <>
          <WatchingRules guided={guided} />
          {guided.poster && <img src={guided.poster} alt="" className="max-h-72 w-fit max-w-full" />}
        </>
      ) : (
        <Watch
          guided={shown}
          title={page.work.title}
          watched={watched}
          questions={() => null}
          holds={() => undefined}
        />
      )}
      <Between {...{ params, page, quiz }} />
    </>
  )
}

/** How the video is watched, said before it begins. */
function WatchingRules({ guided: { watching, stops } }: { readonly guided: GuidedVideo }) {
  const { skipping, pauses, mustAnswer } = watching
  return (
    <ul className="max-w-prose list-disc ps-5">
      <li>{say(skipping ? 'video_rule_skipping' : 'video_rule_no_skipping')}</li>
      {pauses && <li>{say('video_rule_pauses')}</li>}
      {stops.some(({ kind }) => kind === 'questions') && <li>{say(`video_rule_must_${mustAnswer}`)}</li>}
    </ul>
  )
}

type OpenProps = PartProps & { readonly attempt: QuizPage['attempts'][number] }

/** The attempt that is open: its questions come at their stops, and again where a stop is pressed on the line. */
function Open({ params, page, quiz, guided, watched, attempt }: OpenProps) {
  const autosave = useQuiz(params, quiz, attempt.number)
  const uploads = useUploads(params)
  const files = useAnswerFiles(params, page, uploads)
  const all = questionsOf(quiz.sections)
  const asked = new Map(all.map((one, index) => [one.question.id, { one, number: index + 1 }]))
  const stops = stopsOf(guided.stops, new Set(asked.keys()))
  const answers = answersNow(all, quiz, autosave)
  const { mustAnswer } = guided.watching
  const questions = (stop: VideoStop) =>
    stop.kind === 'questions' ? (
      <ol className="flex w-full flex-col gap-6">
        {stop.questions.map(id => {
          const found = asked.get(id)
          return (
            found && (
              <AttemptQuestion
                key={id}
                number={found.number}
                asked={found.one}
                below={null}
                {...{ params, quiz, attempt, autosave, files }}
              />
            )
          )
        })}
      </ol>
    ) : null
  const holds = (stop: VideoStop) => {
    if (stop.kind !== 'questions') return undefined
    const open = stop.questions.some(id => {
      const now = answers.get(id)
      return now && !letsGoOn(mustAnswer, now)
    })
    return open ? say(`video_holds_${mustAnswer === 'right' ? 'right' : 'answer'}`) : undefined
  }
  return (
    <>
      <Watch
        guided={{ ...guided, stops }}
        title={page.work.title}
        {...{ watched, answers, questions, holds }}
      />
      <AttemptBar
        {...{ params, page, attempt, all, autosave }}
        filesComing={uploads.list.some(one => one.problem === undefined)}
      />
    </>
  )
}

type WatchProps = {
  readonly guided: GuidedVideo
  readonly title: string
  readonly watched: WatchedAutosave
  readonly answers?: ReturnType<typeof answersNow>
  /** The questions of a stop, and why it does not let go on. */
  readonly questions: (stop: VideoStop) => ReactNode
  readonly holds: (stop: VideoStop) => string | undefined
}

const NO_ANSWERS: ReturnType<typeof answersNow> = new Map()

/** The player with what is said beside it. */
function Watch({ guided, title, watched, answers = NO_ANSWERS, questions, holds }: WatchProps) {
  const time = useNow()
  const start = useRef(watched.position)
  const { passed } = watched
  const done = doneWith(guided.stops, passed, guided.watching.mustAnswer, answers)
  const playing = usePlaying({
    guided,
    start: start.current,
    watched: () => watched.watched,
    opened: openedBy(guided.stops, passed),
    done,
    onPlayed: stretch => watched.played(stretch),
    onStopped: second => watched.stopped(second),
    onBack: (from, to) => watched.wentBack(from, to),
    onPass: (stop, wayId) => watched.pass({ stopId: stop.id, wayId }, stop.at),
  })
  // what was taken out since does not hold
  const stop = playing.stop && (guided.stops.find(({ id }) => id === playing.stop?.id) ?? playing.stop)
  const said = guided.captions.length > 0 || guided.chapters.length > 0
  return (
    <div className={`grid gap-x-8 gap-y-5 ${said ? 'lg:grid-cols-[minmax(0,1fr)_19rem]' : ''}`}>
      <Player
        {...{ guided, title, playing, done }}
        watched={watched.watched}
        stop={
          stop && (
            <StopPanel stop={stop} holds={holds(stop)} onGo={playing.goOn}>
              {questions(stop)}
            </StopPanel>
          )
        }
      >
        {watched.elsewhere && <p className="text-[0.9375rem]">{say('video_elsewhere')}</p>}
        {watched.status.is === 'unsaved' && <p className="text-[0.9375rem]">{say('video_unsent')}</p>}
        {watched.status.is === 'refused' && (
          <p className="text-[0.9375rem] text-rust">
            {say('video_refused', { problem: problemWords(watched.status.error, time) })}
          </p>
        )}
      </Player>
      {said && <Said guided={guided} at={playing.at} onGo={playing.goTo} />}
    </div>
  )
}
