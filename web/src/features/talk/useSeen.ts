import { routes } from '@oppen/contract'
import type { ConversationId, SpaceId } from '@oppen/core/ids'
import { type QueryKey, useQueryClient } from '@tanstack/react-query'
import { type RefObject, useCallback, useEffect, useRef, useState } from 'react'
import { call } from '../../app/api.js'
import { reads } from '../../app/queries.js'
import { countRead } from '../../app/shownMessage.js'

type Params = { readonly spaceId: SpaceId; readonly conversationId: ConversationId }

/** So often it is kept at most, in milliseconds: in a lively room one message follows the other. */
const APART = 3_000

type Options = {
  /** What is read again once it was kept, besides Today and what is new. */
  readonly counted?: readonly QueryKey[]
  /** How many messages after one moment and until another were new; then nothing is read again, but counted here. */
  readonly news?: (after: number, until: number) => number
}

/** Keeps that everything of a conversation until a moment was read, once it stands in front of somebody. */
export function useSeen(
  place: RefObject<HTMLElement | null>,
  { spaceId, conversationId }: Params,
  until: number,
  options: Options = {},
): void {
  const client = useQueryClient()
  const last = useRef(options)
  last.current = options
  /** Until when it was kept, until when it was read, and when it was kept last. */
  const seen = useRef({ kept: 0, read: 0, at: 0 })
  const keep = useCallback(() => {
    const { kept, read } = seen.current
    if (read <= kept) return
    seen.current = { kept: read, read, at: Date.now() }
    void call(routes.markSeen, { spaceId, conversationId }, { until: read }, { keepalive: true })
      .then(() => {
        const { counted = [], news } = last.current
        if (news) return countRead(client, { spaceId, conversationId }, news(kept, read))
        for (const queryKey of [reads.today().queryKey, reads.news().queryKey, ...counted])
          void client.invalidateQueries({ queryKey })
      })
      .catch(() => {
        // with what is read next it is tried again
        seen.current.kept = kept
      })
  }, [spaceId, conversationId, client])
  useEffect(() => {
    const element = place.current
    if (!element) return
    const later = () => setTimeout(keep, Math.max(0, seen.current.at + APART - Date.now()))
    // what was read before there was more is kept together with it
    let timer = seen.current.read > seen.current.kept ? later() : undefined
    const watch = new IntersectionObserver(entries => {
      if (document.hidden || !entries.some(one => one.isIntersecting) || until <= seen.current.read) return
      seen.current.read = until
      clearTimeout(timer)
      timer = later()
    })
    watch.observe(element)
    // what came while the page was hidden is read when it is looked at again
    const look = () => {
      watch.unobserve(element)
      watch.observe(element)
    }
    document.addEventListener('visibilitychange', look)
    return () => {
      document.removeEventListener('visibilitychange', look)
      watch.disconnect()
      clearTimeout(timer)
    }
  }, [place, until, keep])
  // whoever leaves has read it all the same
  useEffect(() => keep, [keep])
}

/** What was new once stays marked for as long as it is looked at. */
export function useStaysNew(isNew: boolean): boolean {
  const [was, setWas] = useState(isNew)
  if (isNew && !was) setWas(true)
  return was || isNew
}
