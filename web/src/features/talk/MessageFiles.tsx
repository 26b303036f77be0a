import { addressOf, kindOfFile, routes, type TalkFile } from '@oppen/contract'
import type { SpaceId } from '@oppen/core/ids'
import { Paperclip } from 'lucide-react'
import { Suspense, useState } from 'react'
import { part } from '../../app/part.js'
import { Sound } from '../../parts/Sound.js'
import { say } from '../../words/say.js'
import { mebibytes } from '../../words/sizes.js'

const Preview = part(
  () => import('../files/Preview.js').then(({ Preview: default_ }) => ({ default: default_ })),
  ['doing'],
)

type Props = { readonly spaceId: SpaceId; readonly files: readonly TalkFile[]; readonly by: string }

/** What stands with a message: pictures to look at larger, recordings to listen to, other files to open. */
export function MessageFiles({ spaceId, files, by }: Props) {
  const [open, setOpen] = useState<TalkFile | null>(null)
  if (!files.length) return null
  const addressFor = ({ id: talkFileId }: TalkFile) => addressOf(routes.seeTalkFile, { spaceId, talkFileId })
  return (
    <div className="mt-1.5 flex flex-wrap items-end gap-2.5">
      {files.map(file => {
        const address = addressFor(file)
        const kind = kindOfFile(file.type)
        if (kind === 'audio')
          return (
            <Sound
              key={file.id}
              address={address}
              label={say('attached_voice', { name: by })}
              className="h-10 w-72 max-w-full"
            />
          )
        return (
          <button
            key={file.id}
            type="button"
            onClick={() => setOpen(file)}
            className="flex min-h-11 min-w-11 max-w-full items-center rounded-[var(--radius-card)] hover:opacity-90"
          >
            {kind === 'picture' ? (
              <img
                src={address}
                alt={say('attached_picture', { name: by })}
                loading="lazy"
                className="max-h-60 max-w-full rounded-[var(--radius-card)] border border-rule"
              />
            ) : (
              <span className="flex min-h-8 items-center gap-1.5 text-[0.9375rem] text-blue underline underline-offset-2">
                <Paperclip size={15} aria-hidden="true" className="shrink-0" />
                <span className="min-w-0 break-words">{file.name}</span>
                <span className="text-sm text-soft">
                  {say('attached_size', { size: mebibytes(file.size) })}
                </span>
              </span>
            )}
          </button>
        )
      })}
      {open && (
        <Suspense fallback={null}>
          <Preview file={{ ...open, address: addressFor(open) }} onClose={() => setOpen(null)} />
        </Suspense>
      )}
    </div>
  )
}
