import type { FormAnswers } from '@oppen/core/work/kinds/form'
import { keep, readKept } from '../../../app/device.js'
import type { SubmissionParams } from '../../../app/queries.js'

/** What this device keeps of a form: what opens an answer without a name again, and what is being written. */
export type FormReceipt = {
  readonly receipt: string
  readonly answers: FormAnswers
  /** Whether the server has these answers. */
  readonly sent: boolean
  /** Whether they were sent from here at all: another device cannot open them. */
  readonly given: boolean
}

const START = 'oppen form '
const nameOf = (accountId: string, { workId, placeId }: SubmissionParams): string =>
  `${START}${accountId} ${workId} ${placeId}`

/** A receipt that nobody can guess: 160 random bits. */
const newReceipt = (): string =>
  Array.from(crypto.getRandomValues(new Uint8Array(20)), byte => byte.toString(16).padStart(2, '0')).join('')

/** What is kept of a form; a receipt is made where there is none. */
export const readReceipt = (accountId: string, params: SubmissionParams): FormReceipt =>
  readKept<FormReceipt>(nameOf(accountId, params)) ?? {
    receipt: newReceipt(),
    answers: {},
    sent: false,
    given: false,
  }

/** Keeps nothing of a form any more: the server has it, under its name. */
export const dropReceipt = (accountId: string, params: SubmissionParams): void =>
  localStorage.removeItem(nameOf(accountId, params))

/** Keeps it. Gives whether the device had room. */
export const saveReceipt = (accountId: string, params: SubmissionParams, receipt: FormReceipt): boolean =>
  keep(nameOf(accountId, params), JSON.stringify(receipt))
