import { type NodPage, routes } from '@oppen/contract'
import { useSuspenseQuery } from '@tanstack/react-query'
import { useEffect, useEffectEvent, useState } from 'react'
import { Link } from 'react-router'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { useIds, useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Empty, Problem } from '../../parts/Feedback.js'
import { Field } from '../../parts/Field.js'
import { Head, Row, Section, Sheet } from '../../parts/Sheet.js'
import { Tick } from '../../parts/Tick.js'
import { Written } from '../../parts/Written.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'
import { spaceIn, useSpace, useSpaceId } from './space.js'

export const prepare = ({ client, params }: Prepared) => client.prefetchQuery(reads.nod(spaceIn(params)))

/** What waits for the nod, decided by a press or a key; what was reported; whose words always wait. */
export function Screen() {
  const spaceId = useSpaceId()
  const { home, isCircle } = useSpace(spaceId)
  const { data } = useSuspenseQuery(reads.nod(spaceId))
  return (
    <Sheet title={`${say('nod_title')}, ${data.spaceName}`}>
      <Head
        title={say('nod_title')}
        sub={`${data.spaceName} · ${say('nod_sub')}`}
        aside={
          <Link to={home} className="text-[0.9375rem] font-semibold text-blue underline underline-offset-2">
            {say('room_back')}
          </Link>
        }
      />
      <Queue page={data} />
      <Reported page={data} />
      {!isCircle && <Always page={data} />}
    </Sheet>
  )
}

type Waiting = NodPage['waiting'][number]
type PageProps = { readonly page: NodPage }

function whereWords({ kind, where }: Pick<Waiting, 'kind' | 'where'>): string {
  switch (kind) {
    case 'room':
      return say('nod_where_room', { name: where })
    case 'notice':
      return say('nod_where_notice')
    case 'letter':
      return say('nod_where_letter', { name: where })
    case 'thread':
    case 'sideNote':
      return say('nod_where_thread', { name: where })
  }
}

/** Keys of the queue, where nobody types. */
function useKeys(act: (key: string) => void): void {
  const onKey = useEffectEvent(act)
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      const { target } = event
      const types =
        target instanceof HTMLElement &&
        target.closest('input, textarea, [contenteditable=true], [role=dialog]')
      if (types || event.ctrlKey || event.metaKey || event.altKey) return
      onKey(event.key.toLowerCase())
    }
    window.addEventListener('keydown', listen)
    return () => window.removeEventListener('keydown', listen)
  }, [])
}

function Queue({ page: { waiting } }: PageProps) {
  const [chosen, setChosen] = useState(0)
  const [word, setWord] = useState<{ id: string; text: string } | null>(null)
  const spaceId = useSpaceId()
  const at = Math.min(chosen, Math.max(0, waiting.length - 1))
  const current = waiting[at]
  const decide = useCommand({
    do: ({ one, show, text }: { one: Waiting; show: boolean; text: string }) =>
      call(
        routes.decideMessage,
        { spaceId, conversationId: one.conversationId, messageId: one.message.id },
        { show, word: text },
      ),
    again: [reads.talk(spaceId).queryKey],
    done: () => setWord(null),
  })
  const go = (one: Waiting, show: boolean, text = '') => !decide.busy && decide.go({ one, show, text })
  useKeys(key => {
    if (key === 'j') setChosen(Math.min(at + 1, waiting.length - 1))
    else if (key === 'k') setChosen(Math.max(at - 1, 0))
    else if (key === 'y' && current) go(current, true)
    else if (key === 'n' && current) setWord({ id: current.message.id, text: '' })
  })
  const time = useNow()
  return (
    <>
      <Row className="pb-2">
        {waiting.length ? (
          <p className="text-sm text-soft max-md:hidden">{say('nod_keys')}</p>
        ) : (
          <Empty>{say('nod_none')}</Empty>
        )}
        {decide.words && <Problem words={decide.words} />}
      </Row>
      <ul>
        {waiting.map((one, index) => {
          const { message } = one
          return (
            <Row
              as="li"
              key={message.id}
              margin={when(message.at, time)}
              className={`border-b border-rule py-3 ${index === at ? 'bg-pale' : ''}`}
            >
              <div className="max-w-3xl" aria-current={index === at}>
                <p className="text-sm text-soft">
                  <strong className="text-ink">{message.by}</strong> · {whereWords(one)}
                </p>
                <Written html={message.html} className="max-w-prose text-[1.0625rem]" />
                {word?.id === message.id ? (
                  <form
                    className="mt-2 flex flex-col gap-2"
                    onSubmit={event => {
                      event.preventDefault()
                      go(one, false, word.text)
                    }}
                  >
                    <Field
                      label={say('nod_word', { name: message.by })}
                      value={word.text}
                      maxLength={160}
                      autoFocus
                      onChange={event => setWord({ id: message.id, text: event.target.value })}
                    />
                    <div className="flex gap-2">
                      <Button type="submit" variant="primary" disabled={decide.busy}>
                        {say(word.text ? 'nod_word_go' : 'nod_back')}
                      </Button>
                      <Button onClick={() => setWord(null)}>{say('cancel')}</Button>
                    </div>
                  </form>
                ) : (
                  <div className="mt-2 flex gap-2">
                    <Button
                      variant="primary"
                      aria-label={say('room_message_about', { what: say('nod_show'), name: message.by })}
                      onClick={() => go(one, true)}
                      disabled={decide.busy}
                    >
                      {say('nod_show')}
                    </Button>
                    <Button
                      aria-label={say('room_message_about', { what: say('nod_back'), name: message.by })}
                      onClick={() => setWord({ id: message.id, text: '' })}
                    >
                      {say('nod_back')}
                    </Button>
                  </div>
                )}
              </div>
            </Row>
          )
        })}
      </ul>
    </>
  )
}

