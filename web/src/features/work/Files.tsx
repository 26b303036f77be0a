import type { SubmissionFile, SubmissionPage } from '@oppen/contract'
import { addressOf, FILE_CHOICE, FILE_LIMITS, kindOfFile, routes } from '@oppen/contract'
import { useQueryClient } from '@tanstack/react-query'
import { Camera as CameraIcon, FileText, ImagePlus, Mic, RotateCw, Video, X } from 'lucide-react'
import { type ChangeEvent, useId, useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads, type SubmissionParams } from '../../app/queries.js'
import { useIds, useNow } from '../../app/session.js'
import { Button, buttonClasses } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Progress } from '../../parts/Progress.js'
import { Sound } from '../../parts/Sound.js'
import { showToast } from '../../parts/toast.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { mebibytes } from '../../words/sizes.js'
import { Camera } from '../files/Camera.js'
import type { KeptRecording } from '../files/keptFiles.js'
import { Preview } from '../files/Preview.js'
import { Recorder } from '../files/Recorder.js'
import type { OnItsWay, Uploads } from '../files/useUploads.js'

export type Making = 'voice' | 'video' | 'photo'

type Props = {
  readonly params: SubmissionParams
  readonly files: readonly SubmissionFile[]
  readonly room: number
  readonly uploads: Uploads
  /** What is being recorded or photographed now. */
  readonly making: Making | null
  readonly onMaking: (making: Making | null) => void
}

const MAKE = [
  { is: 'photo', icon: CameraIcon },
  { is: 'voice', icon: Mic },
  { is: 'video', icon: Video },
] as const

/** Photos, recordings and files on the submission: add, make, look at, take off and put back. */
export function Files({ params, files, room, uploads, making, onMaking }: Props) {
  const id = useId()
  const client = useQueryClient()
  const again = () => client.invalidateQueries({ queryKey: reads.submission(params).queryKey })
  const removing = useCommand<SubmissionFile>({
    do: file => call(routes.removeFile, { ...params, fileId: file.id }),
    done: (_, file) => {
      void again()
      showToast(
        say('work_removed', { name: file.name }),
        () => void call(routes.restoreFile, { ...params, fileId: file.id }).then(again),
      )
    },
  })
  const choose = (event: ChangeEvent<HTMLInputElement>) => {
    const input = event.currentTarget
    void uploads.add([...(input.files ?? [])])
    input.value = ''
  }
  const keep = (file: File, recording?: KeptRecording) => {
    void uploads.add([file], recording)
    if (making !== 'photo') onMaking(null)
  }
  return (
    <section>
      <h2 className="mb-2 text-lg">{say('work_files')}</h2>
      {removing.words && <Problem words={removing.words} />}
      <ul className="my-2 flex flex-wrap gap-3">
        {files.map(file => (
          <li key={file.id} className="relative">
            <Tile file={file} params={params} own />
            <button
              type="button"
              onClick={() => removing.go(file)}
              aria-label={say('work_remove_file', { name: file.name })}
              className="absolute top-1 end-1 rounded-full border border-rule bg-sheet p-1 hover:bg-pale"
            >
              <X size={14} aria-hidden="true" />
            </button>
          </li>
        ))}
      </ul>
      {uploads.list.map(one => (
        <Coming key={one.key} one={one} cancel={() => uploads.cancel(one.key)} />
      ))}
      {making === null ? (
        <div className="flex flex-wrap gap-2">
          <label
            htmlFor={id}
            className={`${buttonClasses()} cursor-pointer focus-within:outline-3 focus-within:outline-ochre`}
          >
            <ImagePlus size={17} aria-hidden="true" />
            {say('work_add_file')}
            <input id={id} type="file" multiple accept={FILE_CHOICE} onChange={choose} className="sr-only" />
          </label>
          {MAKE.map(({ is, icon: Icon }) => (
            <Button key={is} onClick={() => onMaking(is)}>
              <Icon size={17} aria-hidden="true" />
              {say(`make_${is}`)}
            </Button>
          ))}
        </div>
      ) : (
        <div className="rounded-[var(--radius-card)] border border-edge p-4">
          <h3 className="mb-2 text-base">{say(`make_${making}`)}</h3>
          {making === 'photo' ? (
            <Camera name={say('made_photo')} onKeep={keep} onClose={() => onMaking(null)} />
          ) : (
            <Recorder
              key={making}
              kind={making}
              name={say(`made_${making}`)}
              owner={uploads.owner}
              onKeep={keep}
              onClose={() => onMaking(null)}
            />
          )}
        </div>
      )}
      {room > 0 && (
        <p className="mt-2 text-sm text-soft tabular-nums">
          {say('files_room', { used: mebibytes(room), most: mebibytes(FILE_LIMITS.pupil) })}
        </p>
      )}
    </section>
  )
}

