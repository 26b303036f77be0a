import type { VideoStop } from '@oppen/core/work/kinds/video'
import { CircleHelp, type LucideIcon, Split, StickyNote } from 'lucide-react'

const ICONS: Readonly<Record<VideoStop['kind'], LucideIcon>> = {
  note: StickyNote,
  questions: CircleHelp,
  choice: Split,
}

/** What sort of stop it is; the words stand with it. */
export function StopIcon({ kind, size = 14 }: { readonly kind: VideoStop['kind']; readonly size?: number }) {
  const Icon = ICONS[kind]
  return <Icon size={size} aria-hidden="true" />
}
