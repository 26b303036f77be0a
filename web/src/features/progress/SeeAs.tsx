import { routes } from '@oppen/contract'
import type { ClassId, PlaceId } from '@oppen/core/ids'
import { type SeenAs, seenAsText } from '@oppen/core/permissions'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { seeAs } from '../../app/seeAs.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { say } from '../../words/say.js'

const look = (asked: SeenAs) => seeAs(asked, seenAsText(asked))

type Props = { readonly classId: ClassId; readonly placeId: PlaceId; readonly name: string }

/** Looking at the class as one pupil or the family does. */
export const SeeAs = ({ classId, placeId, name }: Props) => (
  <>
    <Button onClick={() => look({ as: 'pupil', classId, placeId })}>{say('see_as_pupil', { name })}</Button>
    <Button onClick={() => look({ as: 'family', classId, placeId })}>{say('see_as_family')}</Button>
  </>
)

/** Trying things out as the stand-in pupil of the class. */
export function StandIn({ classId }: { readonly classId: ClassId }) {
  const begin = useCommand({
    do: () => call(routes.standIn, { classId }, { groupId: null, name: say('see_as_standIn_name') }),
    done: ({ placeId }) => look({ as: 'standIn', classId, placeId }),
  })
  return (
    <>
      <Button onClick={() => begin.go()} disabled={begin.busy}>
        {say('see_as_standIn')}
      </Button>
      {begin.words && <Problem words={begin.words} />}
    </>
  )
}
