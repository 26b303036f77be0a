import { type Chapter, VIDEO_LIMITS } from '@oppen/core/work/kinds/video'
import { X } from 'lucide-react'
import { Button } from '../../../../parts/Button.js'
import { Field } from '../../../../parts/Field.js'
import { say } from '../../../../words/say.js'
import { TimeField } from './TimeField.js'

type Props = {
  readonly chapters: readonly Chapter[]
  readonly at: number
  readonly seconds: number
  readonly onChange: (chapters: readonly Chapter[]) => void
}

/** The parts of a video, by their beginnings. */
export function ChaptersFields({ chapters, at, seconds, onChange }: Props) {
  const change = (index: number, part: Partial<Chapter>) =>
    onChange(chapters.map((one, number) => (number === index ? { ...one, ...part } : one)))
  return (
    <section aria-labelledby="video-chapters-written" className="flex flex-col gap-2">
      <h2 id="video-chapters-written" className="text-lg">
        {say('video_chapters')}
      </h2>
      {chapters.map((chapter, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a chapter has no name but its place
        <div key={index} className="flex items-end gap-2">
          <div className="w-28">
            <TimeField
              label={say('video_time')}
              at={chapter.at}
              most={seconds}
              onChange={begins => change(index, { at: begins })}
            />
          </div>
          <div className="min-w-0 flex-1">
            <Field
              label={say('video_chapter', { number: index + 1 })}
              value={chapter.title}
              maxLength={VIDEO_LIMITS.chapter}
              onChange={event => change(index, { title: event.target.value })}
            />
          </div>
          <button
            type="button"
            aria-label={say('take_off', { name: chapter.title || String(index + 1) })}
            onClick={() => onChange(chapters.filter((_, number) => number !== index))}
            className="mb-1 rounded p-2 hover:bg-pale"
          >
            <X size={16} aria-hidden="true" />
          </button>
        </div>
      ))}
      <div>
        <Button
          disabled={chapters.length >= VIDEO_LIMITS.chapters}
          onClick={() => onChange([...chapters, { at: Math.floor(at), title: '' }])}
        >
          {say('video_chapter_add')}
        </Button>
      </div>
    </section>
  )
}
