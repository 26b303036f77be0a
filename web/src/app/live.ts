import type { LiveEvent, Message, TalkPage } from '@oppen/contract'
import type { ClassId } from '@oppen/core/ids'
import type { QueryClient } from '@tanstack/react-query'
import { besideKey } from './queries.js'
import { readAgain } from './readAgain.js'
import { countInNews, countShown, putShown } from './shownMessage.js'
import { keepOpen } from './stream.js'

type InkEvent = Extract<LiveEvent, { what: 'ink' }>

const drawing = new Map<string, (event: InkEvent) => void>()
const submissionOf = ({ workId, placeId }: Pick<InkEvent, 'workId' | 'placeId'>): string =>
  `${workId} ${placeId}`

/** Hears of one worksheet saved, in place of reading it again with each stroke. Gives the way to stop hearing. */
export function onInkSaved(
  submission: Pick<InkEvent, 'workId' | 'placeId'>,
  listener: (event: InkEvent) => void,
): () => void {
  drawing.set(submissionOf(submission), listener)
  return () => void drawing.delete(submissionOf(submission))
}

type DraftEvent = Extract<LiveEvent, { what: 'draft' }>

const draftListeners = new Set<(event: DraftEvent) => void>()

/** Hears of drafts saved elsewhere. Gives the way to stop hearing. */
export function onDraftSaved(listener: (event: DraftEvent) => void): () => void {
  draftListeners.add(listener)
  return () => void draftListeners.delete(listener)
}

/**
 * Keeps what the screens show true: what changed on the server is read again where it is shown. `since` is how far everything had
 * been told when who is in was read (`Me.live`). Gives the way to stop.
 */
export function openLive(client: QueryClient, since: string): () => void {
  // what happened between the reading of the page and now is told again; after a cut everything is read anew
  let query = `?since=${encodeURIComponent(since)}`
  const open = () => {
    const source = new EventSource(`/api/live${query}`)
    query = ''
    return source
  }
  return keepOpen({
    open,
    onMessage: text => apply(client, JSON.parse(text) as LiveEvent),
    onBack: () => void readAgain(client),
    onRefused: () => void client.invalidateQueries({ queryKey: ['me'] }),
  })
}

/** While a class answers or talks, somebody does so many times a second: it is read again so often at most, in milliseconds. */
const APART = 1_000
/** The same for the day over all classes, of which a message changes a number. */
const TODAY_APART = 3_000
/** What was read again a moment ago; true where something came since. */
const readJustNow = new Map<string, boolean>()

/** Reads again at once, and what comes in the next moment together after it. */
function againApart(client: QueryClient, queryKey: readonly string[], apart = APART): void {
  const name = queryKey.join(' ')
  if (readJustNow.has(name)) return void readJustNow.set(name, true)
  readJustNow.set(name, false)
  void readAgain(client, { queryKey, exact: queryKey[0] === 'talk' })
  setTimeout(() => {
    const more = readJustNow.get(name)
    readJustNow.delete(name)
    if (more) againApart(client, queryKey, apart)
  }, apart)
}

/** The feed over all classes, which many things change. */
const NEWS_APART = 5_000
/** What is told of these may be new to whoever looks. */
const NEWS: readonly LiveEvent['what'][] = ['topics', 'talk', 'submission', 'register', 'message']

type Shown = Extract<LiveEvent, { what: 'message' }> & { readonly message: Message }

/** Puts a message where it stands and counts it, without reading again; false where that cannot be done. */
function tookShown(client: QueryClient, event: Shown): boolean {
  const { spaceId, conversationId, beside, message } = event
  if (beside) {
    // its numbers stand with the work, on several pages
    if (!putShown(client, besideKey(spaceId as ClassId, beside.workId, beside.placeId), message)) return false
    againApart(client, ['submission', spaceId, beside.workId])
    againApart(client, ['marking', spaceId, beside.workId])
    for (const key of ['topics', 'week']) againApart(client, [key, spaceId])
    againApart(client, ['today'], TODAY_APART)
    return true
  }
  const inTalk = client.getQueryData<TalkPage>(['talk', spaceId])
  // replies stand in the list itself
  if (inTalk?.notices.some(one => one.id === conversationId)) return false
  for (const of of ['room', 'letter']) putShown(client, ['talk', spaceId, of, conversationId], message)
  if (!countShown(client, event)) againApart(client, ['today'], TODAY_APART)
  return true
}

