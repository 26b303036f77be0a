import type { Saved } from '@oppen/core/copy'
import { INK, INK_BASE, makeRoom, readKept } from '../../app/device.js'
import type { InkDeed, InkStore } from './inkKeeper.js'

/** Keeps a text under a name; what is only kept to be safe gives way to it. */
function put(key: string, value: unknown): boolean {
  for (;;) {
    try {
      localStorage.setItem(key, JSON.stringify(value))
      return true
    } catch {
      if (!makeRoom()) return false
    }
  }
}

/** The device's own store for the worksheet of one piece of one person: each stroke under a name of its own. */
export function inkStore(owner: string): InkStore {
  const prefix = `${INK}${owner} `
  return {
    all: () =>
      Object.keys(localStorage).flatMap(key =>
        key.startsWith(prefix) ? (readKept<InkDeed>(key) ?? []) : [],
      ),
    base: () => readKept<Saved>(INK_BASE + owner),
    keep: deed => put(prefix + deed.id, deed),
    keepBase: saved => void put(INK_BASE + owner, saved),
  }
}
