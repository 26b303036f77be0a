import type { PieceFile, PiecePage } from '@oppen/contract'
import { addressOf, FILE_CHOICE, FILE_LIMITS, routes } from '@oppen/contract'
import type { PlaceId, WorkId } from '@oppen/core/ids'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { FileText, ImagePlus, X } from 'lucide-react'
import { type ChangeEvent, useId, useState } from 'react'
import { call, Refusal } from '../../app/api.js'
import { type PieceParams, reads } from '../../app/queries.js'
import { useIds, useNow } from '../../app/session.js'
import { buttonLook } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { tell } from '../../parts/tell.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'

/** Looks at a chosen file before it is sent for nothing. */
function precheck(file: File): void {
  if (file.size === 0) throw new Refusal(422, { code: 'file_empty', params: { name: file.name } })
  if (file.size > FILE_LIMITS.size) {
    throw new Refusal(413, {
      code: 'file_large',
      params: { name: file.name, most: FILE_LIMITS.size / 1024 / 1024 },
    })
  }
}

/** Photos and files on the piece: add, look at, take off and put back. */
export function Files({
  params,
  files,
}: {
  readonly params: PieceParams
  readonly files: readonly PieceFile[]
}) {
  const id = useId()
  const time = useNow()
  const client = useQueryClient()
  const [problem, setProblem] = useState<unknown>()
  const again = () => client.invalidateQueries({ queryKey: reads.piece(params).queryKey })
  const add = useMutation({
    mutationFn: (file: File) => {
      precheck(file)
      const form = new FormData()
      form.append('file', file)
      return call(routes.addFile, params, form as never)
    },
    onSuccess: again,
  })
  const restore = (file: PieceFile) =>
    void call(routes.restoreFile, { ...params, fileId: file.id }).then(again, setProblem)
  const remove = (file: PieceFile) =>
    void call(routes.removeFile, { ...params, fileId: file.id }).then(async () => {
      await again()
      tell(say('work_removed', { name: file.name }), () => restore(file))
    }, setProblem)
  const choose = async (event: ChangeEvent<HTMLInputElement>) => {
    const input = event.currentTarget
    setProblem(undefined)
    for (const file of [...(input.files ?? [])]) {
      await add.mutateAsync(file).catch(setProblem)
    }
    input.value = ''
  }
  return (
    <section>
      <h2 className="mb-2 text-lg">{say('work_files')}</h2>
      {problem !== undefined && <Problem words={problemWords(problem, time)} />}
      <ul className="my-2 flex flex-wrap gap-3">
        {files.map(file => (
          <li key={file.id} className="relative">
            <Thumb file={file} params={params} />
            <button
              type="button"
              onClick={() => remove(file)}
              aria-label={say('work_remove_file', { name: file.name })}
              className="absolute top-1 right-1 rounded-full border border-rule bg-sheet p-1 hover:bg-pale"
            >
              <X size={14} aria-hidden="true" />
            </button>
          </li>
        ))}
      </ul>
      <label
        htmlFor={id}
        className={`${buttonLook()} cursor-pointer focus-within:outline-3 focus-within:outline-ochre`}
      >
        <ImagePlus size={17} aria-hidden="true" />
        {say('work_add_file')}
        <input
          id={id}
          type="file"
          multiple
          accept={FILE_CHOICE}
          onChange={event => void choose(event)}
          className="sr-only"
        />
      </label>
      {add.isPending && (
        <p role="status" className="mt-2 text-sm text-soft">
          {say('work_uploading', { name: add.variables.name })}
        </p>
      )}
    </section>
  )
}

function Thumb({ file, params }: { readonly file: PieceFile; readonly params: PieceParams }) {
  const address = addressOf(routes.seeFile, { ...params, fileId: file.id })
  return (
    <a
      href={address}
      target="_blank"
      rel="noreferrer"
      className="block w-36 rounded-[var(--radius-card)] border border-rule p-1.5 hover:border-blue"
    >
      {file.type.startsWith('image/') ? (
        <img src={address} alt="" className="h-28 w-full rounded object-cover" loading="lazy" />
      ) : (
        <span className="flex h-28 items-center justify-center text-soft">
          <FileText size={40} aria-hidden="true" />
        </span>
      )}
      <span className="mt-1 block truncate text-sm">{file.name}</span>
    </a>
  )
}

type ListProps = {
  readonly files: readonly PieceFile[]
  readonly page: Pick<PiecePage, 'work' | 'pupil'>
  /** The page they go along with: pictures that stand in it are not shown again. */
  readonly html?: string
}

/** Of some files those that do not stand in a page as its pictures. */
export const notIn = (html: string | undefined, files: readonly PieceFile[]): PieceFile[] =>
  files.filter(file => !html?.includes(`/files/${file.id}"`))

/** Files of a hand-in, to look at. */
export function FileList({ files: all, page, html }: ListProps) {
  const files = notIn(html, all)
  const { classId } = useIds()
  const params = { classId, workId: page.work.id as WorkId, placeId: page.pupil.placeId as PlaceId }
  if (!files.length) return null
  return (
    <ul className="mt-4 flex flex-wrap gap-3">
      {files.map(file => (
        <li key={file.id}>
          <Thumb file={file} params={params} />
        </li>
      ))}
    </ul>
  )
}
