import { SIGNS, TINTS } from '@oppen/core/classes'
import ClassSign from '../../parts/ClassSign.js'
import { Field } from '../../parts/Field.js'
import { say } from '../../words/say.js'
import type { PartProps } from './parts.js'

type Props = PartProps & { readonly problemAt: (field: string) => string | undefined }

/** Name, year, tint and sign: how a class is known. */
export function LookSettings({ form: { own }, put, problemAt }: Props) {
  return (
    <>
      <div className="grid gap-3 md:grid-cols-2">
        <Field
          label={say('settings_name')}
          value={own.name}
          onChange={event => put('own', { name: event.target.value })}
          problem={problemAt('name')}
        />
        <Field
          label={say('settings_year')}
          value={own.yearLabel}
          onChange={event => put('own', { yearLabel: event.target.value })}
          problem={problemAt('yearLabel')}
        />
      </div>
      <p className="-mb-2 flex items-center gap-3 text-[0.9375rem] text-soft">
        <ClassSign tint={own.tint} sign={own.sign} large />
        {say('settings_look_says')}
      </p>
      <Choices
        name="tint"
        legend={say('settings_tint')}
        values={TINTS}
        chosen={own.tint}
        onChoose={tint => put('own', { tint })}
        wording={tint => say(`look_tint_${tint}`)}
        shown={tint => <ClassSign tint={tint} sign={own.sign} />}
      />
      <Choices
        name="sign"
        legend={say('settings_sign')}
        values={SIGNS}
        chosen={own.sign}
        onChoose={sign => put('own', { sign })}
        wording={sign => say(`look_sign_${sign}`)}
        shown={sign => <ClassSign tint={own.tint} sign={sign} />}
      />
    </>
  )
}

type ChoicesProps<T extends string> = {
  readonly name: string
  readonly legend: string
  readonly values: readonly T[]
  readonly chosen: T | null
  readonly onChoose: (value: T | null) => void
  readonly wording: (value: T) => string
  readonly shown: (value: T) => React.ReactNode
}

function Choices<T extends string>({
  name,
  legend,
  values,
  chosen,
  onChoose,
  wording,
  shown,
}: ChoicesProps<T>) {
  return (
    <fieldset>
      <legend className="mb-1 text-[0.9375rem] font-semibold">{legend}</legend>
      <div className="flex flex-wrap gap-1.5">
        {[null, ...values].map(value => (
          <label
            key={value ?? ''}
            className="flex min-h-9 cursor-pointer items-center gap-2 rounded-[var(--radius-card)] border border-rule px-2 text-[0.9375rem] has-checked:border-blue has-checked:bg-pale has-focus-visible:outline-3 has-focus-visible:outline-ochre"
          >
            <input
              type="radio"
              name={name}
              className="sr-only"
              checked={chosen === value}
              onChange={() => onChoose(value)}
            />
            {value !== null && shown(value)}
            {value === null ? say('settings_look_none') : wording(value)}
          </label>
        ))}
      </div>
    </fieldset>
  )
}
