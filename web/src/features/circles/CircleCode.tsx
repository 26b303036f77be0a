import type { CirclePage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { showCode } from '@oppen/core/joining'
import { type FormEvent, useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { fieldOf } from '../../app/outside.js'
import { reads } from '../../app/queries.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Field } from '../../parts/Field.js'
import { Row } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'

/** For those who look after the circle: its code, a new one, none, and its name. */
export function CircleCode({ circle }: { readonly circle: CirclePage }) {
  const [renaming, setRenaming] = useState(false)
  const again = [reads.circle(circle.id).queryKey]
  const renew = useCommand({
    do: (open: boolean) => call(routes.renewCircleCode, { circleId: circle.id }, { open }),
    again,
    done: () => circle.code !== null && showToast(say('circle_code_changed')),
  })
  return (
    <Row margin={say('circle_code')} className="pb-2">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        {circle.code === null ? (
          <span className="text-soft">{say('circle_code_none')}</span>
        ) : (
          <strong data-code={circle.code} className="font-head text-2xl text-blue">
            {showCode(circle.code)}
          </strong>
        )}
        <Button onClick={() => renew.go(true)} disabled={renew.busy}>
          {say(circle.code === null ? 'circle_code_open' : 'circle_code_new')}
        </Button>
        {circle.code !== null && (
          <Button variant="quiet" onClick={() => renew.go(false)} disabled={renew.busy}>
            {say('circle_code_shut')}
          </Button>
        )}
        <Button variant="quiet" onClick={() => setRenaming(true)}>
          {say('circle_rename')}
        </Button>
      </div>
      {renew.words && <Problem words={renew.words} />}
      {renaming && <Rename circle={circle} onDone={() => setRenaming(false)} />}
    </Row>
  )
}

function Rename({ circle, onDone }: { readonly circle: CirclePage; readonly onDone: () => void }) {
  const rename = useCommand({
    do: (name: string) => call(routes.renameCircle, { circleId: circle.id }, { name }),
    again: [reads.circle(circle.id).queryKey, reads.me().queryKey],
    done: onDone,
  })
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    rename.go(fieldOf(event.currentTarget, 'name'))
  }
  return (
    <form onSubmit={submit} noValidate className="mt-3 flex max-w-md items-start gap-3">
      <div className="flex-1">
        <Field
          label={say('circle_name')}
          name="name"
          defaultValue={circle.name}
          autoFocus
          problem={rename.words}
        />
      </div>
      <Button type="submit" className="mt-7" disabled={rename.busy}>
        {say('circle_rename')}
      </Button>
    </form>
  )
}
