import type { AccountId, ConversationId, Instant, MessageId } from '@oppen/core/ids'
import { isScreenLanguage } from '@oppen/core/language'
import { plainText } from '../../plainText.js'
import { sayIn } from '../../words/index.js'
import type { World } from '../../world.js'
import { addressOf, messageIdOf } from '../mail/addresses.js'
import { addresseeOf } from '../mail/choices.js'
import { type Compose, queueMails } from '../mail/outgoing.js'
import { copiesOf, letterOf } from './queriesOfLetters.js'

/** Puts copies of a message of a letter in line for those in it who want them; inside a command. */
export async function queueCopies(
  world: World,
  { conversationId, messageId, by }: { conversationId: ConversationId; messageId: MessageId; by: AccountId },
): Promise<void> {
  const dueAt: Instant = world.clock.now()
  const readers = await copiesOf(world.db, conversationId, by)
  await queueMails(
    world,
    readers.map(({ accountId }) => ({ accountId, kind: 'letter', ref: messageId, dueAt })),
  )
}

/** A copy of a message of a letter; null where it was removed, is not shown, or is for its reader no more. */
export const composeLetter: Compose = async (world, { accountId, ref }) => {
  const to = await addresseeOf(world.db, accountId)
  const letter = await letterOf(world.db, accountId, ref as MessageId)
  if (!to || !letter) return null
  const say = sayIn(to.language && isScreenLanguage(to.language) ? to.language : 'en')
  const space = letter.inCircle ? '/circles' : '/c'
  const path = `${space}/${letter.spaceId}/talk/letters/${letter.conversationId}`
  const earlier = letter.earlier.map(id => messageIdOf(world, id))
  const before = earlier.at(-1)
  return {
    to: to.email,
    subject: letter.earlier.length ? `Re: ${letter.title}` : letter.title,
    text: say('letter_mail_text', {
      name: letter.by,
      className: letter.spaceName,
      // files are looked at in Oppen, by those who may
      text: [plainText(letter.html), ...letter.files.map(name => `[${name}]`)].filter(Boolean).join('\n'),
      address: addressOf(world, path),
      school: world.school.name,
    }),
    messageId: messageIdOf(world, ref),
    ...(before && { inReplyTo: before, references: earlier }),
    date: new Date(letter.at),
  }
}
