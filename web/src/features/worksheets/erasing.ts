import {
  boundsOf,
  eraseStroke,
  type InkEdit,
  type InkItem,
  overlap,
  type Spot,
  touches,
} from '@oppen/core/ink'
import { newInkId } from './pens.js'

/** What is left of the items of a page where an eraser went along a path. Strokes are cut, everything else goes whole. */
export function erased(items: readonly InkItem[], path: readonly Spot[], reach: number): InkItem[] {
  const xs = path.map(spot => spot.x)
  const ys = path.map(spot => spot.y)
  const box = {
    left: Math.min(...xs) - reach,
    right: Math.max(...xs) + reach,
    top: Math.min(...ys) - reach,
    bottom: Math.max(...ys) + reach,
  }
  return items.flatMap(item => {
    if (!overlap(boundsOf(item), box)) return [item]
    if (item.kind !== 'stroke') return path.some(spot => touches(item, spot, reach / 2)) ? [] : [item]
    const parts = eraseStroke(item, path, reach)
    if (parts[0] === item.points) return [item]
    return parts.map(points => ({ ...item, id: newInkId(), points }))
  })
}

/** The one change that makes some items of others. */
export function editBetween(before: readonly InkItem[], after: readonly InkItem[]): InkEdit {
  const were = new Set(before.map(item => item.id))
  const are = new Set(after.map(item => item.id))
  return { put: after.filter(item => !were.has(item.id)), drop: before.filter(item => !are.has(item.id)) }
}
