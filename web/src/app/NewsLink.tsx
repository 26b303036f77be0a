import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { say } from '../words/say.js'
import { reads } from './queries.js'

/** On a phone: how much is new, and the way there; nothing where nothing is. */
export default function NewsLink() {
  const { data } = useQuery(reads.news())
  if (!data?.fresh) return null
  return (
    <Link
      to="/new"
      className="flex min-h-8 items-center whitespace-nowrap rounded-full bg-ochre px-2.5 text-sm font-bold text-on-ochre tabular-nums"
    >
      {say('news_count', { count: data.fresh })}
    </Link>
  )
}
