import type { Me } from '@oppen/contract'
import { useParams, useSearchParams } from 'react-router'
import { type Child, childrenOf } from './places.js'

/** The child that the page is about: the one in the address, or the one whose work it shows. */
export function useChild(me: Me): Child | undefined {
  const { child, classId, placeId } = useParams()
  const [search] = useSearchParams()
  const wanted = child ?? search.get('child')
  const all = childrenOf(me)
  return all.find(
    one => one.child === wanted || one.ties.some(tie => tie.classId === classId && tie.placeId === placeId),
  )
}
