import type { Me, Tie } from '@oppen/contract'
import { ChartLine, ClipboardList, Library, type LucideIcon, MessagesSquare } from 'lucide-react'
import type { WordKey } from '../words/say.js'
import { isTeacher } from './session.js'

export type Area = { readonly to: string; readonly key: WordKey; readonly icon: LucideIcon }

/** The areas of a class, for whoever holds the tie. */
export function areasOf(tie: Tie): Area[] {
  const at = `/c/${tie.classId}`
  const topics: Area = { to: `${at}/topics`, key: 'area_topics', icon: Library }
  const talk: Area = { to: `${at}/talk`, key: 'area_talk', icon: MessagesSquare }
  if (isTeacher(tie)) {
    return [
      topics,
      talk,
      { to: `${at}/progress`, key: 'area_progress', icon: ChartLine },
      { to: `${at}/register`, key: 'area_register', icon: ClipboardList },
    ]
  }
  return [topics, talk, { to: `${at}/progress/${tie.placeId}`, key: 'area_progress', icon: ChartLine }]
}

export type Child = { readonly child: string; readonly name: string; readonly ties: readonly Tie[] }

/** The children of a family, each with all classes. */
export function childrenOf(me: Me): Child[] {
  const found = new Map<string, { name: string; ties: Tie[] }>()
  for (const tie of me.ties) {
    if (tie.role !== 'family' || tie.child === null) continue
    const one = found.get(tie.child) ?? { name: tie.placeName ?? '', ties: [] }
    one.ties.push(tie)
    found.set(tie.child, one)
  }
  return [...found].map(([child, { name, ties }]) => ({ child, name, ties }))
}

/** The areas of one child, for the family. */
export function areasOfChild(child: string): Area[] {
  return [
    { to: `/child/${child}/progress`, key: 'area_progress', icon: ChartLine },
    { to: `/child/${child}/talk`, key: 'area_talk', icon: MessagesSquare },
  ]
}

/** The first name, for where there is little room. */
export const firstName = (name: string): string => name.split(' ')[0] ?? name
