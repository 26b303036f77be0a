import { type Cue, cuesAt } from '@oppen/core/captions'
import type { GuidedVideo } from '@oppen/core/work/kinds/video'
import { useEffect, useRef } from 'react'
import { playTime } from '../../../words/playTime.js'
import { say } from '../../../words/say.js'

type Props = {
  readonly guided: GuidedVideo
  readonly at: number
  readonly onGo: (place: number) => void
}

/** What is said in a video, and its chapters, to be read and gone to. */
export function Said({ guided, at, onGo }: Props) {
  const { captions, chapters, language } = guided
  const list = useRef<HTMLOListElement>(null)
  const now = new Set<Cue>(cuesAt(captions, at))
  const first = captions.findIndex(cue => now.has(cue))
  useEffect(() => {
    const { current } = list
    const line = first < 0 ? undefined : current?.children[first]
    // within its own box: the page stays where it is
    if (current && line instanceof HTMLElement)
      current.scrollTop = line.offsetTop - current.offsetTop - current.clientHeight / 2
  }, [first])
  if (!captions.length && !chapters.length) return null
  const chapter = chapters.findLastIndex(one => one.at <= at)
  return (
    <div className="flex min-w-0 flex-col gap-4">
      {chapters.length > 0 && (
        <nav aria-labelledby="video-chapters">
          <h2 id="video-chapters" className="mb-1 text-lg">
            {say('video_chapters')}
          </h2>
          <ol>
            {chapters.map((one, index) => (
              <li key={one.at}>
                <Line at={one.at} current={index === chapter} onGo={onGo}>
                  {one.title}
                </Line>
              </li>
            ))}
          </ol>
        </nav>
      )}
      {captions.length > 0 && (
        <section aria-labelledby="video-said" className="min-w-0">
          <h2 id="video-said" className="mb-1 text-lg">
            {say('video_said')}
          </h2>
          <ol ref={list} lang={language} dir="auto" className="max-h-80 overflow-y-auto">
            {captions.map(cue => (
              <li key={`${cue.from} ${cue.to} ${cue.text}`}>
                <Line at={cue.from} current={now.has(cue)} onGo={onGo}>
                  {cue.text}
                </Line>
              </li>
            ))}
          </ol>
        </section>
      )}
    </div>
  )
}

type LineProps = {
  readonly at: number
  readonly current: boolean
  readonly onGo: (place: number) => void
  readonly children: string
}

const Line = ({ at, current, onGo, children }: LineProps) => (
  <button
    type="button"
    onClick={() => onGo(at)}
    aria-current={current ? 'true' : undefined}
    className="flex w-full gap-2.5 rounded px-1 py-1 text-start hover:bg-pale aria-[current]:bg-ochre-pale"
  >
    <span className="w-12 shrink-0 text-end text-sm leading-6 text-soft tabular-nums">{playTime(at)}</span>
    <span className="min-w-0 flex-1 whitespace-pre-line">{children}</span>
  </button>
)
