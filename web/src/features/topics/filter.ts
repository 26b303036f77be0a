import type { TopicsPage } from '@oppen/contract'
import { stateOfWork, UNTOUCHED, type WorkKind } from '@oppen/core/work'

export type TopicWork = TopicsPage['topics'][number]['works'][number]

/** What a pupil or a teacher wants to see of the topics alone. */
export const OWN_STATES = ['all', 'todo', 'late', 'with', 'back'] as const
export const TAUGHT_STATES = ['all', 'toMark', 'draft', 'planned', 'open', 'over'] as const
export type StateFilter = (typeof OWN_STATES)[number] | (typeof TAUGHT_STATES)[number]

export type Filter = { readonly words: string; readonly kind: WorkKind | 'all'; readonly state: StateFilter }

export const ALL: Filter = { words: '', kind: 'all', state: 'all' }

const fold = (text: string) => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase()

/** Whether every word of what was typed stands in the title or the topic's name, whatever its case and accents. */
export function hasWords(words: string, ...texts: (string | null)[]): boolean {
  const where = fold(texts.join(' '))
  return fold(words)
    .split(/\s+/)
    .filter(Boolean)
    .every(word => where.includes(word))
}

/** Whether a line is among what is wanted at this moment. */
export function passes(work: TopicWork, topicName: string | null, filter: Filter, now: number): boolean {
  if (filter.kind !== 'all' && work.kind !== filter.kind) return false
  if (!hasWords(filter.words, work.title, topicName)) return false
  return filter.state === 'all' || stateFits(work, filter.state, now)
}

function stateFits(work: TopicWork, wanted: StateFilter, now: number): boolean {
  if (work.counts) {
    switch (wanted) {
      case 'toMark':
        return work.counts.toMark > 0
      case 'draft':
      case 'planned':
        return work.posting === wanted
      case 'open':
        return work.posting === 'posted' && (work.dueAt === null || work.dueAt > now)
      default:
        return work.posting === 'posted' && work.dueAt !== null && work.dueAt <= now
    }
  }
  const state = stateOfWork(work, work.mine ?? UNTOUCHED, now).is
  switch (wanted) {
    case 'todo':
      return ['toDo', 'started', 'tryAgain', 'overdue', 'opens'].includes(state)
    case 'late':
      return state === 'overdue' || state === 'missing'
    case 'with':
      return state === 'withTeacher'
    default:
      return state === 'handedBack' || state === 'received'
  }
}
