import type { QueryClient, QueryFilters } from '@tanstack/react-query'

/**
 * Reads again what is shown, after something has changed. TanStack Query lets a first read that is on its way run to its end, though
 * it may have been answered before the change: such a one is read once more.
 */
export async function readAgain(client: QueryClient, filters: QueryFilters = {}): Promise<void> {
  const first = client
    .getQueryCache()
    .findAll(filters)
    .filter(({ state }) => state.data === undefined && state.fetchStatus === 'fetching')
  await Promise.all([
    client.invalidateQueries(filters),
    ...first.map(async query => {
      // what is on its way is not begun a second time
      await query.fetch().catch(() => undefined)
      await client.invalidateQueries({ queryKey: query.queryKey, exact: true })
    }),
  ])
}
