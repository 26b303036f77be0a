import type { AboutPage, ClassPage } from '@oppen/contract'
import { timeNow } from '@oppen/core/about'
import type { ClassId } from '@oppen/core/ids'
import { Suspense, useState } from 'react'
import { part } from '../../app/part.js'
import { useNow, useTie } from '../../app/session.js'
import { useArrival } from '../../app/useArrival.js'
import { Button } from '../../parts/Button.js'
import { Empty, Waiting } from '../../parts/Feedback.js'
import { Row, Section } from '../../parts/Sheet.js'
import { Written } from '../../parts/Written.js'
import { monthWords } from '../../words/dates.js'
import { say } from '../../words/say.js'
import { timeOfDay, when } from '../../words/times.js'
import { ClassWords } from '../wordList/ClassWords.js'
import { OwnWords } from '../wordList/OwnWords.js'
import { ClassFiles } from './ClassFiles.js'
import { ClassLinks } from './ClassLinks.js'
import { useRemovePage } from './useRemovePage.js'

const WritePage = part(() => import('./WritePage.js'), ['about'])

type Props = { readonly classId: ClassId; readonly about: AboutPage; readonly writes: boolean }

/** Links, pages and files of a class; its teachers write them in place. */
export function ClassAbout({ classId, about, writes }: Props) {
  // the page that is being written: one that is there, or a new one
  const [writing, setWriting] = useState<ClassPage | 'new' | null>(null)
  const isPupil = useTie()?.role === 'pupil'
  const pages = about.pages.filter(page => page.kind !== 'newsletter')
  const newsletters = about.pages.filter(page => page.kind === 'newsletter')
  const done = () => setWriting(null)
  const show = (page: ClassPage) =>
    writing !== null && writing !== 'new' && writing.id === page.id ? (
      <Write key={page.id} classId={classId} page={page} onDone={done} />
    ) : (
      <Page
        key={page.id}
        classId={classId}
        page={page}
        {...(writes && { onWrite: () => setWriting(page) })}
      />
    )
  return (
    <>
      <ClassLinks classId={classId} links={about.links} writes={writes} />
      {about.pages.length > 2 && (
        <Row margin={say('about_go')} className="pt-2">
          <nav aria-label={say('about_go')} className="flex flex-wrap gap-x-4 gap-y-1">
            {about.pages.map(page => (
              <a
                key={page.id}
                href={`#page-${page.id}`}
                className="min-h-6 text-blue underline underline-offset-2"
              >
                {page.title}
              </a>
            ))}
          </nav>
        </Row>
      )}
      {writes &&
        (writing === 'new' ? (
          <Write classId={classId} page={null} onDone={done} />
        ) : (
          <Row className="pt-3">
            <Button variant="primary" onClick={() => setWriting('new')}>
              {say('about_write')}
            </Button>
          </Row>
        ))}
      {!about.pages.length && writing === null && (
        <Row className="pt-4">
          <Empty>{say(writes ? 'about_nothing_teacher' : 'about_nothing')}</Empty>
        </Row>
      )}
      {pages.map(show)}
      {newsletters.map(show)}
      <ClassFiles classId={classId} files={about.files} writes={writes} />
      <ClassWords classId={classId} writes={writes} />
      {isPupil && <OwnWords />}
    </>
  )
}

function Write(props: {
  readonly classId: ClassId
  readonly page: ClassPage | null
  readonly onDone: () => void
}) {
  return (
    <Suspense fallback={<Waiting />}>
      <WritePage {...props} />
    </Suspense>
  )
}

type PageProps = { readonly classId: ClassId; readonly page: ClassPage; readonly onWrite?: () => void }

function Page({ classId, page, onWrite }: PageProps) {
  const time = useNow()
  const remove = useRemovePage(classId)
  const { place } = useArrival<HTMLDivElement>(`page-${page.id}`)
  return (
    <div ref={place} id={`page-${page.id}`} className="scroll-mt-4">
      <Section
        title={page.title}
        aside={
          onWrite && (
            <span className="flex gap-1">
              <Button
                variant="quiet"
                className="!min-h-0 !py-0.5 text-sm"
                aria-label={say('about_change_page', { title: page.title })}
                onClick={onWrite}
              >
                {say('about_change')}
              </Button>
              <Button
                variant="quiet"
                className="!min-h-0 !py-0.5 text-sm"
                aria-label={say('about_remove_page', { title: page.title })}
                disabled={remove.busy}
                onClick={() => remove.go(page)}
              >
                {say('about_remove')}
              </Button>
            </span>
          )
        }
      >
        <Row margin={page.month ? monthWords(page.month) : null}>
          {page.times.length > 0 && <Times page={page} />}
          {page.html && <Written html={page.html} className="max-w-prose" />}
          <p className="mt-1.5 text-sm text-soft">
            {page.by} · {say('about_changed', { at: when(page.changedAt, time) })}
          </p>
        </Row>
      </Section>
    </div>
  )
}

/** The times of the day; the line that it is now is marked in pencil. */
function Times({ page }: { readonly page: ClassPage }) {
  const { now, zone } = useNow()
  const here = timeNow(page.times, timeOfDay(now, zone))
  return (
    <table className="mb-2">
      <tbody>
        {page.times.map(line => (
          <tr key={`${line.starts} ${line.what}`} className={line === here ? 'bg-ochre-pale' : ''}>
            <th scope="row" className="py-0.5 pe-4 ps-1.5 text-start font-normal text-soft tabular-nums">
              <bdi dir="ltr">
                {line.starts}–{line.ends}
              </bdi>
            </th>
            <td className="py-0.5 pe-3">
              {line.what}
              {line === here && (
                <span className="ms-2 whitespace-nowrap rounded-full bg-ochre px-2 text-xs leading-5 font-bold text-on-ochre">
                  {say('about_now')}
                </span>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}