/** A file on its way, how much of it has come, or why it does not. */
function Coming({ one, cancel }: { readonly one: OnItsWay; readonly cancel: () => void }) {
  const time = useNow()
  if (one.problem !== undefined) {
    return (
      <div className="mb-2 flex flex-wrap items-center gap-2">
        <div className="min-w-0 flex-1">
          <Problem words={problemWords(one.problem, time)} />
        </div>
        <Button variant="quiet" onClick={cancel}>
          {say('upload_dismiss')}
        </Button>
      </div>
    )
  }
  return (
    <div className="mb-2 flex flex-wrap items-center gap-3 text-[0.9375rem]">
      <span className="min-w-0 truncate" role="status">
        {say('work_uploading', { name: one.name })}
      </span>
      {one.delay !== undefined && (
        <span className="basis-full text-rust">
          {problemWords(one.delay, time)} {say('upload_waits')}
        </span>
      )}
      <Progress
        value={one.sent}
        max={one.size}
        label={say('upload_progress', { name: one.name })}
        className="w-28"
      />
      <span className="text-sm text-soft tabular-nums">
        {say('upload_sent', { sent: mebibytes(one.sent), size: mebibytes(one.size) })}
      </span>
      <Button variant="quiet" className="!min-h-8 !py-0.5" onClick={cancel}>
        {say('cancel')}
      </Button>
    </div>
  )
}

type TileProps = {
  readonly file: SubmissionFile
  readonly params: SubmissionParams
  /** Whether it can be changed by who looks at it. */
  readonly own?: boolean
}

/** One file, small; a press shows it in place. A recording is listened to where it stands. */
function Tile({ file, params, own = false }: TileProps) {
  const [open, setOpen] = useState(false)
  const address = addressOf(routes.seeFile, { ...params, fileId: file.id })
  const kind = kindOfFile(file.type)
  const client = useQueryClient()
  const turn = useCommand({
    // it is looked at until the turned one stands in its place
    do: async () => {
      await call(routes.turnPicture, { ...params, fileId: file.id })
      await client.invalidateQueries({ queryKey: reads.submission(params).queryKey })
    },
    done: () => setOpen(false),
  })
  return (
    <>
      {kind === 'audio' ? (
        <div className="w-72 max-w-full rounded-[var(--radius-card)] border border-rule p-2 pe-7">
          <Sound address={address} label={file.name} />
          <span className="mt-1 block truncate text-sm">{file.name}</span>
        </div>
      ) : (
        <button
          type="button"
          onClick={() => setOpen(true)}
          className="block w-36 rounded-[var(--radius-card)] border border-rule p-1.5 text-start hover:border-blue"
        >
          {kind === 'picture' ? (
            <img src={address} alt="" className="h-28 w-full rounded object-cover" loading="lazy" />
          ) : (
            <span className="flex h-28 items-center justify-center text-soft">
              {kind === 'video' ? (
                <Video size={40} aria-hidden="true" />
              ) : (
                <FileText size={40} aria-hidden="true" />
              )}
            </span>
          )}
          <span className="mt-1 block truncate text-sm">{file.name}</span>
        </button>
      )}
      {open && (
        <Preview file={{ ...file, address }} onClose={() => setOpen(false)}>
          {own && kind === 'picture' && (
            <Button onClick={() => turn.go()} disabled={turn.busy}>
              <RotateCw size={17} aria-hidden="true" />
              {say('preview_turn')}
            </Button>
          )}
          {turn.words && <Problem words={turn.words} />}
        </Preview>
      )}
    </>
  )
}

type ListProps = {
  readonly files: readonly SubmissionFile[]
  readonly page: Pick<SubmissionPage, 'work' | 'pupil'>
  /** The page they go along with: pictures that stand in it are not shown again. */
  readonly html?: string
}

/** Of some files those that do not stand in a page as its pictures. */
export const notIn = (html: string | undefined, files: readonly SubmissionFile[]): SubmissionFile[] =>
  files.filter(file => !html?.includes(`/files/${file.id}"`))

/** Files of a hand-in, to look at. */
export function FileList({ files: all, page, html }: ListProps) {
  const files = notIn(html, all)
  const { classId } = useIds()
  const params = { classId, workId: page.work.id, placeId: page.pupil.placeId }
  if (!files.length) return null
  return (
    <ul className="mt-4 flex flex-wrap gap-3">
      {files.map(file => (
        <li key={file.id}>
          <Tile file={file} params={params} />
        </li>
      ))}
    </ul>
  )
}
