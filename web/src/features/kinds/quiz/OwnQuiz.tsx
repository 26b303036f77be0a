import { useSuspenseQuery } from '@tanstack/react-query'
import { OwnSheet } from '../../work/OwnSheet.js'
import type { OwnProps } from '../ownProps.js'
import { Attempt } from './Attempt.js'
import { Between } from './Between.js'
import { readQuiz } from './reads.js'

/** A quiz as its pupil has it: what it asks, the attempt that is open, or how the last one went. */
export default function OwnQuiz({ params, page }: OwnProps) {
  const { data } = useSuspenseQuery(readQuiz(params))
  const newest = data.attempts.at(-1)
  const open = newest && newest.handedInAt === null
  return (
    <OwnSheet params={params} page={page}>
      {open ? (
        <Attempt key={newest.number} params={params} page={page} quiz={data} attempt={newest} />
      ) : (
        <Between params={params} page={page} quiz={data} />
      )}
    </OwnSheet>
  )
}
