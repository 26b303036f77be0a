import { type NewsPage, routes, type Tie } from '@oppen/contract'
import { markerOf } from '@oppen/core/readMarkers'
import { localDateAt } from '@oppen/core/zone'
import { useQueryClient, useSuspenseQuery } from '@tanstack/react-query'
import { CheckCheck, SlidersHorizontal } from 'lucide-react'
import { useEffect, useState } from 'react'
import { Link } from 'react-router'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { childrenOf, firstName } from '../../app/places.js'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { useMarkWords, useMe, useNow } from '../../app/session.js'
import { Button, buttonClasses } from '../../parts/Button.js'
import { Columns } from '../../parts/Columns.js'
import { Empty, NewMark, Problem } from '../../parts/Feedback.js'
import { Head, Row, Section, Sheet } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { markWords } from '../../words/states.js'
import { dayInWords, timeOfDay, when } from '../../words/times.js'
import { pathOfItem, pathOfWaiting, pathOfWork } from './paths.js'

type Item = NewsPage['items'][number]

export const prepare = ({ client }: Prepared) => client.prefetchQuery(reads.news())

/** What is new to somebody over all classes and children: what waits, what is due soon, and what happened. */
export function Screen() {
  const { data } = useSuspenseQuery(reads.news())
  const client = useQueryClient()
  const { queryKey } = reads.news()
  const wasNew = useFirst(data)
  useEffect(() => {
    // what is told here entirely is read by it
    void call(routes.markRead, {}, { what: markerOf('news') })
      .then(() => client.invalidateQueries({ queryKey: ['news'] }))
      .catch(() => undefined)
  }, [client])
  const readAll = useCommand({
    do: () => call(routes.readAllNews, {}, { until: data.until }),
    again: [queryKey, ['today'], ['talk']],
    done: wasNew.clear,
  })
  const nothing = !data.waiting.length && !data.dueSoon.length && !data.items.length
  return (
    <Sheet title={say('news_title')}>
      <Head
        title={say('news_title')}
        sub={say('news_sub')}
        aside={
          <>
            {data.fresh > 0 && (
              <Button disabled={readAll.busy} onClick={() => readAll.go()}>
                <CheckCheck size={17} aria-hidden="true" />
                {say('news_read_all')}
              </Button>
            )}
            <Link to="/account#news" className={buttonClasses('quiet')}>
              <SlidersHorizontal size={17} aria-hidden="true" />
              {say('news_choose')}
            </Link>
          </>
        }
      />
      {readAll.words && (
        <Row>
          <Problem words={readAll.words} />
        </Row>
      )}
      {data.dueSoon.length > 0 && <DueSoon page={data} />}
      {data.waiting.length > 0 ? (
        <Columns beside={<Waiting page={data} />}>
          <Happened page={data} isNew={wasNew.isNew} />
        </Columns>
      ) : (
        <Happened page={data} isNew={wasNew.isNew} />
      )}
      {nothing && (
        <Row>
          <Empty>{say('news_nothing')}</Empty>
        </Row>
      )}
    </Sheet>
  )
}

const keyOf = (item: Item): string =>
  'conversationId' in item
    ? `${item.kind === 'notice' ? 'notice' : 'talk'} ${item.conversationId}`
    : `${item.kind} ${item.workId} ${'place' in item ? item.place.placeId : item.at}`

/** What was new as this visit began stays marked while it lasts, and what comes meanwhile is as well. */
function useFirst(page: NewsPage) {
  const [first, setFirst] = useState(
    () => new Set(page.items.filter(item => item.fresh > 0).map(item => keyOf(item))),
  )
  return {
    isNew: (item: Item) => item.fresh > 0 || (item.kind !== 'handedBack' && first.has(keyOf(item))),
    clear: () => setFirst(new Set()),
  }
}

function Waiting({ page }: { readonly page: NewsPage }) {
  const time = useNow()
  const me = useMe()
  return (
    <Section title={say('news_waiting')}>
      <ul>
        {page.waiting.map(one => (
          <Row
            as="li"
            key={`${one.what} ${one.spaceId} ${one.work?.id}`}
            margin={when(one.oldestAt, time)}
            className="py-1.5"
          >
            <Link to={pathOfWaiting(one, me)} className="inline-block min-h-6 font-semibold hover:underline">
              {say(`news_waits_${one.what}`, { count: one.count, title: one.work?.title ?? '' })}
            </Link>{' '}
            <span className="text-sm text-soft">{one.spaceName}</span>
          </Row>
        ))}
      </ul>
    </Section>
  )
}

