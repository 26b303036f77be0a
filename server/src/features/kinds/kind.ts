import type { Details } from '@oppen/contract'
import type { AccountId, FileId, Instant } from '@oppen/core/ids'
import type { Hundredths } from '@oppen/core/marks'
import type { Viewer } from '@oppen/core/permissions'
import type { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import type { WorkAddress } from '../submissions/address.js'
import type { SubmissionAddress, SubmissionNow } from '../submissions/moves.js'

/** The versions that a pupil looked at: of what is written (0 where there is nothing), and of the worksheet. */
export type Seen = { readonly version: number; readonly ink: number | null }

/** What a pupil has made on a submission, as it would be handed in. */
export type Made = {
  /** Whether nothing of it was made by the pupil. */
  readonly isBlank: boolean
  /** When it was saved last: it cannot have been handed in before. Null where that is not known. */
  readonly savedAt: Instant | null
  /** Why it is not what the pupil looked at; undefined where it is. */
  readonly changed: Refused | undefined
  /** As a page, for whoever marks it. */
  readonly html: string
  /** The worksheet as it is kept with a hand-in, as JSON. */
  readonly worksheet: string | null
  readonly files: readonly FileId[]
}

/** What the server asks of a kind of work. */
export type ServerKind = {
  /**
   * Reads what a work of this kind has of its own, as JSON to be stored; null where there is nothing. Refuses with the field,
   * as `details.<kind>.…`; a draft may lack what posted work needs.
   */
  readonly readDetails: (world: World, details: Details, draft: boolean) => Promise<string | null>
  /** The points of a kind whose parts have points, from a form that was read; null where the teacher types them. */
  readonly pointsOf: ((details: Details) => Hundredths) | null
  /** The tables that hold what is made on a submission of this kind: their rows go where the submission goes. */
  readonly tables: readonly string[]
  /** How what is made on it is read to be found, by the kind of entry: see `searchSource.ts`. */
  readonly searched: Readonly<Record<string, string>>
  /**
   * The mark of what lies with the teacher, where the kind can tell it by itself; inside a command. Null where a teacher has
   * to say it.
   */
  readonly markOf:
    | ((world: World, address: SubmissionAddress, submission: SubmissionNow) => Promise<Hundredths | null>)
    | null
  /** Reads what is to be handed in; inside a command. Null where nothing is handed in. */
  readonly made:
    | ((world: World, address: SubmissionAddress, submission: SubmissionNow, seen: Seen) => Promise<Made>)
    | null
  /** What a pupil has on a submission beside the draft and the hand-ins, as a page to keep; null where there is nothing. */
  readonly page: ((world: World, address: SubmissionAddress) => Promise<string | null>) | null
  /** Whether its pupil may take back what was handed in; what goes by attempts is begun anew instead. */
  readonly takenBack: boolean
  /** What a hand-in does besides; inside its command. Null where it does nothing. */
  readonly handedIn: ((world: World, address: SubmissionAddress, at: Instant) => Promise<void>) | null
  /** What is to end by itself by now, because its time was over a while ago. Null where time runs out by deadlines alone. */
  readonly endings: ((world: World) => Promise<readonly Ending[]>) | null
  /** Whether families have a part in it, from a form that was read; null where they never have. */
  readonly byFamily: ((details: Details) => boolean) | null
  /** What follows a change of posted work; inside the command that changes it. Null where nothing does. */
  readonly changed:
    | ((world: World, viewer: Viewer, address: WorkAddress, change: DetailsChange) => Promise<void>)
    | null
}

/** What is handed in for somebody whose time is over, as it was at that moment, and in whose name. */
export type Ended = { readonly endedAt: Instant; readonly version: number; readonly by: AccountId }

/** Something that ends by itself. */
export type Ending = {
  readonly address: SubmissionAddress
  /** Ends it. Gives what is to be handed in for its pupil; null for nothing. */
  readonly end: () => Promise<Ended | null>
}

/** What a work of a kind has of its own before and after a change, as it is stored, and the form as it was sent. */
export type DetailsChange = {
  readonly before: string | null
  readonly after: string | null
  readonly sent: Details
}
