/** What core gives back where a person can be refused: a value, or the refusal as data. */
export type Outcome<T, R extends Refusal = Refusal> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly refusal: R }

/** A refusal that people meet: a code with a wording in every language, and what the wording needs. */
export type Refusal = { readonly code: string; readonly params?: Readonly<Record<string, string | number>> }

/** Wraps the value of a success. */
export const ok = <T>(value: T): { readonly ok: true; readonly value: T } => ({ ok: true, value })

/** Wraps a refusal with its code and what its wording needs. */
export const err = <C extends string>(code: C, params?: Record<string, string | number>) =>
  ({ ok: false, refusal: { code, ...(params && { params }) } }) as const
