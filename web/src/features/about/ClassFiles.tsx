import type { ClassFile } from '@oppen/contract'
import { addressOf, FILE_CHOICE, routes } from '@oppen/contract'
import type { ClassId } from '@oppen/core/ids'
import { useQueryClient } from '@tanstack/react-query'
import { Paperclip } from 'lucide-react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { useNow } from '../../app/session.js'
import { formWith } from '../../app/upload.js'
import { Button } from '../../parts/Button.js'
import { ChooseFile } from '../../parts/ChooseFile.js'
import { Problem } from '../../parts/Feedback.js'
import { Row, Section } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'

type Props = { readonly classId: ClassId; readonly files: readonly ClassFile[]; readonly writes: boolean }

/** The files of a class. */
export function ClassFiles({ classId, files, writes }: Props) {
  const add = useCommand({
    do: (file: File) => call(routes.addClassFile, { classId }, formWith(file)),
    again: [reads.about(classId).queryKey],
  })
  if (!files.length && !writes) return null
  return (
    <Section title={say('files_title')}>
      {!files.length && (
        <Row>
          <p className="text-soft">{say('files_none')}</p>
        </Row>
      )}
      <ul>
        {files.map(file => (
          <FileLine key={file.id} classId={classId} file={file} writes={writes} />
        ))}
      </ul>
      {writes && (
        <Row className="pt-2">
          <ChooseFile accept={FILE_CHOICE} onFile={file => add.go(file)} disabled={add.busy}>
            {say('files_add')}
          </ChooseFile>
          {add.words && <Problem words={add.words} />}
        </Row>
      )}
    </Section>
  )
}

type LineProps = { readonly classId: ClassId; readonly file: ClassFile; readonly writes: boolean }

function FileLine({ classId, file, writes }: LineProps) {
  const time = useNow()
  const client = useQueryClient()
  const { queryKey } = reads.about(classId)
  const params = { classId, classFileId: file.id }
  const remove = useCommand({
    do: () => call(routes.removeClassFile, params),
    again: [queryKey],
    done: () =>
      showToast(say('files_removed', { name: file.name }), () => {
        void call(routes.restoreClassFile, params).then(() => client.invalidateQueries({ queryKey }))
      }),
  })
  return (
    <Row as="li" margin={when(file.at, time)} className="py-0.5">
      <span className="flex flex-wrap items-center gap-x-3">
        <a
          href={addressOf(routes.seeClassFile, params)}
          className="inline-flex min-h-6 items-center gap-1.5 text-blue underline underline-offset-2"
        >
          <Paperclip size={14} aria-hidden="true" />
          {file.name}
        </a>
        <span className="text-sm text-soft">{file.by}</span>
        {writes && (
          <Button
            variant="quiet"
            className="!min-h-0 !py-0.5 text-sm"
            aria-label={say('files_off', { name: file.name })}
            onClick={() => remove.go()}
            disabled={remove.busy}
          >
            {say('about_remove')}
          </Button>
        )}
      </span>
      {remove.words && <Problem words={remove.words} />}
    </Row>
  )
}
