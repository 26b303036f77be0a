import type { Me, Tie } from '@oppen/contract'
import {
  BookOpen,
  CalendarRange,
  ChartLine,
  ClipboardList,
  FolderOpen,
  Library,
  type LucideIcon,
  MessagesSquare,
  SlidersHorizontal,
} from 'lucide-react'
import type { WordKey } from '../words/say.js'
import { isTeacher } from './session.js'

export type Area = { readonly to: string; readonly key: WordKey; readonly icon: LucideIcon }

/** The areas of a class, for whoever holds the tie. */
export function areasOf(tie: Tie): Area[] {
  const at = `/c/${tie.classId}`
  if (tie.role === 'leaver') {
    return [{ to: `${at}/own-work/${tie.placeId}`, key: 'area_ownWork', icon: FolderOpen }]
  }
  const week: Area = { to: `${at}/week`, key: 'area_week', icon: CalendarRange }
  const topics: Area = { to: `${at}/topics`, key: 'area_topics', icon: Library }
  const talk: Area = { to: `${at}/talk`, key: 'area_talk', icon: MessagesSquare }
  const about: Area = { to: `${at}/about`, key: 'area_about', icon: BookOpen }
  if (isTeacher(tie)) {
    return [
      week,
      topics,
      talk,
      { to: `${at}/progress`, key: 'area_progress', icon: ChartLine },
      { to: `${at}/register`, key: 'area_register', icon: ClipboardList },
      about,
      { to: `${at}/settings`, key: 'area_settings', icon: SlidersHorizontal },
    ]
  }
  return [
    week,
    topics,
    talk,
    { to: `${at}/progress/${tie.placeId}`, key: 'area_progress', icon: ChartLine },
    about,
  ]
}

/** Where a press on a class leads. */
export const homeOf = (tie: Tie): string =>
  tie.role === 'family'
    ? `/child/${tie.child}/week`
    : // a class that is over has no week that it is now
      (areasOf(tie).find(area => !tie.archived || area.key !== 'area_week')?.to ?? '/today')

export type Places = Readonly<Record<'daily' | 'hidden' | 'archived' | 'left', readonly Tie[]>>

/** All ties of somebody, sorted into those of every day, hidden ones, archived ones and those left. */
export function placesOf(me: Me): Places {
  const left = me.ties.filter(tie => tie.role === 'leaver')
  const rest = me.ties.filter(tie => tie.role !== 'leaver')
  return {
    left,
    archived: rest.filter(tie => tie.archived && !tie.hidden),
    hidden: rest.filter(tie => tie.hidden),
    daily: rest.filter(tie => !tie.archived && !tie.hidden),
  }
}

export type Child = { readonly child: string; readonly name: string; readonly ties: readonly Tie[] }

/** The children of a family, each with all classes but those hidden. */
export function childrenOf(me: Me): Child[] {
  const found = new Map<string, { name: string; ties: Tie[] }>()
  for (const tie of me.ties) {
    if (tie.role !== 'family' || tie.child === null || tie.hidden) continue
    const one = found.get(tie.child) ?? { name: tie.placeName ?? '', ties: [] }
    one.ties.push(tie)
    found.set(tie.child, one)
  }
  return [...found].map(([child, { name, ties }]) => ({ child, name, ties }))
}

/** The classes of one child, for the family; none where it is not theirs. */
export const tiesOfChild = (me: Me, child: string): readonly Tie[] =>
  childrenOf(me).find(one => one.child === child)?.ties ?? []

/** The areas of one child, for the family. */
export function areasOfChild(child: string): Area[] {
  return [
    { to: `/child/${child}/week`, key: 'area_week', icon: CalendarRange },
    { to: `/child/${child}/talk`, key: 'area_talk', icon: MessagesSquare },
    { to: `/child/${child}/progress`, key: 'area_progress', icon: ChartLine },
    { to: `/child/${child}/about`, key: 'area_about', icon: BookOpen },
  ]
}

/** Where the keys 1 to 9 lead: to the classes of every day, or to the children of a family. */
export function numberedOf(me: Me): readonly string[] {
  const homes =
    me.account.kind === 'family'
      ? childrenOf(me).map(one => areasOfChild(one.child)[0]?.to ?? '/today')
      : placesOf(me).daily.map(homeOf)
  return homes.slice(0, 9)
}

/** The first name, for where there is little room. */
/** What a class is called beside others of somebody: with its year, where two have one name. */
export const nameAmong = (tie: Tie, ties: readonly Tie[]): string =>
  tie.yearLabel && ties.some(one => one.classId !== tie.classId && one.className === tie.className)
    ? `${tie.className}, ${tie.yearLabel}`
    : tie.className

export const firstName = (name: string): string => name.split(' ')[0] ?? name
