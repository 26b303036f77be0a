import { addressOf, kindOfFile, type Material, routes } from '@oppen/contract'
import { ExternalLink, Paperclip } from 'lucide-react'
import { useState } from 'react'
import { useIds } from '../../app/session.js'
import { Sound } from '../../parts/Sound.js'
import { say } from '../../words/say.js'
import { Preview } from '../files/Preview.js'

type Props = {
  readonly materials: readonly Material[]
  /** The directions they come with. */
  readonly html?: string | null
}

const LOOK =
  'inline-flex items-center gap-2 rounded-[var(--radius-card)] border border-edge px-3 py-1.5 text-start text-[0.9375rem] font-semibold text-blue hover:bg-pale'

/**
 * What comes with the directions: files shown in place, links one press away, spoken words to listen to. Pictures that
 * stand in the directions are not named again.
 */
export function MaterialList({ materials: all, html }: Props) {
  const materials = all.filter(one => !html?.includes(`/materials/${one.id}"`))
  if (!materials.length) return null
  return (
    <ul aria-label={say('work_materials')} className="mt-3 flex flex-wrap gap-2">
      {materials.map(one => (
        <li key={one.id} className={isSpoken(one) ? 'w-full max-w-md' : ''}>
          {one.kind === 'link' ? (
            <a href={one.url ?? ''} target="_blank" rel="noreferrer" className={LOOK}>
              <ExternalLink size={15} aria-hidden="true" />
              {one.title}
            </a>
          ) : (
            <MaterialFile material={one} />
          )}
        </li>
      ))}
    </ul>
  )
}

const isSpoken = (one: Material): boolean => kindOfFile(one.type ?? '') === 'audio'

function MaterialFile({ material }: { readonly material: Material }) {
  const { classId, workId } = useIds()
  const [open, setOpen] = useState(false)
  const { title: name, type } = material
  const address = addressOf(routes.seeMaterial, { classId, workId, materialId: material.id })
  if (isSpoken(material)) {
    return (
      <figure>
        <Sound address={address} label={name} />
        <figcaption className="text-sm text-soft">{name}</figcaption>
      </figure>
    )
  }
  return (
    <>
      <button type="button" onClick={() => setOpen(true)} className={LOOK}>
        <Paperclip size={15} aria-hidden="true" className="shrink-0" />
        {name}
      </button>
      {open && <Preview file={{ name, type: type ?? '', address }} onClose={() => setOpen(false)} />}
    </>
  )
}