function apply(client: QueryClient, event: LiveEvent): void {
  // a message that comes along is counted without reading
  if (event.what === 'message' && event.message) countInNews(client)
  else if (NEWS.includes(event.what)) againApart(client, ['news'], NEWS_APART)
  const again = (...queryKey: string[]) => void readAgain(client, { queryKey })
  switch (event.what) {
    case 'talk':
      again('talk', event.spaceId)
      again('today')
      break
    case 'message': {
      const { spaceId, conversationId, beside, message } = event
      if (message && tookShown(client, { ...event, message })) break
      if (beside) {
        againApart(client, besideKey(spaceId as ClassId, beside.workId, beside.placeId))
        // the numbers of what is new beside work
        againApart(client, ['submission', spaceId, beside.workId])
        againApart(client, ['marking', spaceId, beside.workId])
        for (const key of ['topics', 'week']) againApart(client, [key, spaceId])
        againApart(client, ['talk', spaceId, 'nod'])
        againApart(client, ['today'], TODAY_APART)
        break
      }
      for (const of of ['room', 'notice', 'seen', 'letter'])
        againApart(client, ['talk', spaceId, of, conversationId])
      againApart(client, ['talk', spaceId])
      againApart(client, ['talk', spaceId, 'nod'])
      againApart(client, ['today'], TODAY_APART)
      break
    }
    case 'markBook':
      againApart(client, ['markBook', event.classId])
      break
    case 'topics':
    case 'register':
    case 'door':
      again(event.what, event.classId)
      if (event.what === 'topics')
        for (const key of [
          'progress',
          'overview',
          'markBook',
          'week',
          'work',
          'timetable',
          'submission',
          'outcome',
          'marking',
        ])
          again(key, event.classId)
      if (event.what === 'topics') again('tryWork', event.classId)
      if (event.what === 'register')
        for (const key of ['overview', 'settings', 'door']) again(key, event.classId)
      again('today')
      again('days')
      break
    case 'markDraft':
      again('desk', event.classId, event.workId, event.placeId)
      again('marking', event.classId, event.workId)
      againApart(client, ['markBook', event.classId])
      break
    case 'submission':
      again('desk', event.classId, event.workId, event.placeId)
      for (const key of ['submission', 'outcome', 'quiz'])
        again(key, event.classId, event.workId, event.placeId)
      again('progress', event.classId, event.placeId)
      again('portfolio', event.classId, event.placeId)
      again('marking', event.classId, event.workId)
      againApart(client, ['markBook', event.classId])
      for (const key of ['topics', 'overview', 'week']) again(key, event.classId)
      again('today')
      again('days')
      break
    case 'answers':
      againApart(client, ['answers', event.classId, event.workId])
      break
    case 'words':
      again('words', event.classId)
      break
    case 'about':
      for (const key of ['about', 'members', 'week']) again(key, event.classId)
      break
    case 'auditLog':
      again('auditLog', event.classId)
      break
    case 'circle':
      again('circle', event.circleId)
      break
    case 'ink':
      // who draws on it here knows of the own strokes, and reads again only for those of another device
      if (drawing.has(submissionOf(event))) drawing.get(submissionOf(event))?.(event)
      else again('worksheet', event.classId, event.workId, event.placeId)
      break
    case 'draft':
      for (const listener of draftListeners) listener(event)
      break
    case 'push':
      void import('./pushed.js').then(({ showPushed }) => showPushed(event))
      break
    case 'me':
    case 'clock':
      void readAgain(client)
  }
}
