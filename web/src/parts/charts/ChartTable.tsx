type Props = {
  readonly caption: string
  /** What a row is about, and what its number says. */
  readonly head: readonly [string, string]
  readonly rows: readonly (readonly [string, string])[]
}

/** What a chart shows, as a table for those who do not see it. */
export const ChartTable = ({ caption, head, rows }: Props) => (
  <div className="sr-only">
    <table>
      <caption>{caption}</caption>
      <thead>
        <tr>
          <th scope="col">{head[0]}</th>
          <th scope="col">{head[1]}</th>
        </tr>
      </thead>
      <tbody>
        {rows.map(([name, value], index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: two rows may say the same
          <tr key={index}>
            <th scope="row">{name}</th>
            <td>{value}</td>
          </tr>
        ))}
      </tbody>
    </table>
  </div>
)
