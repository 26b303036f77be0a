import { type OwnSecret, PICTURE_COUNT, PICTURES, PUPIL_SECRET_LENGTH } from '@oppen/core/joining'
import { Button } from '../../parts/Button.js'
import { Field } from '../../parts/Field.js'
import { listWords } from '../../words/numbers.js'
import { say, type WordKey } from '../../words/say.js'
import { DRAWN } from './pictures.js'

type Props = {
  readonly kind: OwnSecret
  readonly value: string
  readonly onChange: (value: string) => void
  /** Whether it is chosen now, rather than asked for. */
  readonly choose: boolean
  readonly problem?: string | undefined
  /** Whether it is the first thing to be typed on its page. */
  readonly first?: boolean
}

/** A pupil's own secret, by age: nothing, three pictures, four digits, or a password. */
export function OwnSecretField({ kind, value, onChange, choose, problem, first = true }: Props) {
  if (kind === 'none') return null
  if (kind === 'pictures')
    return <PicturePad value={value} onChange={onChange} choose={choose} problem={problem} />
  const pin = kind === 'pin'
  return (
    <Field
      label={say(pin ? 'own_pin' : 'own_password')}
      hint={
        choose ? say(pin ? 'own_pin_hint' : 'own_password_hint', { least: PUPIL_SECRET_LENGTH }) : undefined
      }
      type="password"
      value={value}
      onChange={event =>
        onChange(pin ? event.target.value.replace(/\D/g, '').slice(0, 4) : event.target.value)
      }
      {...(pin && { inputMode: 'numeric' as const, maxLength: 4 })}
      // a shared tablet remembers no secret, so a pin is never offered to the browser's own store
      autoComplete={pin ? 'off' : choose ? 'new-password' : 'current-password'}
      autoFocus={first}
      problem={problem}
      className={pin ? '!py-3 text-center text-3xl tracking-[0.6em]' : '!py-3 text-xl'}
    />
  )
}

/** What is still to be chosen or typed before a secret of the kind is whole. */
export function isWhole(kind: OwnSecret, value: string): boolean {
  if (kind === 'none') return true
  if (kind === 'pin') return value.length === 4
  if (kind === 'pictures') return chosenOf(value).length === PICTURE_COUNT
  return value.length > 0
}

const chosenOf = (value: string): string[] => value.split(' ').filter(Boolean)

function PicturePad({ value, onChange, choose, problem }: Omit<Props, 'kind' | 'first'>) {
  const chosen = chosenOf(value)
  return (
    <fieldset>
      <legend className="mb-1 text-[0.9375rem] font-semibold">{say('own_pictures')}</legend>
      {choose && <p className="mb-2 text-sm text-soft">{say('own_pictures_hint')}</p>}
      <div className="grid max-w-md grid-cols-4 gap-2">
        {PICTURES.map(name => {
          const Drawn = DRAWN[name]
          return (
            <button
              key={name}
              type="button"
              disabled={chosen.length >= PICTURE_COUNT}
              onClick={() => onChange([...chosen, name].join(' '))}
              className="flex min-h-16 flex-col items-center justify-center rounded-[var(--radius-card)] border border-edge bg-sheet text-sm text-soft hover:border-blue hover:bg-pale disabled:opacity-55"
            >
              <Drawn size={30} aria-hidden="true" className="text-blue" />
              {say(`picture_${name}` as WordKey)}
            </button>
          )
        })}
      </div>
      <p className="mt-2 flex items-center gap-3 text-[0.9375rem]" aria-live="polite">
        {choose
          ? listWords(chosen.map(name => say(`picture_${name}` as WordKey))) ||
            say('own_chosen', { count: 0, of: PICTURE_COUNT })
          : say('own_chosen', { count: chosen.length, of: PICTURE_COUNT })}
        {chosen.length > 0 && (
          <Button variant="quiet" className="!min-h-0 !py-0" onClick={() => onChange('')}>
            {say('own_again')}
          </Button>
        )}
      </p>
      {problem && (
        <p role="alert" className="mt-1 text-[0.9375rem] font-medium text-rust">
          {problem}
        </p>
      )}
    </fieldset>
  )
}
