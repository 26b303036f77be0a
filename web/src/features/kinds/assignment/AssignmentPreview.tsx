import { Written } from '../../../parts/Written.js'
import type { PreviewProps } from '../postedProps.js'

/** The page that pupils begin with. */
export const AssignmentPreview = ({ form: { details } }: PreviewProps) =>
  details.assignment?.template && (
    <div className="mt-4 rounded-[var(--radius-card)] border border-rule px-5 py-4">
      <Written html={details.assignment.template} />
    </div>
  )
