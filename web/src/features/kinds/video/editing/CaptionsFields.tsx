import { CAPTION_LIMITS, type Cue, inOrder, toWebVtt } from '@oppen/core/captions'
import type { GuidedVideo } from '@oppen/core/work/kinds/video'
import { Captions, FileUp, Plus } from 'lucide-react'
import { useState } from 'react'
import { download } from '../../../../app/tables.js'
import { Button } from '../../../../parts/Button.js'
import { ChooseFile } from '../../../../parts/ChooseFile.js'
import { FieldProblem } from '../../../../parts/Feedback.js'
import { Cell, Off } from '../../../../parts/inputs.js'
import { say } from '../../../../words/say.js'
import { TimeCell } from './TimeField.js'

type Props = {
  readonly guided: GuidedVideo
  readonly at: number
  readonly seconds: number
  readonly onChange: (captions: readonly Cue[]) => void
  readonly onGo: (place: number) => void
}

/** So many lines are shown at once: a film has a thousand. */
const SHOWN = 40
/** How long a new line is shown, in seconds. */
const USUAL = 3

/** What is said in a video: written line by line while it plays, or taken from a file, and downloaded as WebVTT. */
export function CaptionsFields({ guided: { captions, language }, at, seconds, onChange, onGo }: Props) {
  const [told, setTold] = useState<string>()
  const [from, setFrom] = useState(0)
  const read = async (file: File) => {
    const { readCaptions } = await import('./readCaptions.js')
    const { cues, backward, empty, overlapping } = await readCaptions(file)
    if (!cues.length) return setTold(say('captions_file_none', { name: file.name }))
    onChange(cues.slice(0, CAPTION_LIMITS.cues))
    setFrom(0)
    setTold(
      [
        say('captions_read', { count: Math.min(cues.length, CAPTION_LIMITS.cues) }),
        cues.length > CAPTION_LIMITS.cues && say('captions_read_most', { most: CAPTION_LIMITS.cues }),
        backward > 0 && say('captions_read_backward', { count: backward }),
        empty > 0 && say('captions_read_empty', { count: empty }),
        overlapping > 0 && say('captions_read_overlapping', { count: overlapping }),
      ]
        .filter(Boolean)
        .join(' '),
    )
  }
  const change = (index: number, part: Partial<Cue>) =>
    onChange(captions.map((cue, one) => (one === index ? { ...cue, ...part } : cue)))
  const add = () => {
    const begins = Math.round(at * 10) / 10
    const cue = { from: begins, to: Math.min(seconds, begins + USUAL), text: '' }
    const next = inOrder([...captions, cue])
    onChange(next)
    setFrom(Math.max(0, next.indexOf(cue) - SHOWN / 2))
  }
  const shown = captions.slice(from, from + SHOWN)
  return (
    <section aria-labelledby="video-captions" className="flex flex-col gap-3">
      <h2 id="video-captions" className="text-lg">
        {say('video_captions')}
      </h2>
      <div className="flex flex-wrap items-center gap-3">
        <Button onClick={add} disabled={captions.length >= CAPTION_LIMITS.cues}>
          <Plus size={17} aria-hidden="true" />
          {say('captions_add')}
        </Button>
        <ChooseFile accept=".vtt,.srt,text/vtt" onFile={file => void read(file)}>
          <FileUp size={17} aria-hidden="true" />
          {say('captions_from_file')}
        </ChooseFile>
        {captions.length > 0 && (
          <Button
            onClick={() =>
              download(`${say('video_captions')} ${language}.vtt`, toWebVtt(captions), 'text/vtt')
            }
          >
            <Captions size={17} aria-hidden="true" />
            {say('captions_download')}
          </Button>
        )}
      </div>
      {told && <p role="status">{told}</p>}
      <ol className="flex flex-col gap-1.5">
        {shown.map((cue, index) => {
          const number = from + index
          return (
            <li key={number} className="flex flex-wrap items-center gap-1.5">
              <TimeCell
                label={say('captions_line_from', { number: number + 1 })}
                at={cue.from}
                most={seconds}
                onChange={begins => change(number, { from: begins })}
              />
              <TimeCell
                label={say('captions_line_to', { number: number + 1 })}
                at={cue.to}
                most={seconds}
                onChange={to => change(number, { to })}
              />
              <Cell
                label={say('captions_text', { number: number + 1 })}
                value={cue.text}
                maxLength={CAPTION_LIMITS.text}
                onFocus={() => onGo(cue.from)}
                onChange={event => change(number, { text: event.target.value })}
                className="flex-1 basis-40"
              />
              <Off
                label={say('take_off', { name: cue.text || String(number + 1) })}
                onClick={() => onChange(captions.filter((_, one) => one !== number))}
              />
              {cue.to <= cue.from && (
                <div className="basis-full">
                  <FieldProblem words={say('problem_caption_backward', { number: number + 1 })} />
                </div>
              )}
            </li>
          )
        })}
      </ol>
      {captions.length > SHOWN && (
        <div className="flex gap-3">
          <Button onClick={() => setFrom(Math.max(0, from - SHOWN))} disabled={from === 0}>
            {say('captions_earlier')}
          </Button>
          <Button onClick={() => setFrom(from + SHOWN)} disabled={from + SHOWN >= captions.length}>
            {say('captions_later')}
          </Button>
        </div>
      )}
    </section>
  )
}
