import { type InputHTMLAttributes, type ReactNode, type TextareaHTMLAttributes, useId } from 'react'

const BOX =
  'w-full rounded-[var(--radius-card)] border border-edge bg-sheet px-3 py-2 text-base text-ink placeholder:text-soft read-only:bg-linen/50 aria-invalid:border-rust'

type Common = { readonly label: string; readonly hint?: ReactNode; readonly problem?: string | undefined }

/** A label, its input, a hint and what is wrong with it, tied together for every reader. */
function Labelled({
  label,
  hint,
  problem,
  children,
}: Common & { children: (ids: { id: string; describedBy: string | undefined }) => ReactNode }) {
  const id = useId()
  const describedBy = problem ? `${id}-problem` : hint ? `${id}-hint` : undefined
  return (
    <div>
      <label
        htmlFor={id}
        className="mb-1 block text-[0.9375rem] font-semibold hyphens-auto [overflow-wrap:anywhere]"
      >
        {label}
      </label>
      {children({ id, describedBy })}
      {hint && !problem && (
        <p id={`${id}-hint`} className="mt-1 text-sm text-soft">
          {hint}
        </p>
      )}
      {problem && (
        <p id={`${id}-problem`} role="alert" className="mt-1 text-[0.9375rem] font-medium text-rust">
          {problem}
        </p>
      )}
    </div>
  )
}

export function Field({
  label,
  hint,
  problem,
  className = '',
  ...rest
}: Common & InputHTMLAttributes<HTMLInputElement>) {
  return (
    <Labelled label={label} hint={hint} problem={problem}>
      {({ id, describedBy }) => (
        <input
          id={id}
          aria-describedby={describedBy}
          aria-invalid={!!problem}
          className={`${BOX} ${className}`}
          {...rest}
        />
      )}
    </Labelled>
  )
}

export function TextBox({
  label,
  hint,
  problem,
  className = '',
  ...rest
}: Common & TextareaHTMLAttributes<HTMLTextAreaElement>) {
  return (
    <Labelled label={label} hint={hint} problem={problem}>
      {({ id, describedBy }) => (
        <textarea
          id={id}
          aria-describedby={describedBy}
          aria-invalid={!!problem}
          className={`${BOX} min-h-20 ${className}`}
          {...rest}
        />
      )}
    </Labelled>
  )
}

type ChoiceProps = Common & {
  readonly value: string
  readonly onChange: (value: string) => void
  readonly options: readonly { readonly value: string; readonly label: string }[]
}

export function Choice({ label, hint, problem, value, onChange, options }: ChoiceProps) {
  return (
    <Labelled label={label} hint={hint} problem={problem}>
      {({ id, describedBy }) => (
        <select
          id={id}
          aria-describedby={describedBy}
          className={BOX}
          value={value}
          onChange={event => onChange(event.target.value)}
        >
          {options.map(option => (
            <option key={option.value} value={option.value}>
              {option.label}
            </option>
          ))}
        </select>
      )}
    </Labelled>
  )
}