/** The name of the child that something is about, where a family has several. */
function useWhose() {
  const me = useMe()
  const several = me.account.kind === 'family' && childrenOf(me).length > 1
  return (places: readonly { readonly name: string }[]) =>
    several ? places.map(place => firstName(place.name)).join(', ') : ''
}

const line = (...parts: readonly string[]): string => parts.filter(Boolean).join(' · ')

function DueSoon({ page }: { readonly page: NewsPage }) {
  const time = useNow()
  const me = useMe()
  const whose = useWhose()
  return (
    <Section title={say('news_due')}>
      <ul>
        {page.dueSoon.map(one => (
          <Row
            as="li"
            key={`${one.workId} ${one.place.placeId}`}
            margin={when(one.due, time)}
            className="py-1.5"
          >
            <Link
              to={pathOfWork(one, one.place.placeId, me.account.kind)}
              className="inline-block min-h-6 font-semibold hover:underline"
            >
              {one.title}
            </Link>{' '}
            <span className="text-sm text-soft">{line(whose([one.place]), spaceOf(page, one.spaceId))}</span>
          </Row>
        ))}
      </ul>
    </Section>
  )
}

const spaceOf = (page: NewsPage, spaceId: string): string =>
  page.spaces.find(one => one.id === spaceId)?.name ?? ''

/** By day, the newest first; the time stands in the margin. */
function Happened({ page, isNew }: { readonly page: NewsPage; readonly isNew: (item: Item) => boolean }) {
  const { zone } = useNow()
  const days = new Map<string, Item[]>()
  for (const item of page.items) {
    const day = localDateAt(item.at, zone)
    days.set(day, [...(days.get(day) ?? []), item])
  }
  return [...days].map(([day, items]) => (
    <Section key={day} title={dayInWords(items[0]?.at ?? 0, zone)}>
      <ul>
        {items.map(item => (
          <Happening key={keyOf(item)} item={item} page={page} isNew={isNew(item)} />
        ))}
      </ul>
    </Section>
  ))
}

type HappeningProps = { readonly item: Item; readonly page: NewsPage; readonly isNew: boolean }

function Happening({ item, page, isNew }: HappeningProps) {
  const { zone } = useNow()
  const me = useMe()
  const whose = useWhose()
  const places = 'places' in item ? item.places : 'place' in item && item.place ? [item.place] : []
  const said = 'text' in item ? item.text || attached(item.files) : ''
  return (
    <Row as="li" margin={timeOfDay(item.at, zone)} className="py-2">
      <p>
        <Link to={pathOfItem(item, me)} className="inline-block min-h-6 font-semibold hover:underline">
          {useHeadline(item)}
        </Link>{' '}
        {isNew && <NewMark>{item.fresh > 1 ? say('news_new', { count: item.fresh }) : say('new')}</NewMark>}
      </p>
      {said && <p className="max-w-prose overflow-hidden text-ellipsis text-[0.9375rem]">{said}</p>}
      <p className="text-sm text-soft">
        {line(me.account.kind === 'teacher' ? placeOf(item) : whose(places), spaceOf(page, item.spaceId))}
      </p>
    </Row>
  )
}

const attached = (files: number): string => (files ? say('news_files', { count: files }) : '')

/** Of whom a side note is, where somebody else wrote in it. */
const placeOf = (item: Item): string =>
  'place' in item && item.place && !('by' in item && item.by === item.place.name) ? item.place.name : ''

/** What happened, in a line. */
function useHeadline(item: Item): string {
  const time = useNow()
  const scaleOf = useMarkWords()
  switch (item.kind) {
    case 'posted':
      return item.due === null
        ? say('news_posted', { title: item.title })
        : say('news_posted_due', { title: item.title, at: when(item.due, time) })
    case 'changed':
      return say('news_changed', { name: item.by, title: item.title })
    case 'handedBack':
      return handedBack(item, time, scaleOf(item.spaceId))
    case 'notice':
      return say('news_notice', { name: item.by })
    case 'mentioned':
    case 'answered':
    case 'said':
      return item.title
        ? say(`news_${item.kind}`, { name: item.by, title: item.title })
        : say(`news_${item.kind}_notice`, { name: item.by })
  }
}

function handedBack(
  item: Extract<Item, { kind: 'handedBack' }>,
  time: Parameters<typeof when>[1],
  scale: Tie['markWords'] | undefined,
): string {
  const { title, again, mark, points } = item
  if (again)
    return again.by === null
      ? say('news_again', { title })
      : say('news_again_by', { title, at: when(again.by, time) })
  return mark === null || points === null
    ? say('news_back', { title })
    : say('news_back_mark', { title, mark: markWords(mark, points, scale) })
}
