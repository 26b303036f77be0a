import { listWords } from '../../../words/numbers.js'
import { say } from '../../../words/say.js'
import { FormattedField } from '../../posting/FormattedField.js'
import { GivenSheets } from '../../posting/GivenSheets.js'
import type { FieldsProps } from '../postedProps.js'
import { templateOf } from './template.js'

/** The page and the worksheet that pupils begin with. */
export function AssignmentFields({ posting, begun, begunBy, notBegun }: FieldsProps) {
  const { state, form, put, problemAt, addPicture } = posting
  return (
    <>
      <FormattedField
        label={say('post_field_template')}
        html={templateOf(begun.form) ?? ''}
        onPicture={addPicture}
        onChange={html => put({ details: { ...form.details, assignment: { template: html || null } } })}
        problem={problemAt('details.assignment.template')}
        hint={say('post_template_hint', { title: form.title.trim() || '…' })}
      />
      <GivenSheets state={state} />
      {begun.posted && templateOf(form) !== templateOf(begun.form) && begunBy.length > 0 && (
        <Reach begunBy={begunBy} notBegun={notBegun} />
      )}
    </>
  )
}

type ReachProps = Pick<FieldsProps, 'begunBy' | 'notBegun'>

/** Whom another template reaches, and who keeps the page they have begun. */
const Reach = ({ begunBy, notBegun }: ReachProps) => (
  <p role="status" className="border-s-4 border-ochre bg-ochre-pale px-3 py-2 text-[0.9375rem]">
    {say('post_reaches', { count: notBegun })}{' '}
    {say('post_keep_theirs', { names: listWords(begunBy.map(one => one.name)) })}
  </p>
)
