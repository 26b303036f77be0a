import type { ClassPage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import type { ClassId } from '@oppen/core/ids'
import { useQueryClient } from '@tanstack/react-query'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'

/** Takes a page away, with ten seconds to put it back. */
export function useRemovePage(classId: ClassId) {
  const client = useQueryClient()
  const { queryKey } = reads.about(classId)
  return useCommand({
    do: ({ id }: ClassPage) => call(routes.removePage, { classId, pageId: id }),
    again: [queryKey],
    done: (_, { id, title }) =>
      showToast(say('about_removed', { title }), () => {
        void call(routes.restorePage, { classId, pageId: id }).then(() =>
          client.invalidateQueries({ queryKey }),
        )
      }),
  })
}