function Reported({ page: { reported } }: PageProps) {
  const spaceId = useSpaceId()
  const time = useNow()
  const again = [reads.talk(spaceId).queryKey]
  const address = (one: Waiting) => ({
    spaceId,
    conversationId: one.conversationId,
    messageId: one.message.id,
  })
  const settle = useCommand({ do: (one: Waiting) => call(routes.settleReports, address(one)), again })
  const remove = useCommand({ do: (one: Waiting) => call(routes.removeMessage, address(one)), again })
  const words = settle.words ?? remove.words
  return (
    <Section title={say('nod_reported')}>
      <Row>
        {!reported.length && <Empty>{say('nod_reported_none')}</Empty>}
        {words && <Problem words={words} />}
      </Row>
      <ul>
        {reported.map(one => {
          const { message } = one
          return (
            <Row
              as="li"
              key={message.id}
              margin={when(message.at, time)}
              className="border-b border-rule py-3"
            >
              <p className="text-sm text-soft">
                <strong className="text-ink">{message.by}</strong> · {whereWords(one)}
              </p>
              <Written html={message.html} className="max-w-prose text-[1.0625rem]" />
              {message.reports.map(report => (
                <p key={report.by} className="text-sm font-medium text-soft">
                  {report.word
                    ? say('room_message_reported_word', { name: report.by, word: report.word })
                    : say('room_message_reported', { name: report.by })}
                </p>
              ))}
              <div className="mt-2 flex gap-2">
                <Button onClick={() => remove.go(one)} disabled={remove.busy}>
                  {say('room_message_remove')}
                </Button>
                <Button onClick={() => settle.go(one)} disabled={settle.busy}>
                  {say('nod_settle')}
                </Button>
              </div>
            </Row>
          )
        })}
      </ul>
    </Section>
  )
}

function Always({ page: { pupils } }: PageProps) {
  const { classId } = useIds()
  const set = useCommand({
    do: ({ placeId, on }: { placeId: (typeof pupils)[number]['placeId']; on: boolean }) =>
      call(routes.setNod, { classId, placeId }, { on }),
    again: [reads.talk(classId).queryKey],
  })
  return (
    <Section title={say('nod_pupils')}>
      <Row>
        <p className="max-w-prose pb-2 text-[0.9375rem] text-soft">{say('nod_pupils_lead')}</p>
        <fieldset className="columns-3 gap-6 max-md:columns-1">
          <legend className="sr-only">{say('nod_pupils')}</legend>
          {pupils.map(({ placeId, name, nod }) => (
            <div key={placeId} className="break-inside-avoid py-0.5">
              <Tick on={nod} onChange={on => set.go({ placeId, on })}>
                {name}
              </Tick>
            </div>
          ))}
        </fieldset>
        {set.words && <Problem words={set.words} />}
        <p className="max-w-prose pt-2 text-[0.9375rem] text-soft">{say('nod_rooms_lead')}</p>
      </Row>
    </Section>
  )
}
