import { type AskedQuestion, WHOLE } from '@oppen/core/questions'
import { Pause, Volume2 } from 'lucide-react'
import { useRef, useState } from 'react'
import { say } from '../../words/say.js'

type Props = {
  readonly question: AskedQuestion
  readonly part?: string
  /** What is heard. */
  readonly name: string
}

/** A button that speaks a question or a choice, where its teacher has spoken it. */
export function Listen({ question, part = WHOLE, name }: Props) {
  const sound = question.media?.[part]?.sound
  const audio = useRef<HTMLAudioElement>(null)
  const [playing, setPlaying] = useState(false)
  if (!sound) return null
  const turn = () => {
    if (playing) return audio.current?.pause()
    for (const other of document.querySelectorAll('audio')) if (other !== audio.current) other.pause()
    void audio.current?.play().catch(() => setPlaying(false))
  }
  return (
    <>
      <button
        type="button"
        aria-pressed={playing}
        aria-label={say('quiz_listen', { name })}
        onClick={turn}
        className="inline-flex size-9 shrink-0 items-center justify-center rounded-full border border-blue text-blue hover:bg-pale aria-pressed:bg-pale"
      >
        {playing ? <Pause size={17} aria-hidden="true" /> : <Volume2 size={17} aria-hidden="true" />}
      </button>
      {/* biome-ignore lint/a11y/useMediaCaption: the words that are spoken stand beside it */}
      <audio
        ref={audio}
        src={sound}
        preload="none"
        onPlay={() => setPlaying(true)}
        onPause={() => setPlaying(false)}
        onEnded={() => setPlaying(false)}
      />
    </>
  )
}

/** The picture of a choice or an item, where it has one; its words say what it shows. */
export const PartPicture = ({
  question,
  part,
}: {
  readonly question: AskedQuestion
  readonly part: string
}) => {
  const picture = question.media?.[part]?.picture
  return picture ? <img src={picture} alt="" className="my-1 block max-h-32 rounded" loading="lazy" /> : null
}
