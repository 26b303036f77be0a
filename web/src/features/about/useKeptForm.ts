import { useState } from 'react'

/**
 * A form whose text outlives a page that is left or loaded again, in this tab alone and under a name that has whose
 * it is in it. `found` says that something was there that had not been kept.
 */
export function useKeptForm<F extends object>(name: string, begin: () => F) {
  const [{ form, found }, set] = useState(() => {
    const kept = read<F>(name)
    return { form: kept ?? begin(), found: kept !== undefined }
  })
  const put = (part: Partial<F>) => {
    const next = { ...form, ...part }
    set({ form: next, found })
    sessionStorage.setItem(name, JSON.stringify(next))
  }
  return { form, put, found, forget: () => sessionStorage.removeItem(name) }
}

function read<F>(name: string): F | undefined {
  const text = sessionStorage.getItem(name)
  if (text === null) return undefined
  try {
    return JSON.parse(text) as F
  } catch {
    return undefined
  }
}
