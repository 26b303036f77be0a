import { type BookWork, type MarkBookPage, MOST_CELLS, type RefusedCell, routes } from '@oppen/contract'
import type { WorkId } from '@oppen/core/ids'
import { categoryKey } from '@oppen/core/marks'
import { useQueryClient, useSuspenseQuery } from '@tanstack/react-query'
import { useMemo, useRef, useState } from 'react'
import { Link } from 'react-router'
import { call, Refusal } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { useIds, useMe, useNow, useTie } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Empty, Problem } from '../../parts/Feedback.js'
import { Select } from '../../parts/inputs.js'
import { Head, Row, Sheet } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { dateWords } from '../../words/dates.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { BookFiles } from './BookFiles.js'
import { type BookRow, rowsOf, shownMark, withUnsent } from './book.js'
import { Grid } from './Grid.js'
import { PrintedBook } from './PrintedBook.js'
import { RulesForm } from './RulesForm.js'
import { type Typed, useDraftMarks } from './useDraftMarks.js'
import { WorkingWindow } from './WorkingWindow.js'
import { WorkWindow } from './WorkWindow.js'

export const prepare = ({ client, params }: Prepared) => client.prefetchQuery(reads.markBook(params.classId))

/** So many steps can be taken back. */
const MOST_UNDO = 100

/** All marks of a class: pupils × work, with averages whose working is a press away. */
export function Screen() {
  const { classId } = useIds()
  const tie = useTie()
  const archived = tie?.archived ?? true
  const { data: stored } = useSuspenseQuery(reads.markBook(classId))
  const drafts = useDraftMarks(classId)
  const { account } = useMe()
  const { unsent } = drafts
  const data = useMemo(
    () => withUnsent(stored, unsent, account.shownName),
    [stored, unsent, account.shownName],
  )
  const { now } = useNow()
  // an average changes by the hour at most, not by the second
  const hour = now - (now % 3_600_000)
  const rows = useMemo(() => rowsOf(data, hour), [data, hour])
  const [group, setGroup] = useState('')
  const [category, setCategory] = useState<string | null>(null)
  const [week, setWeek] = useState('')
  const [open, setOpen] = useState<'rules' | 'files' | 'print' | BookWork | Pick<BookRow, 'placeId'> | null>(
    null,
  )
  const [problem, setProblem] = useState<string | null>(null)
  const undo = useRef<(readonly Typed[])[]>([])
  const works = data.works
    .map((work, column) => ({ ...work, column }))
    .filter(work => category === null || categoryKey(work.category) === category)
    .filter(work => !week || work.week === week)
  const shown = rows.filter(row => !group || row.groupId === group)
  const close = () => setOpen(null)
  const opened =
    open !== null && typeof open === 'object' && 'placeId' in open
      ? rows.find(row => row.placeId === open.placeId)
      : undefined
  const type = (cells: readonly Typed[]) => {
    const before = drafts.set(cells)
    if (before.length) undo.current = [...undo.current.slice(1 - MOST_UNDO), before]
  }
  const takeBack = () => {
    const last = undo.current.at(-1)
    if (!last) return
    undo.current = undo.current.slice(0, -1)
    drafts.set(last)
  }
  return (
    <Sheet title={`${say('book_title')}, ${data.className}`}>
      <Head
        title={say('book_title')}
        sub={data.className}
        aside={
          <>
            <Link
              to={`/c/${classId}/progress`}
              className="text-[0.9375rem] font-semibold text-blue underline underline-offset-2"
            >
              {say('progress_title')}
            </Link>
            <Button onClick={() => setOpen('files')}>{say('book_files')}</Button>
            <Button onClick={() => setOpen('print')}>{say('book_print')}</Button>
            {!archived && <Button onClick={() => setOpen('rules')}>{say('rules_marks_title')}</Button>}
          </>
        }
      />
      <Row className="pb-2">
        <div className="flex flex-wrap items-center gap-3">
          {data.groups.length > 1 && (
            <Select label={say('book_group')} value={group} onChange={event => setGroup(event.target.value)}>
              <option value="">{say('book_group_all')}</option>
              {data.groups.map(one => (
                <option key={one.id} value={one.id}>
                  {one.name}
                </option>
              ))}
            </Select>
          )}
          <Categories page={data} chosen={category} onChoose={setCategory} />
          <Weeks page={data} chosen={week} onChoose={setWeek} />
          <HandBack page={data} shown={shown} archived={archived} unsent={unsent.length} />
        </div>
        {drafts.unreachable && (
          <p role="status" className="text-[0.9375rem] font-medium text-rust">
            {say('book_unsent', { count: unsent.length })}
          </p>
        )}
        {problem && <Problem words={problem} />}
        {drafts.refused.length > 0 && (
          <Refused page={data} refused={drafts.refused} onClose={drafts.forgetRefused} />
        )}
      </Row>
      {works.length && shown.length ? (
        <>
          <Grid
            page={data}
            works={works}
            rows={shown}
            onType={archived ? () => undefined : type}
            onUndo={takeBack}
            onProblem={setProblem}
            onWork={setOpen}
            onAverage={setOpen}
          />
          <Row className="pt-1.5 pb-4">
            <p className="text-sm text-soft max-md:hidden">{say('book_keys')}</p>
          </Row>
        </>
      ) : (
        <Row>
          <Empty>{say('book_none')}</Empty>
        </Row>
      )}
      {open === 'files' && (
        <BookFiles page={data} rows={rows} archived={archived} onType={type} onClose={close} />
      )}
      {open === 'print' && <PrintedBook page={data} works={works} rows={shown} onDone={close} />}
      {open === 'rules' && <RulesForm classId={classId} page={data} onClose={close} />}
      {opened && (
        <Working page={data} row={opened} archived={archived} onProblem={setProblem} onClose={close} />
      )}
      {open !== null && typeof open === 'object' && 'title' in open && (
        <WorkWindow
          classId={classId}
          work={open}
          marks={marksFor(data, open)}
          categories={categoriesOf(data)}
          archived={archived}
          onClose={close}
        />
      )}
    </Sheet>
  )
}

