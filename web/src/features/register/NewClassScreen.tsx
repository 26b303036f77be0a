import { routes } from '@oppen/contract'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import type { FormEvent } from 'react'
import { useNavigate } from 'react-router'
import { call, Refusal } from '../../app/api.js'
import { reads } from '../../app/queries.js'
import { useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Field } from '../../parts/Field.js'
import { Head, Row, Sheet } from '../../parts/Sheet.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'

const FIELDS = ['name', 'yearLabel', 'groupName'] as const

/** A new class with its first group; the register comes next. */
export function Screen() {
  const time = useNow()
  const client = useQueryClient()
  const navigate = useNavigate()
  const make = useMutation({
    mutationFn: (form: FormData) => {
      const [name, yearLabel, groupName] = FIELDS.map(field => String(form.get(field)))
      return call(
        routes.makeClass,
        {},
        { name: name ?? '', yearLabel: yearLabel ?? '', groupName: groupName ?? '' },
      )
    },
    onSuccess: async ({ classId }) => {
      await client.invalidateQueries({ queryKey: reads.me().queryKey })
      navigate(`/c/${classId}/register`)
    },
  })
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    make.mutate(new FormData(event.currentTarget))
  }
  const words = make.error ? problemWords(make.error, time) : undefined
  const at = (path: string) => (make.error instanceof Refusal && make.error.path === path ? words : undefined)
  return (
    <Sheet title={say('class_new_title')}>
      <Head title={say('class_new_title')} />
      <Row>
        <form onSubmit={submit} className="flex max-w-md flex-col gap-4" noValidate>
          <Field label={say('class_name')} name="name" autoFocus problem={at('name')} />
          <Field
            label={`${say('class_year')} (${say('optional')})`}
            name="yearLabel"
            problem={at('yearLabel')}
          />
          <Field label={say('class_group')} name="groupName" problem={at('groupName')} />
          {words && !FIELDS.some(at) && <Problem words={words} />}
          <div>
            <Button type="submit" variant="primary" disabled={make.isPending}>
              {say('class_make')}
            </Button>
          </div>
        </form>
      </Row>
    </Sheet>
  )
}
