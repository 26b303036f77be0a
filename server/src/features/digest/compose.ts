import type { DigestPage } from '@oppen/contract'
import { type Digest, digestBegins, isEmptyDigest } from '@oppen/core/digest'
import type { Instant } from '@oppen/core/ids'
import { isScreenLanguage, type ScreenLanguage } from '@oppen/core/language'
import { wordOfMark } from '@oppen/core/marks'
import { type Language, localeOf } from '@oppen/core/register'
import { type Say, type ServerWordKey, sayIn } from '../../words/index.js'
import type { World } from '../../world.js'
import { addressOf, messageIdOf } from '../mail/addresses.js'
import { addresseeOf } from '../mail/choices.js'
import type { MailMessage } from '../mail/mailTransport.js'
import type { Compose } from '../mail/outgoing.js'
import { plainBeginning } from '../talk/plain.js'
import { childrenOfFamily } from './queries.js'
import { seeDigest } from './service.js'

/** So much of a notice stands in a digest. */
const NOTICE = 160

/** How a message says moments and numbers, in the language and zone of its reader. */
export type Voice = {
  readonly say: Say
  readonly locale: string
  readonly day: (at: Instant) => string
  readonly time: (at: Instant) => string
  readonly number: (hundredths: number) => string
}

export function voiceIn(language: Language, zone: string): Voice {
  const locale = localeOf(language)
  const day = new Intl.DateTimeFormat(locale, {
    weekday: 'long',
    day: 'numeric',
    month: 'long',
    timeZone: zone,
  })
  const time = new Intl.DateTimeFormat(locale, { hour: '2-digit', minute: '2-digit', timeZone: zone })
  const number = new Intl.NumberFormat(locale, { maximumFractionDigits: 2 })
  return {
    say: sayIn(language),
    locale,
    day: at => day.format(at),
    time: at => time.format(at),
    number: hundredths => number.format(hundredths / 100),
  }
}

/** The digest of one pupil in one class, as lines of plain text. */
function digestLines({ digest, ...page }: DigestPage, voice: Voice): string[] {
  const { say, day, time } = voice
  const part = (key: ServerWordKey, lines: readonly string[]) =>
    lines.length ? [`${say(key)}:`, ...lines.map(line => `  - ${line}`), ''] : []
  const fresh =
    page.markedAt === null ? say('digest_fresh_none') : say('digest_fresh', { at: day(page.markedAt) })
  const waiting = digest.waiting ? [say('digest_waiting', { count: digest.waiting })] : []
  return [
    `${page.className} (${page.teacherName})`,
    '',
    ...part(
      'digest_handed_in',
      digest.handedIn.map(one => handedInLine(one, voice)),
    ),
    ...part(
      'digest_handed_back',
      digest.handedBack.map(one => handedBackLine(one, page.markWords, voice)),
    ),
    ...part(
      'digest_overdue',
      digest.overdue.map(one => say('digest_overdue_line', { title: one.title, at: day(one.since) })),
    ),
    ...part(
      'digest_missing',
      digest.missing.map(one => say('digest_missing_line', { title: one.title, at: day(one.since) })),
    ),
    ...part(
      'digest_coming',
      digest.coming.map(one =>
        say(one.begun ? 'digest_coming_begun' : 'digest_coming_line', {
          title: one.title,
          at: `${day(one.by)}, ${time(one.by)}`,
        }),
      ),
    ),
    ...part(
      'digest_notices',
      page.notices.map(one => `${one.by}, ${day(one.at)}: ${plainBeginning(one.html, NOTICE)}`),
    ),
    ...(isEmptyDigest(digest) && !page.notices.length ? [say('digest_nothing'), ''] : []),
    [fresh, ...waiting].join(' '),
  ]
}

function handedInLine(one: Digest['handedIn'][number], { say, day }: Voice): string {
  const said = { title: one.title, at: day(one.at) }
  if (one.onPaper) return say('digest_on_paper', said)
  return say(one.lateBy > 0 ? 'digest_late' : 'digest_in_time', said)
}

function handedBackLine(
  one: Digest['handedBack'][number],
  scale: DigestPage['markWords'],
  { say, number }: Voice,
): string {
  const { title, mark, points, again } = one
  if (again) return say('digest_again', { title })
  if (mark === null) return title
  const word = wordOfMark(mark, points, scale)
  if (word) return `${title}: ${word}`
  return points === null
    ? `${title}: ${number(mark)}`
    : say('digest_mark', { title, mark: number(mark), points: number(points) })
}

/** The language that somebody chose for the screens, else that of the family, as far as messages are written in it. */
export const languageFor = (...wanted: (string | null)[]): Language =>
  wanted.find((one): one is ScreenLanguage => one !== null && isScreenLanguage(one)) ?? 'en'

/** The message with the digests of all children of a family; null where there is nobody to tell any more. */
export const composeDigest: Compose = async (world, { accountId, ref }): Promise<MailMessage | null> => {
  const to = await addresseeOf(world.db, accountId)
  const places = await childrenOfFamily(world.db, accountId)
  if (!to || !places.length) return null
  const language = languageFor(to.language, places.find(one => one.language)?.language ?? null)
  const voice = voiceIn(language, world.school.zone)
  const pages: DigestPage[] = []
  const since = digestBegins(ref, world.school.zone)
  for (const place of places) pages.push(await seeDigest(world, { accountId }, place, since))
  return {
    to: to.email,
    subject: voice.say('digest_subject', { names: namesOf(pages, language) }),
    text: textOf(world, pages, voice),
    messageId: messageIdOf(world, `digest.${ref}.${accountId}`),
    date: new Date(world.clock.now()),
  }
}

const namesOf = (pages: readonly DigestPage[], language: Language): string =>
  new Intl.ListFormat(localeOf(language)).format(new Set(pages.map(page => page.pupil.name)))

/** Classes of one child together, each child under its name. */
function textOf(world: World, pages: readonly DigestPage[], voice: Voice): string {
  const { say, day } = voice
  const [first] = pages
  const lines = first ? [say('digest_span', { from: day(first.from), until: day(first.until) }), ''] : []
  for (const name of new Set(pages.map(page => page.pupil.name))) {
    lines.push(name.toLocaleUpperCase(), '')
    for (const page of pages.filter(one => one.pupil.name === name))
      lines.push(...digestLines(page, voice), '')
  }
  return [
    ...lines,
    say('digest_end', { address: addressOf(world, '/today'), school: world.school.name }),
    '',
  ].join('\n')
}
