import type { Me } from '@oppen/contract'
import type { CircleId, ClassId, ConversationId, PlaceId, WorkId } from '@oppen/core/ids'
import type { QueryClient } from '@tanstack/react-query'
import type { ComponentType } from 'react'

/** What `prepare` of a screen is given: who looks, and what its address names (of these only what stands in its path). */
export type Prepared = {
  readonly client: QueryClient
  readonly me: Me
  readonly params: {
    readonly classId: ClassId
    readonly workId: WorkId
    readonly placeId: PlaceId
    readonly circleId: CircleId
    readonly conversationId: ConversationId
    readonly child: string
    readonly week: string
    readonly number: string
  }
}

/** A file of a screen. `prepare` gets what has to be there before the screen can show anything. */
export type ScreenFile = {
  readonly Screen: ComponentType
  readonly prepare?: (given: Prepared) => Promise<unknown>
}
