import type { Sheet, SubmissionFile, SubmissionPage } from '@oppen/contract'
import { addressOf, kindOfFile, routes } from '@oppen/contract'
import type { Spot } from '@oppen/core/ink'
import { type Annotation, filePage, sheetPage, textPage } from '@oppen/core/marking'
import { type ReactNode, type Ref, Suspense, useMemo } from 'react'
import { part } from '../../app/part.js'
import type { SubmissionParams } from '../../app/queries.js'
import { Waiting } from '../../parts/Feedback.js'
import { Written } from '../../parts/Written.js'
import { FileList, notIn } from '../work/Files.js'
import { LazyShown } from '../worksheets/LazyWorksheet.js'
import { Annotated } from './Annotated.js'
import type { AnnotationEdit } from './annotationAutosave.js'
import type { DeskPen } from './deskPen.js'
import { FixedWidth } from './FixedWidth.js'
import { byPage, NO_ITEMS, numbersOf } from './notes.js'

const PdfPages = part(() =>
  import('../files/PdfPages.js').then(({ PdfPages: default_ }) => ({ default: default_ })),
)

type Work = {
  /** The number of the hand-in. */
  readonly number: number
  readonly html: string
  readonly files: readonly SubmissionFile[]
  /** The worksheet as it is, or as it was at a version; null where there is none. */
  readonly worksheet: { readonly version?: number } | null
}

type Props = {
  readonly params: SubmissionParams
  readonly page: Pick<SubmissionPage, 'work' | 'pupil'>
  readonly work: Work
  readonly items: ReadonlyMap<string, Annotation>
  readonly pen?: DeskPen | null
  readonly text?: Ref<HTMLDivElement>
  readonly onEdit?: (edit: AnnotationEdit) => void
  readonly onNote?: (spot: Spot & { readonly page: string }) => void
  readonly onNumber?: (id: string) => void
  /** What is shown where nothing was made. */
  readonly empty?: ReactNode
}

/** What a pupil made, with what a teacher put over it: pages of a worksheet, what was written, pictures; other files beside it. */
export function AnnotatedWork({ params, page, work, items, text, empty, ...over }: Props) {
  const pages = useMemo(() => byPage(items.values()), [items])
  const numbers = useMemo(() => numbersOf(items.values()), [items])
  const on = (name: string) => ({ page: name, items: pages.get(name) ?? NO_ITEMS, numbers, ...over })
  const { number, html, files, worksheet } = work
  const beside = notIn(html, files)
  const pictures = beside.filter(file => kindOfFile(file.type) === 'picture')
  const pdfs = beside.filter(file => kindOfFile(file.type) === 'pdf')
  const others = beside.filter(file => !pictures.includes(file) && !pdfs.includes(file))
  // what stands at a place of the page needs the page to stand still
  const placed = (pages.get(textPage(number)) ?? NO_ITEMS).some(item => item.kind !== 'passage')
  if (!worksheet && !html && !beside.length) return empty
  return (
    <>
      {worksheet && (
        <Suspense fallback={<Waiting />}>
          <LazyShown
            params={params}
            version={worksheet.version}
            around={(sheet: Sheet, view: ReactNode) => (
              <Annotated {...on(sheetPage(sheet.id, number))}>{view}</Annotated>
            )}
          />
        </Suspense>
      )}
      {html && (
        <FixedWidth on={placed || !!over.pen}>
          <Annotated {...on(textPage(number))}>
            <div ref={text}>
              <Written html={html} className="text-[1rem]" />
            </div>
          </Annotated>
        </FixedWidth>
      )}
      {pictures.map(file => (
        <figure key={file.id} className="mt-4">
          <Annotated {...on(filePage(file.id))}>
            <img
              src={addressOf(routes.seeFile, { ...params, fileId: file.id })}
              alt={file.name}
              draggable={false}
              className="w-full rounded border border-rule"
            />
          </Annotated>
          <figcaption className="mt-1 text-sm text-soft">{file.name}</figcaption>
        </figure>
      ))}
      {pdfs.map(file => (
        <section key={file.id} aria-label={file.name} className="mt-4">
          <Suspense fallback={<Waiting />}>
            <PdfPages
              address={addressOf(routes.seeFile, { ...params, fileId: file.id })}
              around={(page, view) => <Annotated {...on(filePage(file.id, page))}>{view}</Annotated>}
            />
          </Suspense>
          <p className="mt-1 text-sm text-soft">
            <a
              href={addressOf(routes.seeFile, { ...params, fileId: file.id })}
              download={file.name}
              className="text-blue underline underline-offset-2"
            >
              {file.name}
            </a>
          </p>
        </section>
      ))}
      <FileList files={others} page={page} html={html} />
    </>
  )
}
