import type { ClassSettings } from '@oppen/contract'
import { routes } from '@oppen/contract'
import type { FormEvent } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { fieldOf } from '../../app/outside.js'
import { reads } from '../../app/queries.js'
import { Button } from '../../parts/Button.js'
import { Field } from '../../parts/Field.js'
import { Row, Section } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'

/** The groups of the class, renamed in place, and one more. */
export function Groups({ data }: { readonly data: ClassSettings }) {
  const { classId } = data
  const again = [reads.settings(classId).queryKey]
  const add = useCommand({
    do: (form: HTMLFormElement) => call(routes.addGroup, { classId }, { name: fieldOf(form, 'name') }),
    again,
    done: (_, form) => form.reset(),
  })
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    add.go(event.currentTarget)
  }
  return (
    <Section title={say('settings_groups')}>
      <Row>
        <div className="flex max-w-xl flex-col gap-3">
          {data.groups.map(group => (
            <Rename key={group.id} group={group} classId={classId} />
          ))}
          <form onSubmit={submit} noValidate className="flex items-start gap-3">
            <div className="flex-1">
              <Field label={say('settings_group_new')} name="name" problem={add.words} />
            </div>
            <Button type="submit" className="mt-7" disabled={add.busy}>
              {say('settings_group_add')}
            </Button>
          </form>
        </div>
      </Row>
    </Section>
  )
}

type RenameProps = {
  readonly group: ClassSettings['groups'][number]
  readonly classId: ClassSettings['classId']
}

function Rename({ group, classId }: RenameProps) {
  const rename = useCommand({
    do: (name: string) => call(routes.renameGroup, { classId, groupId: group.id }, { name }),
    again: [reads.settings(classId).queryKey, reads.register(classId).queryKey],
    done: () => showToast(say('saved')),
  })
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    rename.go(fieldOf(event.currentTarget, 'name'))
  }
  return (
    <form onSubmit={submit} noValidate className="flex items-start gap-3">
      <div className="flex-1">
        <Field
          label={say('settings_group_name', { name: group.name })}
          name="name"
          defaultValue={group.name}
          problem={rename.words}
        />
      </div>
      <Button type="submit" className="mt-7" disabled={rename.busy}>
        {say('settings_group_rename')}
      </Button>
    </form>
  )
}
