import { routes } from '@oppen/contract'
import { call } from '../../app/api.js'
import { type SubmissionParams, submissionNumbers } from '../../app/queries.js'
import { useArrival } from '../../app/useArrival.js'
import { say } from '../../words/say.js'
import { BesideTalk } from './BesideTalk.js'

type Props = {
  readonly params: SubmissionParams
  readonly who: string
  /** For teachers: whom it is with. */
  readonly name?: string
}

/** The private conversation of one pupil and the teachers on one work. */
export function SideNote({ params, who, name }: Props) {
  const { place } = useArrival<HTMLElement>('note')
  return (
    <section ref={place}>
      <BesideTalk
        beside={params}
        title={say('work_note')}
        who={who}
        label={name ? say('work_note_field_teacher', { name }) : say('work_note_field')}
        write={body => call(routes.writeNote, params, body)}
        reports={false}
        counted={submissionNumbers(params)}
      />
    </section>
  )
}
