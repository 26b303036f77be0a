import type { Tie } from '@oppen/contract'
import { useState } from 'react'
import { Link } from 'react-router'
import { placesOf } from '../../app/places.js'
import { useMe, useNow } from '../../app/session.js'
import { useWaiting } from '../../app/waiting.js'
import { buttonClasses } from '../../parts/Button.js'
import { Empty } from '../../parts/Feedback.js'
import { Head, Row, Section, Sheet } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { ClassLine } from './ClassLine.js'
import { type Layout, LayoutChoice, useLayout } from './layout.js'

/** All classes with what waits in each: those of every day, hidden, archived and left. */
export function Screen() {
  const me = useMe()
  const { now } = useNow()
  const waiting = useWaiting()
  const [layout, setLayout] = useLayout()
  const [leaving, setLeaving] = useState<Tie>()
  const { daily, hidden, archived, left } = placesOf(me)
  const newest = Math.max(...me.ties.map(tie => tie.since))
  const list = (ties: readonly Tie[], keys = false) => (
    <ul
      className={
        layout === 'tiles'
          ? 'mx-4 grid grid-cols-[repeat(auto-fill,minmax(15rem,1fr))] gap-3 md:ms-[calc(var(--margin-x)+1rem)]'
          : ''
      }
    >
      {ties.map((tie, index) => (
        <ClassLine
          key={`${tie.classId} ${tie.placeId}`}
          tie={tie}
          layout={layout}
          count={waiting.of(tie.classId)}
          joined={tie.since === newest && now - tie.since < LATELY}
          number={keys ? index + 1 : undefined}
          leaving={leaving === tie}
          onLeave={next => setLeaving(next ? tie : undefined)}
        />
      ))}
    </ul>
  )
  return (
    <Sheet title={say('classes_title')}>
      <Head
        title={say('classes_title')}
        sub={`${me.account.shownName} · ${me.school}`}
        aside={<LayoutChoice layout={layout} onChange={setLayout} />}
      />
      {!me.ties.length && (
        <Row>
          <Empty>{say('classes_none')}</Empty>
          <Link to="/?join" className={buttonClasses('primary')}>
            {say('join_class')}
          </Link>
        </Row>
      )}
      {list(daily, true)}
      <Others title={say('classes_hidden')} ties={hidden} list={list} />
      <Others title={say('classes_archived')} ties={archived} list={list} />
      <Others title={say('classes_left')} lead={say('classes_left_lead')} ties={left} list={list} />
    </Sheet>
  )
}

/** So long a class counts as just joined, in milliseconds. */
const LATELY = 24 * 3_600_000

type OthersProps = {
  readonly title: string
  readonly lead?: string
  readonly ties: readonly Tie[]
  readonly list: (ties: readonly Tie[]) => React.ReactNode
}

function Others({ title, lead, ties, list }: OthersProps) {
  if (!ties.length) return null
  return (
    <Section title={title}>
      {lead && (
        <Row className="pb-1">
          <p className="text-[0.9375rem] text-soft">{lead}</p>
        </Row>
      )}
      {list(ties)}
    </Section>
  )
}

export type { Layout }
