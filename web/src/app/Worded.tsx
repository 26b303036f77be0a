import { problemWords } from '../words/problem.js'
import { outsideTime } from './outside.js'

/** The wording of a refusal, times by this machine's clock. */
export default function Worded({ error }: { readonly error: unknown }) {
  return problemWords(error, outsideTime())
}