type WorkingProps = {
  readonly page: MarkBookPage
  readonly row: BookRow
  readonly archived: boolean
  readonly onProblem: (words: string) => void
  readonly onClose: () => void
}

/** How an average comes about, with what coming late took, which a teacher forgives here. */
function Working({ page, row, archived, onProblem, onClose }: WorkingProps) {
  const { classId } = useIds()
  const { placeId, cells } = row
  const client = useQueryClient()
  const time = useNow()
  const set = (workId: string, forgiven: boolean) =>
    void call(routes.forgiveLate, { classId, workId: workId as WorkId, placeId }, { forgiven })
      .then(() => client.invalidateQueries({ queryKey: reads.markBook(classId).queryKey }))
      .catch(error => onProblem(problemWords(error, time)))
  const forgiven = new Set(cells.flatMap(cell => (cell?.forgiven ? [cell.workId as string] : [])))
  return (
    <WorkingWindow
      row={row}
      works={page.works}
      rules={page.rules}
      onClose={onClose}
      {...(!archived && { late: { forgiven, set } })}
    />
  )
}

/** The marks of all pupils for a piece of work. */
const marksFor = ({ pupils }: MarkBookPage, { id }: BookWork): number[] =>
  pupils.flatMap(pupil =>
    pupil.cells.flatMap(cell => {
      const mark = cell.workId === id ? shownMark(cell) : null
      return mark === null ? [] : [mark]
    }),
  )

/** The names of all categories, of the rules and of work. */
function categoriesOf({ rules, works }: MarkBookPage): string[] {
  const names = new Map<string, string>()
  for (const name of [...rules.categories.map(one => one.name), ...works.map(one => one.category)])
    if (name && !names.has(categoryKey(name))) names.set(categoryKey(name), name)
  return [...names.values()]
}

