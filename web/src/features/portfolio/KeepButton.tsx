import { Bookmark } from 'lucide-react'
import { useState } from 'react'
import { Link } from 'react-router'
import type { KeptParams } from '../../app/queries.js'
import { Button } from '../../parts/Button.js'
import { say } from '../../words/say.js'
import { KeepWindow } from './KeepWindow.js'

type Props = {
  readonly params: KeptParams
  /** Whether this hand-in is kept by somebody already. */
  readonly kept: boolean
}

/** Keeps what was handed in; where it is kept already, leads to it. */
export default function KeepButton({ params, kept }: Props) {
  const [open, setOpen] = useState(false)
  const { classId, placeId, workId, number } = params
  if (kept)
    return (
      <Link
        to={`/c/${classId}/portfolio/${placeId}/${workId}/${number}`}
        className="inline-flex min-h-9 items-center gap-1.5 text-[0.9375rem] font-semibold text-blue underline underline-offset-2"
      >
        <Bookmark size={17} aria-hidden="true" fill="currentColor" />
        {say('portfolio_kept')}
      </Link>
    )
  return (
    <>
      <Button variant="quiet" onClick={() => setOpen(true)}>
        <Bookmark size={17} aria-hidden="true" />
        {say('portfolio_keep')}
      </Button>
      {open && <KeepWindow params={params} onClose={() => setOpen(false)} />}
    </>
  )
}
