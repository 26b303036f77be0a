import type { CirclePage } from '@oppen/contract'
import { addressOf, FILE_CHOICE, routes } from '@oppen/contract'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { formWith } from '../../app/upload.js'
import { Button } from '../../parts/Button.js'
import { ChooseFile } from '../../parts/ChooseFile.js'
import { Problem } from '../../parts/Feedback.js'
import { Row, Section } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'

/** The files of a circle. */
export function CircleFiles({ circle }: { readonly circle: CirclePage }) {
  const again = [reads.circle(circle.id).queryKey]
  const add = useCommand({
    do: (file: File) => call(routes.addCircleFile, { circleId: circle.id }, formWith(file)),
    again,
  })
  return (
    <Section title={say('circle_files')}>
      <Row>
        {!circle.files.length && <p className="mb-2 text-soft">{say('circle_files_none')}</p>}
        <ul className="mb-2">
          {circle.files.map(file => (
            <FileLine key={file.id} file={file} circle={circle} />
          ))}
        </ul>
        <ChooseFile accept={FILE_CHOICE} onFile={file => add.go(file)}>
          {say('circle_file_add')}
        </ChooseFile>
        {add.words && <Problem words={add.words} />}
      </Row>
    </Section>
  )
}

type LineProps = { readonly file: CirclePage['files'][number]; readonly circle: CirclePage }

function FileLine({ file, circle }: LineProps) {
  const params = { circleId: circle.id, circleFileId: file.id }
  const keeps = circle.members.some(member => member.mine && member.role === 'administrator')
  const remove = useCommand({
    do: () => call(routes.removeCircleFile, params),
    again: [reads.circle(circle.id).queryKey],
  })
  return (
    <li className="flex flex-wrap items-baseline gap-3 py-0.5">
      <a href={addressOf(routes.seeCircleFile, params)} className="text-blue underline underline-offset-2">
        {file.name}
      </a>
      <span className="text-sm text-soft">{file.by}</span>
      {(file.mine || keeps) && (
        <Button
          variant="quiet"
          className="!min-h-0 !py-0 text-sm"
          aria-label={say('circle_file_remove', { name: file.name })}
          onClick={() => remove.go()}
          disabled={remove.busy}
        >
          {say('circle_remove_short')}
        </Button>
      )}
      {remove.words && <Problem words={remove.words} />}
    </li>
  )
}