type CategoriesProps = {
  readonly page: MarkBookPage
  readonly chosen: string | null
  readonly onChoose: (category: string | null) => void
}

function Categories({ page, chosen, onChoose }: CategoriesProps) {
  const all = categoriesOf(page)
  if (all.length < 2) return null
  return (
    <Select
      label={say('post_field_category')}
      value={chosen ?? ''}
      onChange={event => onChoose(event.target.value || null)}
    >
      <option value="">{say('book_category_all')}</option>
      {all.map(name => (
        <option key={name} value={categoryKey(name)}>
          {name}
        </option>
      ))}
    </Select>
  )
}

type WeeksProps = {
  readonly page: MarkBookPage
  readonly chosen: string
  readonly onChoose: (week: string) => void
}

/** The weeks that there is work of, the newest first. */
function Weeks({ page: { works }, chosen, onChoose }: WeeksProps) {
  const weeks = [...new Set(works.flatMap(work => work.week ?? []))].sort().reverse()
  if (weeks.length < 2) return null
  return (
    <Select label={say('book_week')} value={chosen} onChange={event => onChoose(event.target.value)}>
      <option value="">{say('book_week_all')}</option>
      {weeks.map(week => (
        <option key={week} value={week}>
          {say('book_week_of', { day: dateWords(week) })}
        </option>
      ))}
    </Select>
  )
}

type HandBackProps = {
  readonly page: MarkBookPage
  readonly shown: readonly BookRow[]
  readonly archived: boolean
  readonly unsent: number
}

/** The marks that were typed and that no pupil sees yet, handed back with one press. */
function HandBack({ page, shown, archived, unsent }: HandBackProps) {
  const { classId } = useIds()
  const cells = shown.flatMap(({ placeId, cells: all }) =>
    all.flatMap(cell =>
      cell?.draftMark === undefined || cell.draftWritten ? [] : [{ workId: cell.workId, placeId }],
    ),
  )
  const go = useCommand({
    do: () => call(routes.handBackDrafts, { classId }, { cells: cells.slice(0, MOST_CELLS) }),
    again: [reads.markBook(classId).queryKey, reads.today().queryKey],
    done: ({ handedBack }) => showToast(say('book_handed_back', { count: handedBack })),
  })
  if (!cells.length || archived) return null
  const works = new Set(cells.map(one => one.workId)).size
  return (
    <>
      <Button variant="primary" onClick={() => go.go()} disabled={go.busy || unsent > 0}>
        {say('book_hand_back', { count: cells.length })}
      </Button>
      <span className="text-sm text-soft">
        {works === 1
          ? page.works.find(work => work.id === cells[0]?.workId)?.title
          : say('book_of_works', { count: works })}
      </span>
      {go.words && <Problem words={go.words} />}
    </>
  )
}

type RefusedProps = {
  readonly page: MarkBookPage
  readonly refused: readonly RefusedCell[]
  readonly onClose: () => void
}

/** What could not be saved, each with its reason. */
function Refused({ page, refused, onClose }: RefusedProps) {
  const time = useNow()
  const { pupils, works } = page
  return (
    <div role="alert" className="border-s-4 border-rust bg-rust-pale px-3 py-2 text-[0.9375rem]">
      <ul>
        {refused.map(({ workId, placeId, code, params }, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: the same may be refused twice
          <li key={index}>
            <strong>
              {pupils.find(one => one.placeId === placeId)?.name},{' '}
              {works.find(one => one.id === workId)?.title}
            </strong>
            {': '}
            {problemWords(new Refusal(409, { code: code as never, ...(params && { params }) }), time)}
          </li>
        ))}
      </ul>
      <Button variant="quiet" onClick={onClose}>
        {say('close')}
      </Button>
    </div>
  )
}
