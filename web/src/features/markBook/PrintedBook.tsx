import type { BookWork, MarkBookPage } from '@oppen/contract'
import { useEffect } from 'react'
import { createPortal } from 'react-dom'
import { useNow } from '../../app/session.js'
import { showHundredths } from '../../words/numbers.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'
import { averageShown, type BookRow, shownMark, wordIn } from './book.js'

/** So many columns fit one sheet of paper on its side. */
const ON_PAPER = 14

type Props = {
  readonly page: MarkBookPage
  readonly works: readonly (BookWork & { readonly column: number })[]
  readonly rows: readonly BookRow[]
  readonly onDone: () => void
}

/** The mark book on paper: what is shown, whole, in as many sheets as it takes. On the screen nothing of it is seen. */
export function PrintedBook({ page, works, rows, onDone }: Props) {
  const time = useNow()
  useEffect(() => {
    // once it stands there, with the fonts that the page has already
    const frame = requestAnimationFrame(() => window.print())
    window.addEventListener('afterprint', onDone)
    return () => {
      cancelAnimationFrame(frame)
      window.removeEventListener('afterprint', onDone)
    }
  }, [onDone])
  const sheets = Array.from({ length: Math.ceil(works.length / ON_PAPER) }, (_, at) =>
    works.slice(at * ON_PAPER, (at + 1) * ON_PAPER),
  )
  return createPortal(
    <div className="printed">
      {sheets.map((some, at) => (
        <section key={some[0]?.id} className="printed-sheet">
          <h1>
            {page.className}, {say('book_title')}
          </h1>
          <p>
            {when(time.now, time)}
            {sheets.length > 1 && ` · ${at + 1} / ${sheets.length}`}
          </p>
          <table>
            <thead>
              <tr>
                <th scope="col">{say('overview_pupil')}</th>
                <th scope="col">{say('overview_average')}</th>
                {some.map(work => (
                  <th key={work.id} scope="col">
                    {work.title}
                    {work.points !== null && ` (${showHundredths(work.points)})`}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {rows.map(row => (
                <tr key={row.placeId}>
                  <th scope="row">{row.name}</th>
                  <td>{averageShown(row.working, page.rules) ?? '–'}</td>
                  {some.map(work => {
                    const cell = row.cells[work.column]
                    const mark = cell ? shownMark(cell) : null
                    return (
                      <td key={work.id}>
                        {mark === null ? '' : (wordIn(mark, work.points, page.rules) ?? showHundredths(mark))}
                      </td>
                    )
                  })}
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      ))}
    </div>,
    document.body,
  )
}
