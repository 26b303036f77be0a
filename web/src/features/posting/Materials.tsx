import type { Material } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { Mic, Paperclip } from 'lucide-react'
import { type ReactNode, useRef, useState } from 'react'
import { call } from '../../app/api.js'
import { useIds, useNow } from '../../app/session.js'
import { formWith } from '../../app/upload.js'
import { Button } from '../../parts/Button.js'
import { FieldProblem } from '../../parts/Feedback.js'
import { Off } from '../../parts/inputs.js'
import { LinkLine } from '../../parts/LinkLine.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { Recorder } from '../files/Recorder.js'
import type { WorkFormState } from './useWorkForm.js'

type Props = {
  readonly state: WorkFormState
  readonly files: readonly Material[]
  readonly onFiles: (files: readonly Material[]) => void
  readonly problemAt: (path: string) => string | undefined
}

/** What comes with the directions: files, and links to elsewhere. */
export function Materials({ state, files, onFiles, problemAt }: Props) {
  const { form, put } = state
  return (
    <fieldset>
      <legend className="mb-1 text-[0.9375rem] font-semibold">{say('post_materials')}</legend>
      <ul className="flex flex-col gap-1.5">
        {form.links.map((link, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a link has no name but its line
          <li key={index}>
            <LinkLine
              link={link}
              onChange={next => put({ links: form.links.map((one, at) => (at === index ? next : one)) })}
              onOff={() => put({ links: form.links.filter((_, at) => at !== index) })}
            />
            {problemAt(`links.${index}`) && <FieldProblem words={problemAt(`links.${index}`)} />}
          </li>
        ))}
      </ul>
      <FileLines
        state={state}
        files={files}
        onFiles={onFiles}
        beside={
          <Button onClick={() => put({ links: [...form.links, { title: '', url: '' }] })}>
            {say('post_link_add')}
          </Button>
        }
      />
    </fieldset>
  )
}

type FileLinesProps = Omit<Props, 'problemAt'> & {
  /** What stands in one row with the ways to add a file. */
  readonly beside: ReactNode
}

function FileLines({ state, files, onFiles, beside }: FileLinesProps) {
  const { classId } = useIds()
  const time = useNow()
  const input = useRef<HTMLInputElement>(null)
  const [problem, setProblem] = useState<unknown>()
  const [speaking, setSpeaking] = useState(false)
  const add = async (chosen: readonly File[]) => {
    setProblem(undefined)
    try {
      let now = files
      for (const file of chosen) {
        const workId = await state.idOf()
        if (!workId) return
        now = [...now, await call(routes.addMaterial, { classId, workId }, formWith(file))]
        onFiles(now)
      }
    } catch (error) {
      setProblem(error)
    }
  }
  const off = async (file: Material) => {
    const workId = await state.idOf()
    if (!workId) return
    await call(routes.removeMaterial, { classId, workId, materialId: file.id })
    onFiles(files.filter(one => one.id !== file.id))
  }
  return (
    <>
      <ul className="mt-1.5 flex flex-col gap-1.5">
        {files.map(file => (
          <li key={file.id} className="flex items-center gap-1.5 text-[0.9375rem]">
            <Paperclip size={15} aria-hidden="true" className="shrink-0 text-soft" />
            <span className="min-w-0 flex-1 truncate">{file.title}</span>
            <Off label={say('take_off', { name: file.title })} onClick={() => void off(file)} />
          </li>
        ))}
      </ul>
      <input
        ref={input}
        type="file"
        multiple
        className="sr-only"
        aria-label={say('post_file_add')}
        tabIndex={-1}
        onChange={event => {
          const chosen = [...(event.target.files ?? [])]
          event.target.value = ''
          void add(chosen)
        }}
      />
      {speaking ? (
        <div className="mt-1.5 rounded-[var(--radius-card)] border border-edge p-4">
          <h3 className="mb-2 text-base">{say('post_speak')}</h3>
          <Recorder
            kind="voice"
            name={say('post_spoken')}
            onKeep={file => {
              setSpeaking(false)
              void add([file])
            }}
            onClose={() => setSpeaking(false)}
          />
        </div>
      ) : (
        <div className="mt-1.5 flex flex-wrap items-stretch gap-2">
          <Button onClick={() => input.current?.click()}>{say('post_file_add')}</Button>
          <Button onClick={() => setSpeaking(true)}>
            <Mic size={17} aria-hidden="true" />
            {say('post_speak')}
          </Button>
          {beside}
        </div>
      )}
      {problem !== undefined && (
        <p role="alert" className="mt-1 text-[0.9375rem] font-medium text-rust">
          {problemWords(problem, time)}
        </p>
      )}
    </>
  )
}
