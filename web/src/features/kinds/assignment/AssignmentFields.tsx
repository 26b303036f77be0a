import { say } from '../../../words/say.js'
import { FormattedField } from '../../posting/FormattedField.js'
import { GivenSheets } from '../../posting/GivenSheets.js'
import type { FieldsProps } from '../postedProps.js'

/** The page and the worksheet that pupils begin with. */
export function AssignmentFields({ posting, begun }: FieldsProps) {
  const { state, form, put, problemAt, addPicture } = posting
  return (
    <>
      <FormattedField
        label={say('post_field_template')}
        html={begun.form.template ?? ''}
        onPicture={addPicture}
        onChange={html => put({ template: html || null })}
        problem={problemAt('template')}
        hint={say('post_template_hint', { title: form.title.trim() || '…' })}
      />
      <GivenSheets state={state} />
    </>
  )
}
