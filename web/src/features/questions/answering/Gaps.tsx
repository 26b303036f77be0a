import { say } from '../../../words/say.js'
import { Blank } from './Blank.js'
import type { InputProps } from './inputProps.js'

/** A text with gaps to fill in. */
export function Gaps({ question, given, locked, wrong, onChange }: InputProps<'gaps'>) {
  const put = (id: string, text: string) => onChange({ ...given, blanks: { ...given.blanks, [id]: text } })
  return (
    <p className="max-w-prose text-[1.0625rem] leading-10 whitespace-pre-wrap">
      {question.ask.text.split(/\[\[([\w-]+)\]\]/).map((part, index) =>
        index % 2 === 0 ? (
          part
        ) : (
          <Blank
            // biome-ignore lint/suspicious/noArrayIndexKey: a gap has its place in the text
            key={index}
            blank={question.ask.blanks.find(({ id }) => id === part)}
            label={say('quiz_gap', { number: (index + 1) / 2 })}
            value={given.blanks[part] ?? ''}
            wrong={wrong.includes(part)}
            locked={locked}
            onChange={text => put(part, text)}
          />
        ),
      )}
    </p>
  )
}
