import { addressOf, type KeptPage, routes } from '@oppen/contract'
import { useSuspenseQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useParams } from 'react-router'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import type { Prepared } from '../../app/prepared.js'
import { type KeptParams, reads } from '../../app/queries.js'
import { useIds, useMe, useNow, useTie } from '../../app/session.js'
import { Button, buttonClasses } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Head, Row, Sheet } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'
import { KeepWindow } from './KeepWindow.js'
import { Made } from './Made.js'
import { Reasons } from './Reasons.js'
import { Sharing } from './Sharing.js'

export const prepare = ({ client, params }: Prepared) => client.prefetchQuery(reads.kept(params))

/** One kept piece: why, what was handed in, and the links to it. */
export function Screen() {
  const { classId, placeId, workId } = useIds()
  const { number = '' } = useParams()
  const time = useNow()
  const params = { classId, placeId, workId, number }
  const { data } = useSuspenseQuery(reads.kept(params))
  const { title, pupil, className, handedInAt } = data
  const home = `/c/${classId}/portfolio/${placeId}`
  return (
    <Sheet title={title}>
      <Head
        title={title}
        sub={`${say('portfolio_of', { name: pupil.name, className })} · ${say('portfolio_handed_in', { at: when(handedInAt, time) })}`}
        aside={
          <>
            <Link to={home} className={buttonClasses()}>
              {say('portfolio_back')}
            </Link>
            <a href={addressOf(routes.takeKeptPdf, params)} download className={buttonClasses()}>
              {say('portfolio_pdf')}
            </a>
            <a href={addressOf(routes.takeKeptZip, params)} download className={buttonClasses()}>
              {say('portfolio_zip')}
            </a>
          </>
        }
      />
      <Row>
        <Why params={params} page={data} />
      </Row>
      {data.handIns.length > 1 && (
        <Row className="pt-4">
          <nav aria-label={say('portfolio_handIns')} className="flex flex-wrap gap-3 text-[0.9375rem]">
            {data.handIns.map(one => (
              <Link
                key={one}
                to={`${home}/${workId}/${one}`}
                aria-current={String(one) === number ? 'page' : undefined}
                className="min-h-8 text-blue underline underline-offset-2 aria-[current]:font-semibold aria-[current]:text-ink aria-[current]:no-underline"
              >
                {say('portfolio_handIn', { number: one })}
              </Link>
            ))}
          </nav>
        </Row>
      )}
      <Row className="pt-5">
        <article
          aria-label={title}
          className="max-w-3xl border border-rule bg-sheet px-6 py-5 shadow-sm max-md:px-3"
        >
          <Made
            page={data}
            addressOfFile={fileId => addressOf(routes.seeKeptFile, { ...params, fileId })}
            worksheetAddress={addressOf(routes.seeKeptWorksheet, params)}
          />
        </article>
      </Row>
      <Sharing params={params} page={data} />
    </Sheet>
  )
}

type WhyProps = { readonly params: KeptParams; readonly page: KeptPage }

/** Why it is kept, with the own words to change or to take away. */
function Why({ params, page }: WhyProps) {
  const tie = useTie()
  const kind = useMe().account.kind
  const [open, setOpen] = useState(false)
  const may = !tie?.archived && kind !== 'family' && tie !== undefined
  const mine = page.reasons.some(one => one.side === kind)
  const again = [['portfolio', params.classId, params.placeId]]
  const restore = useCommand({ do: () => call(routes.restoreKept, params), again })
  const remove = useCommand({
    do: () => call(routes.removeKept, params),
    again,
    done: () => showToast(say('portfolio_removed', { title: page.title }), () => restore.go()),
  })
  const words = remove.words ?? restore.words
  return (
    <div className="flex max-w-3xl flex-col gap-3">
      {page.reasons.length ? (
        <Reasons reasons={page.reasons} name={page.pupil.name} />
      ) : (
        <p className="text-soft">{say('portfolio_not_kept')}</p>
      )}
      {may && (
        <div className="flex flex-wrap gap-2">
          <Button onClick={() => setOpen(true)}>{say(mine ? 'portfolio_change' : 'portfolio_keep')}</Button>
          {mine && (
            <Button variant="quiet" onClick={() => remove.go()} disabled={remove.busy}>
              {say('portfolio_remove')}
            </Button>
          )}
        </div>
      )}
      {words && <Problem words={words} />}
      {open && <KeepWindow params={params} onClose={() => setOpen(false)} />}
    </div>
  )
}
