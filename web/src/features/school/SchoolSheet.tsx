import type { ReactNode } from 'react'
import { NavLink } from 'react-router'
import { SCHOOL_PARTS } from '../../app/schoolParts.js'
import { useMe } from '../../app/session.js'
import { Head, Row, Sheet } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'

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
              className="rounded-md px-2.5 py-1 text-[0.9375rem] text-soft hover:bg-pale aria-[current=page]:bg-blue aria-[current=page]:font-semibold aria-[current=page]:text-on-blue"
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
