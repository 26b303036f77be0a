import { part } from './part.js'

const load = () => import('./PhoneBars.js')

/** The bars of a phone, in a file of their own: what is wide enough for the binder does without. */
export const PhoneTop = part(() => load().then(bars => ({ default: bars.PhoneTop })))
export const PhoneBar = part(() => load().then(bars => ({ default: bars.PhoneBar })))

/** Fetches the bars, so that they are shown at once. */
export const loadPhoneBars = (): Promise<unknown> => Promise.all([PhoneTop.preload(), PhoneBar.preload()])
