import { isNothing } from '@oppen/core/news'
import { languageFor, voiceIn } from '../digest/compose.js'
import { addressOf, messageIdOf } from '../mail/addresses.js'
import { addresseeOf } from '../mail/choices.js'
import type { Compose } from '../mail/outgoing.js'
import { tellingOf } from './telling.js'
import { newsLines, newsSubject } from './wording.js'

/** The message with what is new to somebody; null where all of it was read or removed meanwhile. */
export const composeNews: Compose = async (world, { accountId, ref }) => {
  const to = await addresseeOf(world.db, accountId)
  if (!to) return null
  const { tell, spaces } = await tellingOf(world, accountId, ref)
  if (isNothing(tell)) return null
  const spoken = voiceIn(languageFor(to.language), world.school.zone)
  const voice = { ...spoken, named: to.kind === 'family', spaces }
  return {
    to: to.email,
    subject: newsSubject(tell, voice),
    text: [
      ...newsLines(tell, voice),
      voice.say('news_mail_end', { address: addressOf(world, '/new'), school: world.school.name }),
      '',
    ].join('\n'),
    messageId: messageIdOf(world, `news.${ref}.${accountId}`),
    date: new Date(world.clock.now()),
  }
}
