import { type MailChoices as Choices, routes } from '@oppen/contract'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { useMe } from '../../app/session.js'
import { Problem } from '../../parts/Feedback.js'
import { Row } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'

/** What is sent to the own address: each choice holds as soon as it is made. */
export function MailChoices() {
  const { account } = useMe()
  const client = useQueryClient()
  const { queryKey } = reads.mailChoices()
  const { data } = useQuery(reads.mailChoices())
  const save = useCommand({
    do: (choices: Choices) => {
      // the tick stands at once, and goes back where it could not be saved
      client.setQueryData(queryKey, choices)
      return call(routes.setMailChoices, {}, choices).catch(error => {
        void client.invalidateQueries({ queryKey })
        throw error
      })
    },
    again: [queryKey],
  })
  if (!data) return null
  const tick = (name: keyof Choices, words: string) => (
    <label className="flex items-baseline gap-2 text-[0.9375rem]">
      <input
        type="checkbox"
        checked={data[name]}
        onChange={event => save.go({ ...data, [name]: event.target.checked })}
      />
      <span>{words}</span>
    </label>
  )
  return (
    <Row className="pt-4">
      <fieldset className="flex max-w-md flex-col gap-1.5">
        <legend className="mb-1 text-[0.9375rem] font-semibold">{say('account_mail')}</legend>
        {account.kind === 'family' && tick('digest', say('account_mail_digest'))}
        {tick('letters', say('account_mail_letters'))}
        {!account.email && <p className="text-sm text-soft">{say('account_mail_none')}</p>}
        {save.words && <Problem words={save.words} />}
      </fieldset>
    </Row>
  )
}
