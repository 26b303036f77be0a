import type { ConversationId, Instant, PlaceId, SpaceId, WorkId } from '../ids/index.js'
import type { Hundredths } from '../marks/index.js'
import type { ConversationKind } from '../talk/index.js'
import { owes, type SubmissionStatus, stateOfWork, type Timing, type WorkKind } from '../work/index.js'
import type { NewsKind } from './kinds.js'
import { type ReminderRules, remindedBy } from './reminders.js'

/** So long something is news, in milliseconds: fourteen days. */
export const NEWS_KEPT = 14 * 86_400_000

/** A pupil, for a family a child of theirs. */
export type NewsPlace = { readonly placeId: PlaceId; readonly name: string }

/** Work that is asked of a pupil, as it stands for the pupil and for who reads. */
export type WorkFacts = {
  readonly spaceId: SpaceId
  readonly workId: WorkId
  readonly title: string
  readonly kind: WorkKind
  readonly place: NewsPlace
  readonly points: Hundredths | null
  readonly timing: Timing
  readonly status: SubmissionStatus
  readonly appearedAt: Instant
  /** When whoever reads has looked at it last. */
  readonly lookedAt: Instant | null
  /** The last change of it that was told. */
  readonly change: { readonly at: Instant; readonly by: string } | null
}

/** A message by somebody else. */
export type NewsMessage = {
  readonly at: Instant
  readonly by: string
  /** How it begins. */
  readonly text: string
  /** How many files stand with it. */
  readonly files: number
}

type ConversationFacts = {
  readonly spaceId: SpaceId
  readonly conversationId: ConversationId
  readonly title: string
}

/** A notice by somebody else. */
export type NoticeFacts = ConversationFacts & NewsMessage & { readonly isNew: boolean }

/** What others said in a conversation; of a notice, what was answered. */
export type TalkFacts = ConversationFacts & {
  readonly kind: ConversationKind
  /** The work beside which it is said, and of a side note the pupil. */
  readonly workId: WorkId | null
  readonly place: NewsPlace | null
  /** The last message by somebody else. */
  readonly last: NewsMessage
  /** How many messages are new, how many of these mention the reader or answer a message of theirs. */
  readonly fresh: number
  readonly mentions: number
  readonly answers: number
  /** Whether the last message mentions the reader or answers them. */
  readonly lastIs: 'mentioned' | 'answered' | null
}

/** What waits for a teacher or for an answer. */
export type WaitingFacts = {
  readonly what: 'marking' | 'nod' | 'reports' | 'requests' | 'invitation'
  readonly spaceId: SpaceId
  readonly spaceName: string
  readonly work: { readonly id: WorkId; readonly title: string } | null
  readonly count: number
  readonly oldestAt: Instant
  readonly newestAt: Instant
}

export type NewsFacts = {
  readonly works: readonly WorkFacts[]
  readonly notices: readonly NoticeFacts[]
  readonly talks: readonly TalkFacts[]
  readonly waiting: readonly WaitingFacts[]
}

type Item<K extends NewsKind> = { readonly kind: K; readonly at: Instant; readonly spaceId: SpaceId }
type OfWork = { readonly workId: WorkId; readonly title: string; readonly workKind: WorkKind }

/** One thing that is or was new. `fresh` is how many messages or things of it are new; 0 once they were read. */
export type NewsItem = { readonly fresh: number } & (
  | (Item<'posted'> & OfWork & { readonly places: readonly NewsPlace[]; readonly due: Instant | null })
  | (Item<'changed'> & OfWork & { readonly places: readonly NewsPlace[]; readonly by: string })
  | (Item<'handedBack'> &
      OfWork & {
        readonly place: NewsPlace
        /** To be tried again, by when. */
        readonly again: { readonly by: Instant | null } | null
        readonly mark: Hundredths | null
        readonly points: Hundredths | null
      })
  | (Item<'notice'> & ConversationFacts & NewsMessage)
  | (Item<'mentioned' | 'answered' | 'said'> &
      ConversationFacts &
      NewsMessage & {
        readonly conversationKind: ConversationKind
        readonly workId: WorkId | null
        readonly place: NewsPlace | null
      })
)

/** Something that is due soon and not in. `at` is when the reminder came. */
export type DueSoon = Item<'dueSoon'> & OfWork & { readonly place: NewsPlace; readonly due: Instant }

export type News = {
  /** What waits, the longest waiting first. */
  readonly waiting: readonly WaitingFacts[]
  /** What is due next and not in, the nearest deadline first. */
  readonly dueSoon: readonly DueSoon[]
  /** What happened, the newest first. */
  readonly items: readonly NewsItem[]
  /** How much of it is new. */
  readonly fresh: number
}

export type NewsReader = ReminderRules & {
  readonly now: Instant
  /** When the feed was read last: what is told there entirely is not new afterwards. */
  readonly readAt: Instant | null
  /** Of what comes to be reminded of by then is told as well; now where nothing is said. */
  readonly remindBy?: Instant
  /** Kinds that somebody does not want to hear of. */
  readonly off: readonly NewsKind[]
}

/**
 * What is new to somebody. Each thing is there once: a message as the strongest of what it is (a mention before an answer before
 * what is only said), a change of work that is new itself not at all, work for two children of a family once.
 * What was posted or changed is new until it or the feed was looked at, what came back until it was looked at, messages until
 * they were read.
 */
