import type { WorkKind } from '@oppen/core/work'
import {
  ClipboardPenLine,
  FileText,
  HelpCircle,
  ListChecks,
  type LucideIcon,
  PencilRuler,
} from 'lucide-react'

/** The icon of each kind of work. */
export const KIND_ICON: Readonly<Record<WorkKind, LucideIcon>> = {
  handout: FileText,
  assignment: PencilRuler,
  question: HelpCircle,
  quiz: ListChecks,
  form: ClipboardPenLine,
}
