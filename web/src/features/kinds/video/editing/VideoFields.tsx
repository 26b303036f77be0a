import type { VideoDetails } from '@oppen/contract'
import { showHundredths } from '@oppen/core/marks'
import type { Question, QuestionKind } from '@oppen/core/questions'
import { KNOWN_LANGUAGES } from '@oppen/core/readingHelp'
import { BETWEEN_STOPS } from '@oppen/core/watching'
import { mostPoints, questionsOf, USUAL_RULES } from '@oppen/core/work/kinds/quiz'
import { EMPTY_VIDEO, type GuidedVideo, type VideoStop } from '@oppen/core/work/kinds/video'
import { useState } from 'react'
import { inOneLine } from '../../../../parts/asHtml.js'
import { FieldProblem } from '../../../../parts/Feedback.js'
import { Choice } from '../../../../parts/Field.js'
import { LOCALE } from '../../../../words/language.js'
import { playTime } from '../../../../words/playTime.js'
import { say } from '../../../../words/say.js'
import { newPartId } from '../../../questions/editing/ids.js'
import { languageName } from '../../../wordList/languageName.js'
import type { FieldsProps } from '../../postedProps.js'
import { freeId, newQuestion } from '../../quiz/editing/newQuestion.js'
import { Rescoring } from '../../quiz/editing/Rescoring.js'
import { Running } from '../../quiz/editing/Running.js'
import { StopIcon } from '../StopIcon.js'
import { CaptionsFields } from './CaptionsFields.js'
import { ChaptersFields } from './ChaptersFields.js'
import { ChooseVideo } from './ChooseVideo.js'
import { EditPlayer } from './EditPlayer.js'
import { StopFields } from './StopFields.js'
import { useEditPlayer } from './useEditPlayer.js'
import { WatchingFields } from './WatchingFields.js'

const GUIDED = 'details.video.guided'
const SECTIONS = 'details.video.key.sections'

