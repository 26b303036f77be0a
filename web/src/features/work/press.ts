import { routes } from '@oppen/contract'
import type { PlaceId } from '@oppen/core/ids'
import type { SubmissionStatus } from '@oppen/core/work'
import { call } from '../../app/api.js'
import { keep, PAGE, PRESS, readKept } from '../../app/device.js'
import type { SubmissionParams } from '../../app/queries.js'

/** A hand-in that was pressed and has not arrived. */
export type KeptPress = {
  /** By the clock of the device. */
  readonly pressedAt: number
  /** The text that was looked at. */
  readonly html: string
  /** On a shared tablet: who the child in front of it said to be. */
  readonly as: PlaceId | null
}

/** Where the device keeps a press for one copy of one person; from the key of its drafts. */
export const pressKey = (copy: string): string => PRESS + copy.slice(PAGE.length)

export const readPress = (copy: string): KeptPress | null => readKept<KeptPress>(pressKey(copy)) ?? null

export const dropPress = (copy: string): void => localStorage.removeItem(pressKey(copy))

/** Keeps a press until it can be sent. Gives whether the device had room for it. */
export const keepPress = (copy: string, press: KeptPress): boolean =>
  keep(pressKey(copy), JSON.stringify(press))

/** Hands in what was pressed before, with both moments by the clock of this device. */
export const sendPress = (
  params: SubmissionParams,
  looked: { readonly version: number; readonly ink: number | null },
  press: KeptPress,
): Promise<SubmissionStatus> =>
  call(routes.handIn, params, {
    ...looked,
    as: press.as,
    press: { pressedAt: press.pressedAt, sentAt: Date.now() },
  })
