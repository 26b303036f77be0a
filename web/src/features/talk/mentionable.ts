import { routes } from '@oppen/contract'
import type { ConversationId, SpaceId } from '@oppen/core/ids'
import { call } from '../../app/api.js'

/** How the names of whom a message can mention are read; undefined where nobody reads it yet. */
export const mentionable = (spaceId: SpaceId, conversationId: ConversationId | null) =>
  conversationId ? () => call(routes.seeMentionable, { spaceId, conversationId }) : undefined
