import { addressOf, type Material, routes } from '@oppen/contract'
import { ExternalLink, Paperclip } from 'lucide-react'
import { useIds } from '../../app/session.js'
import { say } from '../../words/say.js'

type Props = {
  readonly materials: readonly Material[] /** The directions they come with. */
  readonly html?: string | null
}

/** What comes with the directions: files and links, one press each; pictures that stand in them are not named again. */
export function MaterialList({ materials: all, html }: Props) {
  const { classId, workId } = useIds()
  const materials = all.filter(one => !html?.includes(`/materials/${one.id}"`))
  if (!materials.length) return null
  return (
    <ul aria-label={say('work_materials')} className="mt-3 flex flex-wrap gap-2">
      {materials.map(one => {
        const Icon = one.kind === 'link' ? ExternalLink : Paperclip
        const href =
          one.kind === 'link'
            ? (one.url ?? '')
            : addressOf(routes.seeMaterial, { classId, workId, materialId: one.id })
        return (
          <li key={one.id}>
            <a
              href={href}
              target="_blank"
              rel="noreferrer"
              className="inline-flex items-center gap-2 rounded-[var(--radius-card)] border border-edge px-3 py-1.5 text-[15px] font-semibold text-blue hover:bg-pale"
            >
              <Icon size={15} aria-hidden="true" />
              {one.title}
            </a>
          </li>
        )
      })}
    </ul>
  )
}
