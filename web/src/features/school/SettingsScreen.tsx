import { useSuspenseQuery } from '@tanstack/react-query'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { say } from '../../words/say.js'
import { MailSettings } from './MailSettings.js'
import { NameAndZone } from './NameAndZone.js'
import { SchoolSheet } from './SchoolSheet.js'
import { SignInSettings } from './SignInSettings.js'

export const prepare = ({ client }: Prepared) => client.prefetchQuery(reads.school())

/** What a school is called, where its day begins, and how it reaches out of the house. */
export function Screen() {
  const { data } = useSuspenseQuery(reads.school())
  return (
    <SchoolSheet title={say('school_settings')} sub={data.name}>
      <NameAndZone page={data} />
      <MailSettings page={data} />
      <SignInSettings page={data} />
    </SchoolSheet>
  )
}
