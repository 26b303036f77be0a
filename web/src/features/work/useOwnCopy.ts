import { type PiecePage, routes } from '@oppen/contract'
import type { Edition } from '@oppen/core/copy'
import { useQueryClient } from '@tanstack/react-query'
import { useCallback, useEffect, useMemo, useSyncExternalStore } from 'react'
import { call, Refusal, Unreachable } from '../../app/api.js'
import { onCopySaved } from '../../app/live.js'
import { type PieceParams, reads } from '../../app/queries.js'
import { beforeLeaving, useMe } from '../../app/session.js'
import { CopyKeeper, type SaveResult, type Sending } from './copyKeeper.js'
import { draftKey, draftsOf, openedCopy } from './drafts.js'

async function save(params: PieceParams, sending: Sending): Promise<SaveResult> {
  try {
    const keepalive = sending.html.length < 20_000
    const body = { ...sending, aside: [...sending.aside] }
    return { is: 'saved', saved: await call(routes.saveCopy, params, body, { keepalive }) }
  } catch (error) {
    if (error instanceof Unreachable) return { is: 'unreachable' }
    if (!(error instanceof Refusal)) return { is: 'refused', error }
    if (error.code === 'sign_in_needed') return { is: 'signedOut' }
    if (MAY_PASS.includes(error.code)) return { is: 'unreachable' }
    return error.code === 'copy_changed'
      ? { is: 'conflict', theirs: otherOf(error) }
      : { is: 'refused', error }
  }
}

/** What the server may answer for a while, and then no more. */
const MAY_PASS: readonly string[] = ['busy', 'disk_full', 'server_fault', 'too_many_tries']

/** The copy as it is on the server, which came along with a refusal. */
function otherOf({ params: { html, version, savedAt, trail } }: Refusal): Edition {
  const parts = { html: String(html), version: Number(version), savedAt: Number(savedAt) }
  return { ...parts, trail: JSON.parse(String(trail)) }
}

/** The own copy of a piece, kept safe while it is open. */
export function useOwnCopy(params: PieceParams, page: PiecePage): CopyKeeper {
  const { account } = useMe()
  const client = useQueryClient()
  const { classId, workId, placeId } = params
  // biome-ignore lint/correctness/useExhaustiveDependencies: one keeper for as long as the piece is open; news comes by `heard`
  const keeper = useMemo(() => {
    const world = {
      save: (sending: Sending) => save({ classId, workId, placeId }, sending),
      drafts: draftsOf(draftKey(account.id, workId, placeId)),
      later: (run: () => void, milliseconds: number) => {
        const timer = setTimeout(run, milliseconds)
        return () => clearTimeout(timer)
      },
      now: () => Date.now(),
    }
    return new CopyKeeper(world, page.copy ?? undefined, page.work.template ?? '')
  }, [account.id, classId, workId, placeId])

  useEffect(() => {
    const closed = openedCopy(draftKey(account.id, workId, placeId))
    const stay = beforeLeaving(() => keeper.flush())
    keeper.begin()
    const send = () => void keeper.flush()
    window.addEventListener('pagehide', send)
    window.addEventListener('online', send)
    return () => {
      window.removeEventListener('pagehide', send)
      window.removeEventListener('online', send)
      stay()
      closed()
      void keeper.flush()
    }
  }, [keeper, account.id, workId, placeId])

  // saved on another device or in another tab: read again, and taken in below
  useEffect(
    () =>
      onCopySaved(event => {
        if (event.workId !== workId || event.placeId !== placeId || event.version <= keeper.version) return
        void client.invalidateQueries({ queryKey: reads.piece({ classId, workId, placeId }).queryKey })
      }),
    [keeper, client, classId, workId, placeId],
  )
  useEffect(() => {
    if (page.copy) keeper.heard(page.copy)
    else keeper.given(page.work.template ?? '')
  }, [keeper, page.copy, page.work.template])

  const snapshot = useCallback(() => keeper.status, [keeper])
  useSyncExternalStore(keeper.subscribe, snapshot)
  return keeper
}
