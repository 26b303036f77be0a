import { type QueryKey, useQueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import { useNow } from './session.js'

/** Reads again once the school's clock has come to a moment at which there is more to see. */
export function useChangesAt(at: number | null, queryKey: QueryKey): void {
  const client = useQueryClient()
  const { now } = useNow()
  const passed = at !== null && at <= now
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key is made anew at each drawing and says the same
  useEffect(() => {
    if (passed) void client.invalidateQueries({ queryKey })
  }, [passed, at, client])
}
