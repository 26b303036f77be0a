import type { MentionablePage } from '@oppen/contract'
import type { MessageId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { EVERYBODY, mayMention, mayMentionMany, type TalkRole } from '@oppen/core/talk'
import { escapeHtml } from '../../html.js'
import type { World } from '../../world.js'
import { askedBy, type InConversation, opened } from './access.js'
import { messageMentions } from './models.js'
import { readersOf } from './queriesOfMessages.js'

/** Whom somebody can mention in a conversation, by name. */
export async function seeMentionable(
  world: World,
  viewer: Viewer,
  params: InConversation,
): Promise<MentionablePage> {
  const { role } = await opened(world, viewer, params)
  const { people, groups } = await mentionable(world, viewer, params, role)
  return {
    people: people.filter(one => one.id !== viewer.accountId),
    groups,
    everybody: mayMentionMany(role),
  }
}

async function mentionable(world: World, viewer: Viewer, params: InConversation, role: TalkRole) {
  const { readers, groups } = await readersOf(world.db, askedBy(world, viewer, params))
  return {
    people: readers
      .filter(one => mayMention(role, one))
      .map(({ account: id, name, role: side }) => ({ id, name, side })),
    groups: mayMentionMany(role) ? groups : [],
  }
}

/** A mention as it is written, or any other opening tag of its kind. */
const MENTION = /<span data-mention="([^"]+)">([^<]*)<\/span>|<span\b[^>]*>/g

const bare = (tag: string): string => tag.replace(/ data-mention(="[^"]*")?(?=[ >])/, '')

/** A text in which nobody is mentioned: of mentions the words stay. */
export const withoutMentions = (html: string): string =>
  html.replace(MENTION, (tag, id: string | undefined, words: string) =>
    id === undefined ? bare(tag) : words,
  )

type Mentions = { readonly html: string; readonly targets: readonly string[] }

/**
 * A cleaned text with its mentions: each names somebody who can be mentioned there, as they are called; of any other the words
 * stay. Inside a command.
 */
export async function withMentions(
  world: World,
  viewer: Viewer,
  { role, html, ...params }: InConversation & { readonly role: TalkRole; readonly html: string },
): Promise<Mentions> {
  if (!html.includes('data-mention')) return { html, targets: [] }
  const { people, groups } = await mentionable(world, viewer, params, role)
  const names = new Map<string, string>([...people, ...groups].map(one => [one.id, one.name]))
  const targets = new Set<string>()
  const settled = html.replace(MENTION, (tag, id: string | undefined, words: string) => {
    if (id === undefined) return bare(tag)
    const everybody = id === EVERYBODY && mayMentionMany(role)
    const name = names.get(id)
    if (!everybody && name === undefined) return words
    targets.add(id)
    // how everybody is called depends on the language in which it was written
    return `<span data-mention="${id}">${name === undefined ? words : `@${escapeHtml(name)}`}</span>`
  })
  return { html: settled, targets: [...targets] }
}

/** Writes down whom a message mentions, and no others; inside a command. */
export async function putMentions(
  world: World,
  messageId: MessageId,
  targets: readonly string[],
): Promise<void> {
  const model = world.db.model(messageMentions)
  await model.destroy({ where: { messageId } })
  if (targets.length) await model.bulkCreate(targets.map(target => ({ messageId, target })))
}
