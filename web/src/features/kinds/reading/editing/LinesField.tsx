import { type Anchor, anchorAt, passageText } from '@oppen/core/passage'
import { type Span, sentencesOf } from '@oppen/core/speech'
import { linesOfQuestion, type Passage } from '@oppen/core/work/kinds/reading'
import { useMemo, useState } from 'react'
import { Button } from '../../../../parts/Button.js'
import { Window } from '../../../../parts/Window.js'
import { say } from '../../../../words/say.js'

type Props = {
  readonly passage: Passage
  readonly questionId: string
  readonly onChange: (anchor: Anchor | null) => void
}

/** The lines that a question is about: pupils are one press away from them. */
export function LinesField({ passage, questionId, onChange }: Props) {
  const [open, setOpen] = useState(false)
  const text = useMemo(() => passageText(passage.html), [passage.html])
  const lines = linesOfQuestion(text, passage, questionId)
  const gone = !lines && Object.hasOwn(passage.about, questionId)
  return (
    <div className="my-2 flex flex-wrap items-center gap-2 border-s-4 border-pale ps-4">
      <p className="min-w-0 flex-1 truncate text-[0.9375rem]">
        {lines ? (
          <>
            <span className="text-soft">{say('reading_about')}</span>{' '}
            <q>{text.slice(lines.from, lines.to)}</q>
          </>
        ) : (
          <span className="text-soft">{say(gone ? 'reading_about_gone' : 'reading_about_all')}</span>
        )}
      </p>
      <Button onClick={() => setOpen(true)} disabled={!text.trim()}>
        {say('reading_about_choose')}
      </Button>
      {(lines || gone) && <Button onClick={() => onChange(null)}>{say('reading_about_off')}</Button>}
      <Window open={open} onClose={() => setOpen(false)} title={say('reading_about_choose')} size="wide">
        <Sentences
          text={text}
          language={passage.language}
          chosen={lines}
          onChoose={span => {
            onChange(anchorAt(text, span))
            setOpen(false)
          }}
        />
      </Window>
    </div>
  )
}

type SentencesProps = {
  readonly text: string
  readonly language: string
  readonly chosen: Span | null
  readonly onChoose: (span: Span) => void
}

/** A text by its sentences, to choose from the first to the last of them. */
function Sentences({ text, language, chosen, onChoose }: SentencesProps) {
  const sentences = useMemo(() => sentencesOf(text, language), [text, language])
  const [first, setFirst] = useState<Span | null>(null)
  const press = (span: Span) => {
    if (!first) return setFirst(span)
    onChoose({ from: Math.min(first.from, span.from), to: Math.max(first.to, span.to) })
  }
  const isIn = ({ from, to }: Span) =>
    first ? first.from === from : !!chosen && from < chosen.to && to > chosen.from
  return (
    <div className="flex flex-col gap-3">
      <p className="text-[0.9375rem]">{say(first ? 'reading_about_last' : 'reading_about_first')}</p>
      <div lang={language} dir="auto" className="max-w-prose leading-7">
        {sentences.map(span => (
          <span key={span.from}>
            <button
              type="button"
              aria-pressed={isIn(span)}
              onClick={() => press(span)}
              className="rounded text-start hover:bg-pale aria-pressed:bg-ochre-pale aria-pressed:underline"
            >
              {text.slice(span.from, span.to)}
            </button>
            {text.slice(span.to, span.to + 1) === '\n' ? <br /> : ' '}
          </span>
        ))}
      </div>
    </div>
  )
}
