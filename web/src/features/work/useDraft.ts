import { routes, type SubmissionPage } from '@oppen/contract'
import type { Edition } from '@oppen/core/draft'
import { useQueryClient } from '@tanstack/react-query'
import { useCallback, useEffect, useMemo, useSyncExternalStore } from 'react'
import { call, Refusal } from '../../app/api.js'
import { later, reach } from '../../app/delivery.js'
import { onDraftSaved } from '../../app/live.js'
import { reads, type SubmissionParams } from '../../app/queries.js'
import { useMe } from '../../app/session.js'
import { useAutosave } from '../../app/useAutosave.js'
import { DraftAutosave, type SaveResult, type Sending } from './draftAutosave.js'
import { draftKey, localDraftsOf, openedDraft } from './localDrafts.js'

async function save(params: SubmissionParams, sending: Sending): Promise<SaveResult> {
  const keepalive = sending.html.length < 20_000
  const body = { ...sending, aside: [...sending.aside] }
  const result = await reach(() => call(routes.saveDraft, params, body, { keepalive }))
  const changed =
    result.is === 'refused' && result.error instanceof Refusal && result.error.code === 'draft_changed'
  return changed ? { is: 'conflict', theirs: otherOf(result.error) } : result
}

/** The draft as it is on the server, which came along with a refusal. */
function otherOf({ params: { html, version, savedAt, lineage } }: Refusal): Edition {
  const parts = { html: String(html), version: Number(version), savedAt: Number(savedAt) }
  return { ...parts, lineage: JSON.parse(String(lineage)) }
}

/** The draft of a submission, kept safe while it is open; `template` is what it begins with. */
export function useDraft(
  params: SubmissionParams,
  page: Pick<SubmissionPage, 'draft'>,
  template: string,
): DraftAutosave {
  const { account } = useMe()
  const client = useQueryClient()
  const { classId, workId, placeId } = params
  // biome-ignore lint/correctness/useExhaustiveDependencies: one autosave for as long as the submission is open; news comes by `heard`
  const autosave = useMemo(() => {
    const world = {
      save: (sending: Sending) => save({ classId, workId, placeId }, sending),
      locals: localDraftsOf(draftKey(account.id, workId, placeId)),
      later,
      now: () => Date.now(),
    }
    return new DraftAutosave(world, page.draft ?? undefined, template)
  }, [account.id, classId, workId, placeId])

  useEffect(() => openedDraft(draftKey(account.id, workId, placeId)), [account.id, workId, placeId])
  useAutosave(autosave)

  // saved on another device or in another tab: read again, and taken in below
  useEffect(
    () =>
      onDraftSaved(event => {
        if (event.workId !== workId || event.placeId !== placeId) return
        // an own save may be told of before it is answered
        void autosave.settled().then(() => {
          if (event.version <= autosave.version) return
          void client.invalidateQueries({ queryKey: reads.submission({ classId, workId, placeId }).queryKey })
        })
      }),
    [autosave, client, classId, workId, placeId],
  )
  useEffect(() => {
    if (page.draft) autosave.heard(page.draft)
    else autosave.given(template)
  }, [autosave, page.draft, template])

  const snapshot = useCallback(() => autosave.status, [autosave])
  useSyncExternalStore(autosave.subscribe, snapshot)
  return autosave
}
