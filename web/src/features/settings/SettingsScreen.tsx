import type { ClassRules, ClassSettings } from '@oppen/contract'
import { useSuspenseQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { useIds } from '../../app/session.js'
import { buttonClasses } from '../../parts/Button.js'
import { Head, Row, Section, Sheet } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { Invitations } from '../register/Invitations.js'
import { CarryOver } from './CarryOver.js'
import { Ending } from './Ending.js'
import { Groups } from './Groups.js'
import { RoomForFiles } from './RoomForFiles.js'
import { SettingsForm } from './SettingsForm.js'
import { SharedTablets } from './SharedTablets.js'
import { Team } from './Team.js'

export const prepare = ({ client, params: { classId } }: Prepared) =>
  Promise.all([
    client.prefetchQuery(reads.settings(classId)),
    client.prefetchQuery(reads.classRules(classId)),
  ])

/** What a class is like: each switch says what changes for whom. */
export function Screen() {
  const { classId } = useIds()
  const { data } = useSuspenseQuery(reads.settings(classId))
  const { data: rules } = useSuspenseQuery(reads.classRules(classId))
  return <Settings data={data} rules={rules} />
}

type Props = { readonly data: ClassSettings; readonly rules: ClassRules }

function Settings({ data, rules }: Props) {
  return (
    <Sheet title={`${say('settings_title')}, ${data.name}`}>
      <Head title={say('settings_title')} sub={data.name} />
      <SettingsForm key={data.classId} data={data} rules={rules} />
      <Section title={say('settings_timetable')}>
        <Row>
          <p className="mb-2 max-w-prose text-soft">{say('settings_timetable_lead')}</p>
          <Link to={`/c/${data.classId}/timetable`} className={buttonClasses()}>
            {say('settings_timetable_go')}
          </Link>
        </Row>
      </Section>
      <Groups data={data} />
      <Team data={data} />
      <Invitations invitations={data.invitations.filter(one => one.kind === 'coTeacher')} />
      {data.shared && <SharedTablets data={data} />}
      <RoomForFiles />
      <CarryOver data={data} />
      <Ending data={data} />
    </Sheet>
  )
}
