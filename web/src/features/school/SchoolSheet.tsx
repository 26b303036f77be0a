import '../../words/en/school.js'
import type { ReactNode } from 'react'
import { NavLink } from 'react-router'
import { useMe } from '../../app/session.js'
import { Head, Row, Sheet } from '../../parts/Sheet.js'
import { say, type WordKey } from '../../words/say.js'

/** The parts of a school that its owner looks after. */
export const SCHOOL_PARTS = [
  { to: '/school', key: 'school_overview' },
  { to: '/school/teachers', key: 'school_teachers' },
  { to: '/school/people', key: 'school_people' },
  { to: '/school/settings', key: 'school_settings' },
  { to: '/school/storage', key: 'school_storage' },
  { to: '/school/record', key: 'school_record' },
] as const satisfies readonly { to: string; key: WordKey }[]

type Props = {
  readonly title: string
  readonly sub?: ReactNode
  readonly aside?: ReactNode
  readonly children: ReactNode
}

/** A page of the school, with the way to its other pages above it. */
export function SchoolSheet({ title, sub, aside, children }: Props) {
  const { school } = useMe()
  return (
    <Sheet title={`${title}, ${school}`}>
      <Row className="pt-4">
        <nav
          aria-label={say('school_areas')}
          className="flex flex-wrap gap-x-1 gap-y-1 border-b border-rule pb-2"
        >
          {SCHOOL_PARTS.map(({ to, key }) => (
            <NavLink
              key={to}
              to={to}
              end={to === '/school'}
              className="rounded-md px-2.5 py-1 text-[15px] text-soft hover:bg-pale aria-[current=page]:bg-blue aria-[current=page]:font-semibold aria-[current=page]:text-on-blue"
            >
              {say(key)}
            </NavLink>
          ))}
        </nav>
      </Row>
      <Head title={title} sub={sub} aside={aside} />
      {children}
    </Sheet>
  )
}
