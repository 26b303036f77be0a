import { err, type Outcome, ok } from '../outcome/index.js'

/** What a browser's e-mail field takes. Source: HTML Living Standard, "valid e-mail address". */
const VALID =
  /^[a-zA-Z0-9.!#$%&'*+/=?^_`{|}~-]+@[a-zA-Z0-9](?:[a-zA-Z0-9-]{0,61}[a-zA-Z0-9])?(?:\.[a-zA-Z0-9](?:[a-zA-Z0-9-]{0,61}[a-zA-Z0-9])?)*$/

/** The longest address that mail carries. Source: RFC 5321, 4.5.3.1.3 (a path of 256 with its brackets). */
const LONGEST = 254

/** Reads an e-mail address, in lower case. Refuses `email_unreadable`. */
export function readEmail(text: string): Outcome<string> {
  const typed = text.trim()
  if (typed.length > LONGEST || !VALID.test(typed))
    return err('email_unreadable', { text: typed.slice(0, 80) })
  return ok(typed.toLowerCase())
}

/** The first address in a text, and the text without it and the brackets around it. */
export function takeEmail(text: string): { readonly email: string | null; readonly rest: string } {
  const found = /[<(]?\s*(?:mailto:)?([^\s<>(),;:"]+@[^\s<>(),;:"]+)\s*[>)]?/.exec(text)
  const read = found?.[1] ? readEmail(found[1]) : undefined
  if (!found || !read?.ok) return { email: null, rest: text }
  return { email: read.value, rest: text.slice(0, found.index) + text.slice(found.index + found[0].length) }
}
