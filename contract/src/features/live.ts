import type { CircleId, ClassId, ConversationId, PlaceId, WorkId } from '@oppen/core/ids'

/**
 * What a live stream tells: that something changed, never what it says. A screen then reads again what it
 * shows, through the same permissions as ever.
 */
export type LiveEvent =
  | {
      readonly what: 'topics' | 'talk' | 'register' | 'door' | 'auditLog' | 'about'
      readonly classId: ClassId
    }
  /** `note` is a side note: told to pupil and teachers alone, as families see nothing of those. */
  | {
      readonly what: 'submission' | 'note'
      readonly classId: ClassId
      readonly workId: WorkId
      readonly placeId: PlaceId
    }
  | { readonly what: 'answers' | 'thread'; readonly classId: ClassId; readonly workId: WorkId }
  /** Something was said, changed or decided in a conversation of a class, which is for pupils, for families or for both. */
  | {
      readonly what: 'message'
      readonly classId: ClassId
      readonly conversationId: ConversationId
      readonly pupils: boolean
      readonly families: boolean
    }
  | { readonly what: 'circle'; readonly circleId: CircleId }
  /** The draft was saved as this version: for its pupil's other devices and a teacher who has it open. */
  | {
      readonly what: 'draft'
      readonly classId: ClassId
      readonly workId: WorkId
      readonly placeId: PlaceId
      readonly version: number
    }
  /** The same for the worksheet. */
  | {
      readonly what: 'ink'
      readonly classId: ClassId
      readonly workId: WorkId
      readonly placeId: PlaceId
      readonly version: number
    }
  | { readonly what: 'me' | 'clock' }