/** The video of a work, its stops with their questions, what is said in it, and how it is watched. */
export default function VideoFields({ posting, begun, begunBy }: FieldsProps) {
  const { form, put, problemAt, addPicture } = posting
  const video: VideoDetails = form.details.video ?? {
    ...USUAL_RULES,
    checks: 2,
    shown: 'atOnce',
    guided: { ...EMPTY_VIDEO, language: LOCALE } as VideoDetails['guided'],
  }
  const { guided: written, ...asked } = video
  const guided: GuidedVideo = written
  const questions = questionsOf<Question>(asked.key?.sections ?? [])
  const [chosen, setChosen] = useState<string | null>(null)
  const player = useEditPlayer(guided, addPicture)
  const seconds = guided.seconds ?? player.playing.seconds
  const set = (part: Partial<GuidedVideo>, of: readonly Question[] = questions, rules: object = {}) => {
    const sections = of.length ? [{ id: 's1', title: '', pick: null, questions: [...of] }] : []
    put({
      points: showHundredths(mostPoints(sections)),
      details: {
        ...form.details,
        video: { ...video, ...rules, key: { sections }, guided: { ...guided, ...part } } as VideoDetails,
      },
    })
  }
  const stops = [...guided.stops].sort((one, other) => one.at - other.at)
  const change = (stop: VideoStop, of: readonly Question[] = questions) =>
    set({ stops: guided.stops.map(one => (one.id === stop.id ? stop : one)) }, of)
  const add = (kind: VideoStop['kind']) => {
    const at = Math.round(player.playing.at * 10) / 10
    player.pause()
    const there = guided.stops.find(one => Math.abs(one.at - at) < BETWEEN_STOPS)
    if (there) return setChosen(there.id)
    const id = newPartId()
    const question = newQuestion('one', freeId(questions.map(one => one.id)))
    const way = (to: number) => ({ id: newPartId(), text: '', to })
    const stop: VideoStop =
      kind === 'note'
        ? { id, at, kind, html: '' }
        : kind === 'questions'
          ? { id, at, kind, questions: [question.id] }
          : { id, at, kind, html: '', ways: [way(0), way(0)] }
    set({ stops: [...guided.stops, stop] }, kind === 'questions' ? [...questions, question] : questions)
    setChosen(id)
  }
  const remove = (stop: VideoStop) => {
    const gone = new Set(stop.kind === 'questions' ? stop.questions : [])
    set(
      { stops: guided.stops.filter(one => one !== stop) },
      questions.filter(({ id }) => !gone.has(id)),
    )
  }
  const addQuestion = (stop: VideoStop, kind: QuestionKind) => {
    if (stop.kind !== 'questions') return
    const question = newQuestion(kind, freeId(questions.map(one => one.id)))
    change({ ...stop, questions: [...stop.questions, question.id] }, [...questions, question])
  }
  const removeQuestion = (stop: VideoStop, questionId: string) => {
    if (stop.kind !== 'questions') return
    const left = { ...stop, questions: stop.questions.filter(id => id !== questionId) }
    change(
      left,
      questions.filter(({ id }) => id !== questionId),
    )
  }
  // the server reads them in the order of their stops
  const inOrder = stops.flatMap(stop => (stop.kind === 'questions' ? stop.questions : []))
  const problemOf = (questionId: string) =>
    problemAt(`${SECTIONS}.0.questions.${inOrder.indexOf(questionId)}`)
  const languages = [...new Set([guided.language, LOCALE, ...KNOWN_LANGUAGES])]
  return (
    <>
      <section aria-labelledby="video-file" className="flex flex-col gap-3">
        <h2 id="video-file" className="text-lg">
          {say('video_file')}
        </h2>
        <ChooseVideo
          posting={posting}
          chosen={guided.address !== null}
          onTake={part => {
            set(part)
            for (const before of [guided.address, guided.poster]) void posting.dropFile(before)
          }}
        />
      </section>
      <div className="flex flex-col gap-5">
        {guided.address && (
          <EditPlayer
            {...{ guided, player, seconds, stops, chosen }}
            onAdd={add}
            onChoose={stop => setChosen(stop.id)}
            onMove={(stop, at) => change({ ...stop, at })}
          />
        )}
        {problemAt(GUIDED) && <FieldProblem words={problemAt(GUIDED) ?? ''} />}
        {guided.address && (
          <>
            <section aria-labelledby="video-stops-written" className="flex flex-col gap-1">
              <h2 id="video-stops-written" className="text-lg">
                {say('video_stops')}
              </h2>
              {!stops.length && <p className="text-soft">{say('video_stops_none')}</p>}
              <ol>
                {stops.map(stop => (
                  <li key={stop.id} className="border-b border-rule py-1">
                    <button
                      type="button"
                      aria-expanded={chosen === stop.id}
                      onClick={() => {
                        setChosen(chosen === stop.id ? null : stop.id)
                        player.playing.goTo(stop.at)
                      }}
                      className="flex w-full items-center gap-2 rounded px-1 py-1 text-start hover:bg-pale"
                    >
                      <span className="w-14 text-end text-soft tabular-nums">{playTime(stop.at)}</span>
                      <StopIcon kind={stop.kind} size={17} />
                      <span className="min-w-0 flex-1 truncate">{stopWords(stop, questions)}</span>
                    </button>
                    {chosen === stop.id ? (
                      <StopFields
                        {...{ stop, seconds, questions, problemOf }}
                        onChange={change}
                        onRemove={() => remove(stop)}
                        onFile={addPicture}
                        onQuestion={next =>
                          set(
                            {},
                            questions.map(one => (one.id === next.id ? next : one)),
                          )
                        }
                        onAddQuestion={kind => addQuestion(stop, kind)}
                        onRemoveQuestion={id => removeQuestion(stop, id)}
                        pictureAt={player.pictureAt}
                      />
                    ) : (
                      stop.kind === 'questions' &&
                      stop.questions.map(
                        id => problemOf(id) && <FieldProblem key={id} words={problemOf(id) ?? ''} />,
                      )
                    )}
                  </li>
                ))}
              </ol>
              {problemAt(SECTIONS) && <FieldProblem words={problemAt(SECTIONS) ?? ''} />}
            </section>
            <WatchingFields
              rules={guided.watching}
              onChange={part => set({ watching: { ...guided.watching, ...part } })}
            />
            <div className="max-w-sm">
              <Choice
                label={say('video_language')}
                value={guided.language}
                onChange={language => set({ language })}
                options={languages.map(value => ({ value, label: languageName(value) }))}
              />
            </div>
            <CaptionsFields
              {...{ guided, seconds }}
              at={player.playing.at}
              onChange={captions => set({ captions })}
              onGo={player.playing.goTo}
            />
            <ChaptersFields
              chapters={guided.chapters}
              at={player.playing.at}
              seconds={seconds}
              onChange={chapters => set({ chapters })}
            />
          </>
        )}
      </div>
      {questions.length > 0 && <Running quiz={asked} set={rules => set({}, questions, rules)} placed />}
      {begun.posted && begunBy.length > 0 && questions.length > 0 && (
        <Rescoring quiz={asked} onNote={note => set({}, questions, { note })} />
      )}
    </>
  )
}

/** What stands at a stop, in a line. */
function stopWords(stop: VideoStop, questions: readonly Question[]): string {
  const html =
    stop.kind === 'questions'
      ? stop.questions.map(id => questions.find(one => one.id === id)?.prompt ?? '').join(' · ')
      : stop.html
  const plain = inOneLine(html)
  return plain ? `${say(`video_stop_${stop.kind}`)}: ${plain}` : say(`video_stop_${stop.kind}`)
}
