import { useEffect, useState } from 'react'
import { createRoot } from 'react-dom/client'

type Row = Readonly<Record<string, unknown>>

/** Every list of an answer, however deep it lies, as rows. */
function rowsOf(value: unknown): Row[] {
  if (Array.isArray(value)) return value.flatMap(one => [one as Row, ...rowsOf(one)])
  return value && typeof value === 'object' ? Object.values(value).flatMap(rowsOf) : []
}

/** The bare baseline of a screen: React alone, which fetches the same data and shows a line for each row of it. */
function Page() {
  const [rows, setRows] = useState<readonly Row[]>()
  useEffect(() => {
    void fetch('/data')
      .then(answer => answer.json())
      .then(data => setRows(rowsOf(data)))
  }, [])
  if (!rows) return null
  return (
    <main>
      <h1>Today, as plainly as it can be shown to whoever reads it</h1>
      <ul>
        {rows.map((row, index) => (
          <li key={index}>{String(row.title ?? row.name ?? row.className ?? index)}</li>
        ))}
      </ul>
    </main>
  )
}

createRoot(document.getElementById('root') as HTMLElement).render(<Page />)
