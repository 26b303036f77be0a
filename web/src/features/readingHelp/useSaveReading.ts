import { type Me, routes } from '@oppen/contract'
import type { ReadingSettings } from '@oppen/core/readingHelp'
import { useQueryClient } from '@tanstack/react-query'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'

/** Saves what somebody chose, for all their devices; the page is so at once. Null goes back to how it began. */
export function useSaveReading(done?: () => void) {
  const client = useQueryClient()
  const { queryKey } = reads.me()
  return useCommand<ReadingSettings | null>({
    do: async chosen => {
      await call(routes.saveReadingSettings, {}, { settings: chosen })
      client.setQueryData(queryKey, (now: Me | undefined) =>
        now ? { ...now, reading: { ...now.reading, own: chosen } } : now,
      )
    },
    again: [queryKey],
    done: () => done?.(),
  })
}
