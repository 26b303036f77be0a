import { useSuspenseQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import type { Prepared } from '../../../app/prepared.js'
import { reads } from '../../../app/queries.js'
import { useIds, useTie } from '../../../app/session.js'
import { buttonClasses } from '../../../parts/Button.js'
import { Head, Row, Sheet } from '../../../parts/Sheet.js'
import { listWords } from '../../../words/numbers.js'
import { say } from '../../../words/say.js'
import { AnswerList } from './AnswerList.js'

export const prepare = ({ client, params }: Prepared) =>
  client.prefetchQuery(reads.answers(params.classId, params.workId))

/** All answers to an open question, for its teachers: who said what, who has not yet. */
export function Screen() {
  const { classId, workId } = useIds()
  const { data } = useSuspenseQuery(reads.answers(classId, workId))
  const archived = useTie()?.archived ?? false
  return (
    <Sheet title={data.work.title}>
      <Head
        title={data.work.title}
        sub={data.className}
        aside={
          <Link to={`/c/${classId}/work/${workId}/marking`} className={buttonClasses()}>
            {say('answers_mark')}
          </Link>
        }
      />
      <AnswerList page={data} writes={!archived} />
      {data.notYet.length > 0 && (
        <Row margin={say('answers_not_yet')} className="pt-4">
          <p className="text-soft">{listWords(data.notYet)}</p>
        </Row>
      )}
    </Sheet>
  )
}
