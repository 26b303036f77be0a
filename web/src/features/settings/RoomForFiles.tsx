import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { reads } from '../../app/queries.js'
import { useIds, useNow } from '../../app/session.js'
import { Problem, Waiting } from '../../parts/Feedback.js'
import { Progress } from '../../parts/Progress.js'
import { Row, Section } from '../../parts/Sheet.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { mebibytes } from '../../words/sizes.js'

/** So many pupils are listed, those with the most. */
const LISTED = 8

/** How much room the files of the pupils take, of how much, and whose they are. */
export function RoomForFiles() {
  const { classId } = useIds()
  const time = useNow()
  const { data, error, refetch } = useQuery(reads.fileSpace(classId))
  if (error) return <Problem words={problemWords(error, time)} again={() => void refetch()} />
  if (!data) return <Waiting />
  const used = data.pupils.reduce((sum, pupil) => sum + pupil.used, 0)
  const listed = data.pupils.filter(pupil => pupil.used > 0).slice(0, LISTED)
  const said = { used: mebibytes(used), most: mebibytes(data.most) }
  return (
    <Section title={say('settings_room')}>
      <Row>
        <p className="mb-2 max-w-prose text-soft">
          {say('settings_room_lead', { most: mebibytes(data.mostOfPupil) })}
        </p>
        <p className="flex max-w-md items-center gap-3 tabular-nums">
          <Progress value={used} max={data.most} label={say('settings_room')} className="flex-1" />
          {say('settings_room_used', said)}
        </p>
        {listed.length > 0 && (
          <table className="mt-3 w-full max-w-md text-[0.9375rem]">
            <tbody>
              {listed.map(pupil => (
                <tr key={pupil.placeId} className="border-b border-rule">
                  <th scope="row" className="py-1 text-start font-normal">
                    <Link
                      to={`/c/${classId}/own-work/${pupil.placeId}`}
                      className="text-blue underline underline-offset-2"
                    >
                      {pupil.name}
                    </Link>
                  </th>
                  <td className="py-1 text-end tabular-nums">
                    {say('settings_room_files', { count: pupil.files })}
                  </td>
                  <td className="w-24 py-1 text-end tabular-nums">{mebibytes(pupil.used)} MB</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </Row>
    </Section>
  )
}
