import type { RegisterPage, RegisterPlace } from '@oppen/contract'
import { routes } from '@oppen/contract'
import type { GroupId } from '@oppen/core/ids'
import { LANGUAGES } from '@oppen/core/register'
import { type FormEvent, useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { fieldOf } from '../../app/outside.js'
import { reads } from '../../app/queries.js'
import { useIds } from '../../app/session.js'
import { formWith } from '../../app/upload.js'
import { Button } from '../../parts/Button.js'
import { ChooseFile, PICTURES } from '../../parts/ChooseFile.js'
import { Problem } from '../../parts/Feedback.js'
import { Choice, Field } from '../../parts/Field.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'
import { RegisterFace } from './RegisterFace.js'

type Props = { readonly place: RegisterPlace; readonly groups: RegisterPage['groups'] }

export const languageOptions = () => [
  { value: '', label: say('register_language_none') },
  ...Object.entries(LANGUAGES).map(([value, label]) => ({ value, label })),
]

/** Name, group, picture, number, e-mail and the family's language. */
export function PlaceForm({ place, groups }: Props) {
  const { classId } = useIds()
  const [groupId, setGroupId] = useState<string>(place.groupId)
  const [language, setLanguage] = useState(place.familyLanguage ?? '')
  const change = useCommand({
    do: (form: HTMLFormElement) =>
      call(
        routes.changePlace,
        { classId, placeId: place.id },
        {
          name: fieldOf(form, 'name'),
          groupId: groupId as GroupId,
          email: fieldOf(form, 'email') || null,
          number: fieldOf(form, 'number') || null,
          familyLanguage: language || null,
        },
      ),
    again: [reads.register(classId).queryKey],
    done: (_, form) => showToast(say('place_saved', { name: fieldOf(form, 'name') })),
  })
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    change.go(event.currentTarget)
  }
  const other = change.path && ['name', 'email'].includes(change.path) ? undefined : change.words
  return (
    <form onSubmit={submit} noValidate className="flex flex-col gap-3">
      <Picture place={place} />
      <div className="grid gap-3 md:grid-cols-2">
        <Field
          label={say('register_name')}
          name="name"
          defaultValue={place.name}
          problem={change.at('name')}
        />
        <Choice
          label={say('register_group')}
          value={groupId}
          onChange={setGroupId}
          options={groups.map(group => ({ value: group.id, label: group.name }))}
        />
        <Field label={say('register_number')} name="number" defaultValue={place.number ?? ''} />
        <Field
          label={say('register_email')}
          name="email"
          type="email"
          defaultValue={place.email ?? ''}
          problem={change.at('email')}
        />
        <Choice
          label={say('register_language')}
          value={language}
          onChange={setLanguage}
          options={languageOptions()}
        />
      </div>
      {other && <Problem words={other} />}
      <div>
        <Button type="submit" variant="primary" disabled={change.busy}>
          {say('place_save')}
        </Button>
      </div>
    </form>
  )
}

function Picture({ place }: { readonly place: RegisterPlace }) {
  const { classId } = useIds()
  const params = { classId, placeId: place.id }
  const again = [reads.register(classId).queryKey]
  const take = useCommand({
    do: (file: File) => call(routes.changeFace, params, formWith(file)),
    again,
  })
  const remove = useCommand({ do: () => call(routes.removeFace, params), again })
  const words = take.words ?? remove.words
  return (
    <div className="flex flex-wrap items-center gap-3">
      <RegisterFace place={place} size={56} />
      <ChooseFile accept={PICTURES} onFile={file => take.go(file)}>
        {say('place_picture_choose')}
      </ChooseFile>
      {place.hasPicture && (
        <Button variant="quiet" onClick={() => remove.go()}>
          {say('place_picture_remove')}
        </Button>
      )}
      {words && <Problem words={words} />}
    </div>
  )
}
