const HOUR = 3_600_000
const DAY = 24 * HOUR

/**
 * How long what is no longer needed is kept before it goes, in milliseconds. Everything that is not named here is kept
 * as long as its class, or its person's account, is.
 */
export const LIVES = {
  /** An upload to which nothing was added: what a cut left unfinished can be gone on with until then. */
  upload: 2 * DAY,
  /** What an upload has become, so that asking again gives the same answer. */
  takenUpload: 30 * DAY,
  /** A file that was taken off a submission, a class or a circle: it can be put back until then. */
  removedFile: 30 * DAY,
  /** A file that was sent for a message and stands with none. */
  readyFile: 7 * DAY,
  /** That a message went out by mail or to a device. */
  sentMail: 90 * DAY,
  /** A stored file that nothing names any more. */
  unusedFile: 30 * DAY,
  /** Ink that was taken off a worksheet and stands in no version of it, since the worksheet was last changed. */
  removedInk: 30 * DAY,
  /** A request to join, once it was answered or nobody did. */
  joinRequest: 30 * DAY,
  /** An invitation, once it was answered or has run out. */
  invitation: 180 * DAY,
  /** A letter in the outbox of the stand-in. */
  letter: 90 * DAY,
  /** A wrong attempt of a code, a key or a secret. */
  wrongTry: DAY,
  /** A line of the audit log. */
  auditLog: 730 * DAY,
} as const satisfies Record<string, number>

export type Kept = keyof typeof LIVES

/** The moment before which something of a kind has outlived its time. */
export const expiryOf = (kind: Kept, now: number): number => now - LIVES[kind]
