import type { WorkKind } from '@oppen/core/work'
import {
  BookOpenText,
  ClipboardPenLine,
  FileText,
  HelpCircle,
  ListChecks,
  type LucideIcon,
  PencilRuler,
  SquarePlay,
} from 'lucide-react'

/** The icon of each kind of work. */
export const KIND_ICON: Readonly<Record<WorkKind, LucideIcon>> = {
  handout: FileText,
  assignment: PencilRuler,
  question: HelpCircle,
  quiz: ListChecks,
  reading: BookOpenText,
  video: SquarePlay,
  form: ClipboardPenLine,
}
