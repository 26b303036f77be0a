import { routes } from '@oppen/contract'
import type { FormEvent } from 'react'
import { useNavigate } from 'react-router'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { fieldOf } from '../../app/outside.js'
import { reads } from '../../app/queries.js'
import { Button } from '../../parts/Button.js'
import { Field } from '../../parts/Field.js'
import { Head, Row, Sheet } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'

/** A new circle, with a code of its own. */
export function Screen() {
  const navigate = useNavigate()
  const make = useCommand({
    do: (name: string) => call(routes.makeCircle, {}, { name }),
    again: [reads.me().queryKey],
    done: ({ circleId }) => navigate(`/circles/${circleId}`),
  })
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    make.go(fieldOf(event.currentTarget, 'name'))
  }
  return (
    <Sheet title={say('circle_title')}>
      <Head title={say('circle_title')} sub={say('circle_lead')} />
      <Row>
        <form onSubmit={submit} noValidate className="flex max-w-md flex-col gap-4">
          <Field label={say('circle_name')} name="name" autoFocus problem={make.words} />
          <div>
            <Button type="submit" variant="primary" disabled={make.busy}>
              {say('circle_make')}
            </Button>
          </div>
        </form>
      </Row>
    </Sheet>
  )
}
