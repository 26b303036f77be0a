import type { WorkForm, WorkPage } from '@oppen/contract'
import { hasPoints, WORK_KINDS } from '@oppen/core/work'
import { Field } from '../../parts/Field.js'
import { say } from '../../words/say.js'
import { POSTED } from '../kinds/posted.js'
import { FormattedField } from './FormattedField.js'
import { Materials } from './Materials.js'
import type { Posting } from './usePosting.js'
import type { Begun } from './useWorkForm.js'

type Props = {
  readonly posting: Posting
  readonly begun: Begun
  readonly begunBy: WorkPage['begun']
  readonly notBegun: number
}

/** What the work is: its kind, title, directions, attachments, and the page or question that comes with it. */
export function WhatFields({ posting, begun, begunBy, notBegun }: Props) {
  const { state, form, put, files, setFiles, problemAt, addPicture } = posting
  const { Fields } = POSTED[form.kind]
  return (
    <div className="flex flex-col gap-4">
      <KindChoice form={form} put={put} fixed={begun.posted} />
      <Field
        label={say('post_field_title')}
        value={form.title}
        onChange={event => put({ title: event.target.value })}
        problem={problemAt('title')}
        autoFocus
      />
      <FormattedField
        label={say('post_field_directions')}
        html={begun.form.directions}
        onPicture={addPicture}
        onChange={html => put({ directions: html })}
        problem={problemAt('directions')}
      />
      <Materials state={state} files={files} onFiles={setFiles} problemAt={problemAt} />
      {Fields && <Fields posting={posting} begun={begun} begunBy={begunBy} notBegun={notBegun} />}
    </div>
  )
}

type KindProps = Pick<Posting, 'put'> & { readonly form: WorkForm; readonly fixed: boolean }

function KindChoice({ form, put, fixed }: KindProps) {
  return (
    <fieldset className="flex flex-wrap gap-1.5">
      <legend className="mb-1 text-[0.9375rem] font-semibold">{say('post_kind')}</legend>
      {WORK_KINDS.map(kind => (
        <button
          key={kind}
          type="button"
          aria-pressed={form.kind === kind}
          disabled={fixed}
          onClick={() => put({ kind, points: hasPoints(kind) ? (form.points ?? '10') : null })}
          className="rounded-[var(--radius-card)] border border-edge px-3 py-1.5 text-[0.9375rem] aria-pressed:border-blue aria-pressed:bg-pale aria-pressed:font-semibold disabled:opacity-60"
        >
          {say(`kind_${kind}`)}
          <span className="block text-xs font-normal text-soft">{say(`post_kind_${kind}`)}</span>
        </button>
      ))}
    </fieldset>
  )
}
