import { type PiecePage, routes } from '@oppen/contract'
import { useQueryClient } from '@tanstack/react-query'
import { useCallback, useEffect, useMemo, useSyncExternalStore } from 'react'
import { call, Refusal, Unreachable } from '../../app/api.js'
import { onCopySaved } from '../../app/live.js'
import { type PieceParams, reads } from '../../app/queries.js'
import { beforeLeaving, useMe } from '../../app/session.js'
import { CopyKeeper, type SaveResult } from './copyKeeper.js'
import { draftKey, draftsOf, openedCopy } from './drafts.js'

async function save(params: PieceParams, html: string, base: number, chosen: boolean): Promise<SaveResult> {
  try {
    const keepalive = html.length < 20_000
    return { is: 'saved', saved: await call(routes.saveCopy, params, { html, base, chosen }, { keepalive }) }
  } catch (error) {
    if (error instanceof Unreachable) return { is: 'unreachable' }
    if (!(error instanceof Refusal)) return { is: 'refused', error }
    if (error.code === 'sign_in_needed') return { is: 'signedOut' }
    if (error.code === 'busy' || error.code === 'disk_full' || error.code === 'server_fault')
      return { is: 'unreachable' }
    if (error.code !== 'copy_changed') return { is: 'refused', error }
    const { html: theirs, version, savedAt } = error.params
    return {
      is: 'conflict',
      theirs: { html: String(theirs), version: Number(version), savedAt: Number(savedAt) },
    }
  }
}

/** The own copy of a piece, kept safe while it is open. */
export function useOwnCopy(params: PieceParams, page: PiecePage): CopyKeeper {
  const { account } = useMe()
  const client = useQueryClient()
  const { classId, workId, placeId } = params
  // biome-ignore lint/correctness/useExhaustiveDependencies: one keeper for as long as the piece is open; news comes by `heard`
  const keeper = useMemo(() => {
    const world = {
      save: (html: string, base: number, chosen: boolean) =>
        save({ classId, workId, placeId }, html, base, chosen),
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
  }, [keeper, page.copy])

  const snapshot = useCallback(() => keeper.status, [keeper])
  useSyncExternalStore(keeper.subscribe, snapshot)
  return keeper
}
