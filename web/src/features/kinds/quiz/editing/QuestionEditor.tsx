import { showHundredths } from '@oppen/core/marks'
import { type Question, WHOLE } from '@oppen/core/questions'
import { useState } from 'react'
import { asHtml, asText } from '../../../../parts/asHtml.js'
import { Field } from '../../../../parts/Field.js'
import { say } from '../../../../words/say.js'
import { FormattedField } from '../../../posting/FormattedField.js'
import { Draws } from './Draws.js'
import { fieldsOf } from './kindFields.js'
import { mediaOf, withMedia } from './media.js'
import { SoundField } from './SoundField.js'

type Props = {
  readonly question: Question
  readonly problem: string | undefined
  readonly onFile: (file: File) => Promise<string>
  readonly onChange: (question: Question) => void
}

/** The kinds whose answers can be worked out from numbers that are drawn. */
const DRAWN = ['number', 'gaps', 'table']

/** One question as its teacher writes it: what is asked, what is right, and what is said to it. */
export function QuestionEditor({ question, problem, onFile, onChange }: Props) {
  const { key } = question
  const put = (part: object) => onChange({ ...question, ...part } as Question)
  const putKey = (part: object) => put({ key: { ...key, ...part } })
  const KindFields = fieldsOf(question.kind)
  return (
    <div className="my-2 flex flex-col gap-3 border-s-4 border-pale ps-4">
      <FormattedField
        label={say('quiz_prompt')}
        html={question.prompt}
        onPicture={onFile}
        onChange={prompt => put({ prompt })}
        problem={problem}
      />
      <SoundField
        name={say('quiz_sound')}
        sound={mediaOf(question, WHOLE).sound}
        onFile={onFile}
        onChange={sound => put({ media: withMedia(question, WHOLE, { sound }) })}
      />
      <KindFields question={question} put={put} onFile={onFile} />
      <div className="grid gap-3 sm:grid-cols-[8rem_1fr]">
        <Points points={question.points} onChange={points => put({ points })} />
        <Field
          label={say('quiz_hint')}
          value={asText(question.hint ?? '')}
          onChange={event => put({ hint: asHtml(event.target.value) || null })}
        />
      </div>
      <div className="grid gap-3 sm:grid-cols-2">
        <Field
          label={say('quiz_if_right')}
          value={asText(key.ifRight)}
          onChange={event => putKey({ ifRight: asHtml(event.target.value) })}
        />
        <Field
          label={say('quiz_if_wrong')}
          value={asText(key.ifWrong)}
          onChange={event => putKey({ ifWrong: asHtml(event.target.value) })}
        />
      </div>
      <Field
        label={say('quiz_working')}
        value={asText(key.working)}
        onChange={event => putKey({ working: asHtml(event.target.value) })}
      />
      {DRAWN.includes(question.kind) && <Draws question={question} onChange={draws => put({ draws })} />}
    </div>
  )
}

type PointsProps = { readonly points: number; readonly onChange: (points: number) => void }

/** Points as they are typed; what is none leaves them as they were. */
function Points({ points, onChange }: PointsProps) {
  const [text, setText] = useState(showHundredths(points))
  return (
    <Field
      label={say('quiz_set_points')}
      value={text}
      inputMode="decimal"
      onChange={event => {
        setText(event.target.value)
        const value = Math.round(Number(event.target.value.replace(',', '.')) * 100)
        if (event.target.value.trim() && value >= 0 && value <= 100_000) onChange(value)
      }}
    />
  )
}
