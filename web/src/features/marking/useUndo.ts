import { routes } from '@oppen/contract'
import type { ClassId, PlaceId, WorkId } from '@oppen/core/ids'
import { useQueryClient } from '@tanstack/react-query'
import { useRef } from 'react'
import { call } from '../../app/api.js'
import { useNow } from '../../app/session.js'
import { showToast } from '../../parts/toast.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'

/** Takes back what was handed back last, by a press on what said so, or by a key as long as nothing else was. */
export function useUndo(work: { readonly classId: ClassId; readonly workId: WorkId }) {
  const client = useQueryClient()
  const time = useNow()
  const lastOnes = useRef<readonly PlaceId[]>([])
  const undo = async (placeIds: readonly PlaceId[]) => {
    lastOnes.current = []
    try {
      const { undone, refused } = await call(routes.undoHandBack, work, { placeIds: [...placeIds] })
      showToast(
        refused.length
          ? say('desk_undone_some', { count: undone.length, refused: refused.length })
          : say('desk_undone'),
      )
    } catch (error) {
      showToast(problemWords(error, time))
    }
    for (const key of ['marking', 'submission', 'desk'])
      void client.invalidateQueries({ queryKey: [key, work.classId, work.workId] })
  }
  return {
    offer: (placeIds: readonly PlaceId[], words: string) => {
      lastOnes.current = placeIds
      showToast(words, () => void undo(placeIds))
    },
    last: () => {
      if (lastOnes.current.length) void undo(lastOnes.current)
    },
  }
}
