import type { AccountId, Instant, TabletId } from '@oppen/core/ids'
import type { SecretKind } from '@oppen/core/joining'
import type { ScreenLanguage } from '@oppen/core/language'
import type { AccountKind } from '@oppen/core/permissions'
import { table } from '../../db/index.js'

export type AccountRow = {
  id: AccountId
  kind: AccountKind
  userName: string
  shownName: string
  secretHash: string
  secretKind: SecretKind
  /** 1 where the secret was given by a teacher and has to be changed. */
  secretOnce: number
  /** "10-14", where a pupil shows it in the own classes. */
  birthday: string | null
  email: string | null
  /** 1 for somebody without an account to come back to. */
  guest: number
  /** The hash of the stored picture. */
  picture: string | null
  /** The school's identity provider and the person's name there. */
  identity: string | null
  madeAt: Instant
  /** The language that the person chose for the screens; null where the browser decides. */
  language: ScreenLanguage | null
  /** 1 for a teacher who looks after the school. */
  ownsSchool: number
  /** When the account was closed; what its person wrote stays under the name. */
  endedAt: Instant | null
}

export const accounts = table<AccountRow>('accounts', {
  id: 'id',
  kind: 'text',
  userName: 'text',
  shownName: 'text',
  secretHash: 'text',
  secretKind: 'text',
  secretOnce: 'integer',
  birthday: 'text',
  email: 'text',
  guest: 'integer',
  picture: 'text',
  identity: 'text',
  madeAt: 'integer',
  language: 'text',
  ownsSchool: 'integer',
  endedAt: 'integer',
})

/** How somebody came in on a device. */
export type CameBy = 'secret' | 'door' | 'key' | 'tablet' | 'invitation' | 'school'

export type SessionRow = {
  tokenHash: string
  accountId: AccountId
  beganAt: Instant
  seenAt: Instant
  endsAt: Instant
  /** What the device calls itself. */
  device: string
  cameBy: CameBy
  /** Milliseconds without use after which it ends, on a shared tablet; null for the usual life. */
  idle: number | null
  /** The moment it ends at the latest, as at the end of the lesson. */
  endsBy: Instant | null
  tabletId: TabletId | null
}

export const sessions = table<SessionRow>(
  'sessions',
  {
    tokenHash: 'id',
    accountId: 'text',
    beganAt: 'integer',
    seenAt: 'integer',
    endsAt: 'integer',
    device: 'text',
    cameBy: 'text',
    idle: 'integer',
    endsBy: 'integer',
    tabletId: 'text',
  },
  ['tokenHash'],
)

export type ReadMarkerRow = { accountId: AccountId; what: string; at: Instant }

export const readMarkers = table<ReadMarkerRow>(
  'read_markers',
  { accountId: 'id', what: 'id', at: 'integer' },
  ['accountId', 'what'],
)

export const resets = table<{ tokenHash: string; accountId: AccountId; madeAt: Instant; endsAt: Instant }>(
  'resets',
  { tokenHash: 'id', accountId: 'text', madeAt: 'integer', endsAt: 'integer' },
  ['tokenHash'],
)
