import { Choice, Field } from '../../../../parts/Field.js'
import { say } from '../../../../words/say.js'
import type { KindProps } from './fieldProps.js'

/** The right number, its unit, how exact it has to be and how it is written. */
export function NumberFields({ question, put }: KindProps<'number'>) {
  const { key } = question
  const set = (part: Partial<typeof key>) => put({ key: { ...key, ...part } })
  return (
    <div className="grid gap-3 sm:grid-cols-3">
      <Field
        label={say('quiz_value')}
        hint={say('quiz_value_hint')}
        value={key.value}
        spellCheck={false}
        onChange={event => set({ value: event.target.value })}
      />
      <Field
        label={say('quiz_unit')}
        value={key.unit ?? ''}
        spellCheck={false}
        onChange={event => set({ unit: event.target.value || null })}
      />
      <Choice
        label={say('quiz_form')}
        value={key.form}
        onChange={value => set({ form: value as typeof key.form })}
        options={(['any', 'decimal', 'fraction', 'lowest'] as const).map(value => ({
          value,
          label: say(`quiz_form_${value}`),
        }))}
      />
      <Choice
        label={say('quiz_tolerance')}
        value={key.tolerance.is}
        onChange={value => set({ tolerance: { ...key.tolerance, is: value as typeof key.tolerance.is } })}
        options={(['exact', 'absolute', 'relative'] as const).map(value => ({
          value,
          label: say(`quiz_tolerance_${value}`),
        }))}
      />
      {key.tolerance.is !== 'exact' && (
        <Field
          label={say('quiz_tolerance_by')}
          value={key.tolerance.by}
          onChange={event => set({ tolerance: { ...key.tolerance, by: event.target.value } })}
        />
      )}
      <Choice
        label={say('quiz_figures')}
        value={String(key.figures ?? '')}
        onChange={value => set({ figures: value ? Number(value) : null })}
        options={[
          { value: '', label: say('quiz_figures_any') },
          ...[1, 2, 3, 4, 5].map(count => ({ value: String(count), label: String(count) })),
        ]}
      />
    </div>
  )
}

/** The right formula and the letters that stand in it. */
export const FormulaFields = ({ question: { key, ask }, put }: KindProps<'formula'>) => (
  <div className="grid gap-3 sm:grid-cols-[1fr_12rem]">
    <Field
      label={say('quiz_formula')}
      value={key.formula}
      spellCheck={false}
      onChange={event => put({ key: { ...key, formula: event.target.value } })}
    />
    <Field
      label={say('quiz_variables')}
      value={ask.variables.join(' ')}
      spellCheck={false}
      onChange={event => {
        const variables = event.target.value.split(/[\s,;]+/).filter(Boolean)
        put({ ask: { variables: variables.slice(0, 10) } })
      }}
    />
  </div>
)
