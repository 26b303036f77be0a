import { routes } from '@oppen/contract'
import type { PlaceId } from '@oppen/core/ids'
import type { SubmissionStatus } from '@oppen/core/work'
import { call } from '../../app/api.js'
import { keep, PAGE, PRESS, readKept } from '../../app/device.js'
import type { SubmissionParams } from '../../app/queries.js'

/** A hand-in that was pressed and has not arrived. */
export type PendingHandIn = {
  /** By the clock of the device. */
  readonly pressedAt: number
  /** The text that was looked at. */
  readonly html: string
  /** On a shared tablet: who the child in front of it said to be. */
  readonly as: PlaceId | null
}

/** Where the device keeps a press for one draft of one person; from its key. */
export const pendingKey = (draft: string): string => PRESS + draft.slice(PAGE.length)

export const readPendingHandIn = (draft: string): PendingHandIn | null =>
  readKept<PendingHandIn>(pendingKey(draft)) ?? null

export const dropPendingHandIn = (draft: string): void => localStorage.removeItem(pendingKey(draft))

/** Keeps a press until it can be sent. Gives whether the device had room for it. */
export const savePendingHandIn = (draft: string, press: PendingHandIn): boolean =>
  keep(pendingKey(draft), JSON.stringify(press))

/** Hands in what was pressed before, with both moments by the clock of this device. */
export const sendPendingHandIn = (
  params: SubmissionParams,
  looked: { readonly version: number; readonly ink: number | null },
  press: PendingHandIn,
): Promise<SubmissionStatus> =>
  call(routes.handIn, params, {
    ...looked,
    as: press.as,
    press: { pressedAt: press.pressedAt, sentAt: Date.now() },
  })
