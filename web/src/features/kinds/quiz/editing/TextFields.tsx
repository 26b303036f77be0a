import { Choice, TextBox } from '../../../../parts/Field.js'
import { say } from '../../../../words/say.js'
import { Check } from '../../../questions/editing/Check.js'
import type { KindProps } from './fieldProps.js'

/** The words that are right, and what does not matter of them. */
export function TextFields({ question, put }: KindProps<'text'>) {
  const { key } = question
  const set = (part: Partial<typeof key>) => put({ key: { ...key, ...part } })
  return (
    <>
      <TextBox
        label={say('quiz_accepted')}
        hint={say('quiz_accepted_hint')}
        rows={3}
        value={key.accepted.join('\n')}
        onChange={event => set({ accepted: event.target.value.split('\n') })}
      />
      <div className="flex flex-wrap gap-x-5 gap-y-1">
        {(['capitals', 'accents', 'spaces'] as const).map(name => (
          <Check key={name} checked={key[name]} onChange={on => set({ [name]: on })}>
            {say(`quiz_text_${name}`)}
          </Check>
        ))}
      </div>
      <Choice
        label={say('quiz_slips')}
        value={String(key.slips)}
        onChange={value => set({ slips: value === '2' ? 2 : value === '1' ? 1 : 0 })}
        options={[0, 1, 2].map(count => ({
          value: String(count),
          label: say('quiz_slips_allowed', { count }),
        }))}
      />
    </>
  )
}
