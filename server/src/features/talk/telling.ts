import type { LiveEvent } from '@oppen/contract'
import type { AccountId, MessageId } from '@oppen/core/ids'
import type { TalkRole } from '@oppen/core/talk'
import type { World } from '../../world.js'
import { eventOf, type InConversation, type Told, tellNow } from './access.js'
import { shownTo } from './queriesOfMessages.js'
import { messageFor } from './shown.js'

type Shown = InConversation & { readonly messageId: MessageId; readonly by: AccountId }

/**
 * Tells those who read a conversation what was shown in it; inside a command. Their screens put it where it stands without
 * reading again, for in a lively room hundreds would do so at once. Who wrote it is told that it is there.
 */
export function tellShown(world: World, { messageId, by, ...params }: Shown, conversation: Told): void {
  // whoever wrote it is another reader than those who are told
  const { kind } = conversation
  world.db.afterCommit(() => {
    const { now } = world.clock
    const event = eventOf(params, conversation)
    shownTo(world.db, { conversationId: params.conversationId, messageId, now: now() })
      .then(found => {
        if (!found?.message) return
        const stored = found.message
        const asRead = new Map<TalkRole, LiveEvent | undefined>()
        const to = new Map<AccountId, LiveEvent>()
        for (const { account, role } of found.readers) {
          if (account === by) {
            to.set(account, event)
            continue
          }
          if (!asRead.has(role)) {
            const reader = { account: '' as AccountId, role, kind, now: now() }
            const message = messageFor(stored, reader)
            asRead.set(role, message && { ...event, message })
          }
          const own = asRead.get(role)
          if (own) to.set(account, own)
        }
        world.live.tellEach(event, to, { alone: kind === 'letter' })
      })
      .catch(error => {
        world.log.error({ err: error }, 'a message could not be told')
        // that something is there is told all the same
        tellNow(world, params, conversation)
      })
  })
}
