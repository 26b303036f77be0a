import { isMarkedByKey, type Question } from '@oppen/core/questions'
import { type Watched, withPlayed } from '@oppen/core/watching'
import { questionsOf } from '@oppen/core/work/kinds/quiz'
import {
  type AnswerNow,
  doneWith,
  type GuidedVideo,
  letsGoOn,
  openedBy,
  type Passed,
  type VideoStop,
} from '@oppen/core/work/kinds/video'
import { useRef, useState } from 'react'
import { say } from '../../../words/say.js'
import type { PreviewProps } from '../postedProps.js'
import { Tried } from '../quiz/QuizPreview.js'
import { Player } from './Player.js'
import { Said } from './Said.js'
import { StopPanel } from './StopPanel.js'
import { usePlaying } from './usePlaying.js'

/** A guided video to be tried as a pupil: it stops and holds as it would, and nothing of it is saved. */
export default function VideoPreview({ form: { details, title } }: PreviewProps) {
  const { video } = details
  if (!video?.guided.address) return null
  const questions = questionsOf<Question>(video.key?.sections ?? [])
  return <Tries guided={video.guided} questions={questions} checks={video.checks} title={title} />
}

type TriesProps = {
  readonly guided: GuidedVideo
  readonly questions: readonly Question[]
  readonly checks: number | null
  readonly title: string
}

function Tries({ guided, questions, checks, title }: TriesProps) {
  const [watched, setWatched] = useState<Watched>([])
  const now = useRef(watched)
  const [passed, setPassed] = useState<readonly Passed[]>([])
  const [answers, setAnswers] = useState<ReadonlyMap<string, AnswerNow>>(new Map())
  const byId = new Map(questions.map((question, index) => [question.id, { question, number: index + 1 }]))
  const { mustAnswer } = guided.watching
  const done = doneWith(guided.stops, passed, mustAnswer, answers)
  const playing = usePlaying({
    guided,
    start: 0,
    watched: () => now.current,
    opened: openedBy(guided.stops, passed),
    done,
    onPlayed: stretch => {
      now.current = withPlayed(now.current, stretch)
      setWatched(now.current)
    },
    onStopped: () => undefined,
    onBack: () => undefined,
    onPass: ({ id }, wayId) =>
      setPassed([...passed.filter(({ stopId }) => stopId !== id), { stopId: id, wayId }]),
  })
  const { stop } = playing
  const holds = (one: VideoStop) =>
    one.kind === 'questions' && !one.questions.every(id => letsGoOn(mustAnswer, answers.get(id) ?? OPEN))
  return (
    <div className="mt-4 flex flex-col gap-5">
      <p className="text-soft">{say('video_try_hint')}</p>
      <Player
        {...{ guided, title, playing, watched, done }}
        stop={
          stop && (
            <StopPanel
              stop={stop}
              holds={
                holds(stop) ? say(`video_holds_${mustAnswer === 'right' ? 'right' : 'answer'}`) : undefined
              }
              onGo={playing.goOn}
            >
              {stop.kind === 'questions' && (
                <ol className="flex w-full flex-col gap-6">
                  {stop.questions.map(id => {
                    const found = byId.get(id)
                    return (
                      found && (
                        <Tried
                          key={id}
                          {...found}
                          onTry={({ answered, solved, tries }) =>
                            setAnswers(before =>
                              new Map(before).set(id, {
                                ...{ answered, solved },
                                checkable:
                                  isMarkedByKey(found.question) && (checks === null || tries < checks),
                              }),
                            )
                          }
                        />
                      )
                    )
                  })}
                </ol>
              )}
            </StopPanel>
          )
        }
      />
      <Said guided={guided} at={playing.at} onGo={playing.goTo} />
    </div>
  )
}

const OPEN: AnswerNow = { answered: false, solved: false, checkable: true }
