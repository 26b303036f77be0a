import type { KeptPage } from '@oppen/contract'
import { kindOfFile } from '@oppen/contract'
import { FileText } from 'lucide-react'
import { Suspense, useState } from 'react'
import { part } from '../../app/part.js'
import { Waiting } from '../../parts/Feedback.js'
import { Sound } from '../../parts/Sound.js'
import { Written } from '../../parts/Written.js'
import { say } from '../../words/say.js'
import { Preview, type Shown } from '../files/Preview.js'

const PdfPages = part(() =>
  import('../files/PdfPages.js').then(({ PdfPages: default_ }) => ({ default: default_ })),
)

type Props = {
  readonly page: Pick<KeptPage, 'html' | 'files' | 'worksheet'>
  /** Where its files are, and its worksheet as a PDF. */
  readonly addressOfFile: (fileId: KeptPage['files'][number]['id']) => string
  readonly worksheetAddress: string
}

/** What somebody made and handed in, to look at: text, worksheet, pictures, recordings, other files. */
export function Made({ page, addressOfFile, worksheetAddress }: Props) {
  const { html, worksheet } = page
  const beside = page.files
    .filter(file => !html.includes(`/files/${file.id}"`))
    .map(file => ({ ...file, address: addressOfFile(file.id) }))
  const pictures = beside.filter(file => kindOfFile(file.type) === 'picture')
  const others = beside.filter(file => !pictures.includes(file))
  if (!html && !worksheet && !beside.length) return <p className="text-soft">{say('portfolio_nothing')}</p>
  return (
    <div className="flex flex-col gap-4">
      {html && <Written html={html} className="text-[1.0625rem]" />}
      {worksheet && (
        <section aria-label={say('portfolio_worksheet')}>
          <Suspense fallback={<Waiting />}>
            <PdfPages address={worksheetAddress} />
          </Suspense>
        </section>
      )}
      {pictures.map(file => (
        <figure key={file.id}>
          <img src={file.address} alt={file.name} className="max-h-[70vh] rounded border border-rule" />
          <figcaption className="mt-1 text-sm text-soft">{file.name}</figcaption>
        </figure>
      ))}
      {others.length > 0 && (
        <ul aria-label={say('portfolio_files')} className="flex flex-col gap-3">
          {others.map(file => (
            <li key={file.id}>
              <OtherFile file={file} />
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}

function OtherFile({ file }: { readonly file: Shown }) {
  const [open, setOpen] = useState(false)
  const kind = kindOfFile(file.type)
  if (kind === 'audio')
    return (
      <div className="max-w-md">
        <Sound address={file.address} label={file.name} />
        <span className="text-sm text-soft">{file.name}</span>
      </div>
    )
  if (kind === 'video')
    // biome-ignore lint/a11y/useMediaCaption: a pupil's recording has none
    return <video controls src={file.address} aria-label={file.name} className="max-h-[60vh] bg-black" />
  return (
    <>
      <button
        type="button"
        onClick={() => setOpen(true)}
        className="inline-flex min-h-9 items-center gap-2 text-blue underline underline-offset-2"
      >
        <FileText size={18} aria-hidden="true" />
        {file.name}
      </button>
      {open && <Preview file={file} onClose={() => setOpen(false)} />}
    </>
  )
}
