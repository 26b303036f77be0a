import type { CircleId, ClassId, ConversationId, PlaceId, SpaceId, WorkId } from '@oppen/core/ids'
import type { Message } from './talk.js'

/**
 * What a live stream tells: that something changed, not what it says. A screen then reads again what it shows, through the same
 * permissions as ever. Only a message that is shown comes along, to those who read it there.
 */
export type LiveEvent =
  | {
      readonly what: 'topics' | 'markBook' | 'register' | 'door' | 'auditLog' | 'about' | 'words'
      readonly classId: ClassId
    }
  | { readonly what: 'talk'; readonly spaceId: SpaceId }
  | {
      /** `markDraft`: a teacher wrote about it and has not handed it back; for the other teachers. */
      readonly what: 'submission' | 'markDraft'
      readonly classId: ClassId
      readonly workId: WorkId
      readonly placeId: PlaceId
    }
  | { readonly what: 'answers'; readonly classId: ClassId; readonly workId: WorkId }
  /**
   * Something was said, changed or decided in a conversation of a class or a circle, which is for pupils, for families or for both. Beside a
   * piece of work with one pupil, it is told to that pupil and teachers alone. Of a letter only its people are told.
   */
  | {
      readonly what: 'message'
      readonly spaceId: SpaceId
      readonly conversationId: ConversationId
      readonly pupils: boolean
      readonly families: boolean
      /** The work that it stands beside, and the pupil whom a side note is with. */
      readonly beside: { readonly workId: WorkId; readonly placeId: PlaceId | null } | null
      /** What was shown, as whoever is told reads it; absent for anything else that became of a message. */
      readonly message?: Message
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
  /** What the stand-in of a push service shows. */
  | {
      readonly what: 'push'
      readonly title: string
      readonly body: string
      readonly path: string
      readonly tag: string
    }
  | { readonly what: 'me' | 'clock' }
