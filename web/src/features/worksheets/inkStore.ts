import type { Saved } from '@oppen/core/draft'
import { INK, INK_BASE, keep, readKept, readVersion } from '../../app/device.js'
import type { InkChange, InkStore } from './inkAutosave.js'

/** The device's own store for the worksheet of one submission of one person: each stroke under a name of its own. */
export function inkStore(owner: string): InkStore {
  const prefix = `${INK}${owner} `
  return {
    all: () =>
      Object.keys(localStorage).flatMap(key =>
        key.startsWith(prefix) ? (readKept<InkChange>(key) ?? []) : [],
      ),
    base: () => readVersion<Saved>(INK_BASE + owner),
    keep: change => keep(prefix + change.id, JSON.stringify(change)),
    keepBase: saved => void keep(INK_BASE + owner, JSON.stringify(saved)),
  }
}
