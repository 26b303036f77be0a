import { had, type Outcome, refused } from '../outcome/index.js'
import { CLASS_CODE_LENGTH, type CodeRefusal, KEY_LENGTH, readCode } from './code.js'

export type Entry =
  | { readonly kind: 'classCode'; readonly code: string }
  | { readonly kind: 'key'; readonly key: string }
  | { readonly kind: 'userName'; readonly userName: string }

type EntryRefusal = CodeRefusal | { readonly code: 'entry_empty' }

/**
 * Finds out what somebody typed into the one field of Welcome. User names always contain a dot and no space,
 * codes never do, so a name is never taken for a code. Refuses `entry_empty` and what `readCode` refuses.
 */
export function readEntry(text: string): Outcome<Entry, EntryRefusal> {
  const typed = text.trim()
  if (!typed) return refused('entry_empty')
  if (/^[^\s.]+(\.[^\s.]+)+$/.test(typed)) return had({ kind: 'userName', userName: typed.toLowerCase() })
  const length = typed.replace(/[\s\-–—_]/g, '').length
  if (length > CLASS_CODE_LENGTH + 4) {
    const key = readCode(typed, KEY_LENGTH)
    return key.ok ? had({ kind: 'key', key: key.value }) : key
  }
  const code = readCode(typed, CLASS_CODE_LENGTH)
  return code.ok ? had({ kind: 'classCode', code: code.value }) : code
}
