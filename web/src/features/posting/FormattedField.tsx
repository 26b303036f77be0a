import { LazyEditor } from '../../parts/LazyEditor.js'

type FormattedFieldProps = {
  readonly label: string
  readonly html: string
  readonly onChange: (html: string) => void
  readonly problem?: string | undefined
  readonly hint?: string
  readonly onPicture: (file: File) => Promise<string>
}

/** A formatted text with its name, its hint and what is wrong with it. */
export function FormattedField({ label, html, onChange, problem, hint, onPicture }: FormattedFieldProps) {
  return (
    <div>
      <p className="mb-1 text-[0.9375rem] font-semibold">{label}</p>
      <LazyEditor html={html} onChange={onChange} label={label} onPicture={onPicture} />
      {hint && <p className="mt-1 text-sm text-soft">{hint}</p>}
      {problem && (
        <p role="alert" className="mt-1 text-[0.9375rem] font-medium text-rust">
          {problem}
        </p>
      )}
    </div>
  )
}
