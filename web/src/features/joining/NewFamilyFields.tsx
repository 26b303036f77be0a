import { ADULT_SECRET_LENGTH } from '@oppen/core/joining'
import { Field } from '../../parts/Field.js'
import { say } from '../../words/say.js'

/** The name and the secret of a family member who has no account yet. */
export function NewFamilyFields({ at }: { readonly at: (field: string) => string | undefined }) {
  return (
    <>
      <Field label={say('family_name')} name="name" autoComplete="name" problem={at('shownName')} />
      <Field
        label={say('own_password')}
        hint={say('family_secret', { least: ADULT_SECRET_LENGTH })}
        name="secret"
        type="password"
        autoComplete="new-password"
        problem={at('secret')}
      />
    </>
  )
}
