import { type KeptPage, routes, type SharedLink } from '@oppen/contract'
import { LINK_DAYS, type LinkDays } from '@oppen/core/portfolio'
import { useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import type { KeptParams } from '../../app/queries.js'
import { useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Choice, Field } from '../../parts/Field.js'
import { Row, Section } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'

const newPress = () => crypto.randomUUID()

type Props = { readonly params: KeptParams; readonly page: KeptPage }

/** Links by which somebody outside sees this piece: made for some days, copied, ended. */
export function Sharing({ params, page }: Props) {
  const [days, setDays] = useState<LinkDays>(7)
  // pressed again because its answer was lost, it is the same link
  const [press, setPress] = useState(newPress)
  const again = [['portfolio', params.classId, params.placeId]]
  const make = useCommand({
    do: () => call(routes.makeLink, params, { press, days }),
    again,
    done: () => {
      setPress(newPress())
      showToast(say('portfolio_share_made'))
    },
  })
  if (!page.shares && !page.links.length) return null
  return (
    <Section title={say('portfolio_share')}>
      <Row>
        <p className="mb-3 max-w-prose text-[0.9375rem] text-soft">{say('portfolio_share_lead')}</p>
        {page.shares && (
          <div className="mb-3 flex flex-wrap items-end gap-3">
            <div className="w-40">
              <Choice
                label={say('portfolio_share_days')}
                value={String(days)}
                onChange={value => setDays(Number(value) as LinkDays)}
                options={LINK_DAYS.map(count => ({
                  value: String(count),
                  label: say('portfolio_share_day', { count }),
                }))}
              />
            </div>
            <Button onClick={() => make.go()} disabled={make.busy}>
              {say('portfolio_share_make')}
            </Button>
          </div>
        )}
        {make.words && <Problem words={make.words} />}
        <ul className="max-w-2xl">
          {page.links.map(link => (
            <OpenLink key={link.id} params={params} title={page.title} link={link} />
          ))}
        </ul>
      </Row>
    </Section>
  )
}

type LinkProps = { readonly params: KeptParams; readonly title: string; readonly link: SharedLink }

function OpenLink({ params, title, link: { id, by, path, endsAt } }: LinkProps) {
  const time = useNow()
  const address = path === null ? null : new URL(path, location.href).href
  const revoke = useCommand({
    do: () => call(routes.revokeLink, { ...params, linkId: id }),
    again: [['portfolio', params.classId, params.placeId]],
    done: () => showToast(say('portfolio_link_ended')),
  })
  const copy = useCommand({
    do: (text: string) => navigator.clipboard.writeText(text),
    done: () => showToast(say('portfolio_copied')),
  })
  return (
    <li className="flex flex-wrap items-end gap-3 border-t border-rule py-2.5">
      {address !== null && (
        <div className="min-w-0 flex-1 basis-80">
          <Field
            label={say('portfolio_link', { title })}
            value={address}
            readOnly
            onFocus={event => event.target.select()}
          />
        </div>
      )}
      {address !== null && <Button onClick={() => copy.go(address)}>{say('portfolio_copy')}</Button>}
      <Button variant="quiet" onClick={() => revoke.go()} disabled={revoke.busy}>
        {say('portfolio_end_link')}
      </Button>
      <p className="basis-full text-sm text-soft">
        {[say('portfolio_link_until', { at: when(endsAt, time) }), by && say('portfolio_link_by', { by })]
          .filter(Boolean)
          .join(' · ')}
      </p>
      {revoke.words && <Problem words={revoke.words} />}
    </li>
  )
}
