import { useQuery } from '@tanstack/react-query'
import { reads } from './queries.js'

/** How much is new, beside the name of the feed. */
export default function NewsCount({ className }: { readonly className: string }) {
  const { data } = useQuery(reads.news())
  return data?.fresh ? <span className={className}>{data.fresh}</span> : null
}
