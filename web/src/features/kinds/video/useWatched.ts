import type { VideoPage, WatchedBatch } from '@oppen/contract'
import type { ViewingId } from '@oppen/core/ids'
import { withPlayed } from '@oppen/core/watching'
import { useQueryClient, useSuspenseQuery } from '@tanstack/react-query'
import { useEffect, useMemo, useSyncExternalStore } from 'react'
import { later, reach } from '../../../app/delivery.js'
import type { SubmissionParams } from '../../../app/queries.js'
import { randomName } from '../../../app/randomName.js'
import { useMe, useTie } from '../../../app/session.js'
import { useAutosave } from '../../../app/useAutosave.js'
import { draftKey, openedDraft } from '../../work/localDrafts.js'
import { keepViewing, sendBatch, sendWatched, viewingKey } from './keptWatched.js'
import { readVideo } from './reads.js'
import { WatchedAutosave } from './watchedAutosave.js'

/** Takes batches as the server would, and forgets them with the page. */
function lookingOn(begun: VideoPage) {
  let known = { ...begun, elsewhere: false }
  return {
    send: async ({ stretches, passed, position }: WatchedBatch) => {
      const watched = withPlayed(known.watched, ...stretches)
      known = { ...known, watched, position, passed: [...known.passed, ...passed] }
      return { is: 'saved', saved: known } as const
    },
    keep: () => true,
  }
}

/** What a pupil watches of a video, kept safe while its page is open, and where the video was left before. */
export function useWatched(params: SubmissionParams): WatchedAutosave {
  const { account, seenAs } = useMe()
  const archived = useTie()?.archived ?? false
  const looksOn = Boolean(seenAs) || archived
  const client = useQueryClient()
  const { classId, workId, placeId } = params
  const { data } = useSuspenseQuery(readVideo(params))
  // biome-ignore lint/correctness/useExhaustiveDependencies: one viewing for as long as its page is open
  const [autosave, key] = useMemo(() => {
    const submission = { classId, workId, placeId }
    const viewingId = randomName(12) as ViewingId
    const name = viewingKey(account.id, submission, viewingId)
    // what a teacher plays is nothing of the pupil's, and nothing is added to a class that is archived
    if (looksOn) return [new WatchedAutosave({ ...lookingOn(data), later }, data), name] as const
    const world = {
      send: (batch: Parameters<typeof sendBatch>[2]) => reach(() => sendBatch(submission, viewingId, batch)),
      keep: (kept: Parameters<typeof keepViewing>[1]) => keepViewing(name, kept),
      later,
    }
    return [new WatchedAutosave(world, data), name] as const
  }, [account.id, classId, workId, placeId])
  useAutosave(autosave)
  useEffect(() => openedDraft(key), [key])
  // what is open here is sent from here
  useEffect(() => openedDraft(draftKey(account.id, workId, placeId)), [account.id, workId, placeId])
  useEffect(() => autosave.read(data), [autosave, data])
  // what an earlier page played and could not send
  useEffect(() => {
    const submission = { classId, workId, placeId }
    const send = () =>
      sendWatched(account.id, submission)
        .then(async some => {
          if (some) await client.invalidateQueries({ queryKey: readVideo(submission).queryKey })
        })
        // it stays, and goes with the next page or once the network is back
        .catch(() => undefined)
    if (looksOn) return
    void send()
    window.addEventListener('online', send)
    return () => window.removeEventListener('online', send)
  }, [account.id, classId, workId, placeId, client, looksOn])
  useSyncExternalStore(autosave.subscribe, () => autosave.version)
  return autosave
}