export function newsOf(facts: NewsFacts, reader: NewsReader): News {
  const { now, off } = reader
  const since = now - NEWS_KEPT
  const items = [
    ...postedOf(
      facts.works.filter(work => work.appearedAt <= now),
      reader,
    ),
    ...facts.works.flatMap(work => cameBackOf(work)),
    ...facts.notices.map(noticeItem),
    ...facts.talks.map(talkItem),
  ]
    .filter(item => item.at >= since && !off.includes(item.kind))
    .sort((one, other) => other.at - one.at)
  return {
    waiting: off.includes('waiting')
      ? []
      : [...facts.waiting].sort((one, other) => one.oldestAt - other.oldestAt),
    dueSoon: off.includes('dueSoon') ? [] : dueSoonOf(facts.works, reader),
    items,
    fresh: items.reduce((sum, item) => sum + item.fresh, 0),
  }
}

type Posted = Extract<NewsItem, { kind: 'posted' | 'changed' }>

/** Work that was posted and work that was changed, once for all children of whom it is asked at the same moment. */
function postedOf(works: readonly WorkFacts[], { readAt }: NewsReader): Posted[] {
  const found = new Map<string, Posted>()
  for (const work of works) {
    const seen = Math.max(work.lookedAt ?? 0, readAt ?? 0)
    const posted = work.status.phase === 'untouched' && work.appearedAt > seen
    put(found, { ...ofWork(work, 'posted', work.appearedAt, posted), due: work.timing.dueAt })
    const { change } = work
    // who has not seen the work reads it as it is now
    if (change && !posted && change.at > work.appearedAt)
      put(found, { ...ofWork(work, 'changed', change.at, change.at > seen), by: change.by })
  }
  return [...found.values()]
}

function put(found: Map<string, Posted>, item: Posted): void {
  const key = `${item.kind} ${item.workId} ${item.at}`
  const same = found.get(key)
  // the later of two deadlines would mislead one child, so the first one is told
  found.set(
    key,
    same
      ? {
          ...same,
          places: [...same.places, ...item.places],
          fresh: Math.max(same.fresh, item.fresh),
          ...(same.kind === 'posted' && item.kind === 'posted' && { due: earlier(same.due, item.due) }),
        }
      : item,
  )
}

const earlier = (one: Instant | null, other: Instant | null): Instant | null =>
  one === null || other === null ? (one ?? other) : Math.min(one, other)

const ofWork = <K extends NewsKind>(work: WorkFacts, kind: K, at: Instant, isNew: boolean) => ({
  kind,
  at,
  spaceId: work.spaceId,
  workId: work.workId,
  title: work.title,
  workKind: work.kind,
  places: [work.place],
  fresh: isNew ? 1 : 0,
})

function cameBackOf(work: WorkFacts): NewsItem[] {
  const { status, place, points, lookedAt } = work
  const { phase, handedBackAt: at, tryAgainBy, mark } = status
  if (at === null || (phase !== 'handedBack' && phase !== 'tryAgain')) return []
  const again = phase === 'tryAgain'
  const { places: _, ...item } = ofWork(work, 'handedBack', at, at > (lookedAt ?? 0))
  return [{ ...item, place, again: again ? { by: tryAgainBy } : null, mark: again ? null : mark, points }]
}

function noticeItem({ isNew, ...notice }: NoticeFacts): NewsItem {
  return { ...notice, kind: 'notice', fresh: isNew ? 1 : 0 }
}

function talkItem(talk: TalkFacts): NewsItem {
  const { spaceId, conversationId, title, workId, place, fresh, last } = talk
  const about = { spaceId, conversationId, title, conversationKind: talk.kind, workId, place }
  return { ...about, ...last, kind: kindOfTalk(talk), fresh }
}

/** A letter and a side note are to their reader, whatever they answer. */
function kindOfTalk({
  kind,
  fresh,
  mentions,
  answers,
  lastIs,
}: TalkFacts): 'mentioned' | 'answered' | 'said' {
  if (fresh > 0 ? mentions > 0 : lastIs === 'mentioned') return 'mentioned'
  if (kind === 'letter' || kind === 'sideNote') return 'answered'
  return (fresh > 0 ? answers > 0 : lastIs === 'answered') ? 'answered' : 'said'
}

/** What somebody was reminded of by now, the nearest deadline first; never what is in. */
function dueSoonOf(works: readonly WorkFacts[], reader: NewsReader): DueSoon[] {
  const reminded = remindedBy(reader.remindBy ?? reader.now, reader)
  return works
    .flatMap(work => {
      const due = dueOf(work, reader.now)
      const at = due === null ? null : reminded(due)
      // what was posted, or came back, later than the reminder would have come was told as that
      const askedAt = Math.max(work.appearedAt, work.status.handedBackAt ?? 0)
      if (due === null || at === null || at < askedAt) return []
      const { fresh: _, places: __, ...item } = ofWork(work, 'dueSoon', at, false)
      return [{ ...item, place: work.place, due }]
    })
    .sort((one, other) => one.due - other.due)
}

/** By when a pupil still has something to do; null where nothing is owed. */
export function dueOf({ kind, timing, status }: WorkFacts, now: Instant): Instant | null {
  if (!owes(kind)) return null
  const state = stateOfWork({ kind, ...timing }, status, now)
  return state.is === 'toDo' || state.is === 'started' || state.is === 'tryAgain' ? state.by : null
}
