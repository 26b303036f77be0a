/**
 * What is done in threads of their own: whatever strangers' bytes can make slow or large. Each is fetched when it is
 * first asked for, so that a thread that reads calendars loads nothing of PDFs.
 */
export const jobs = {
  /** Looks at a file that came in: its true type, and a picture turned upright and rid of what a camera noted. */
  inspect: () => import('../features/fileStore/inspect.js').then(one => one.inspect),
  /** A face, cut to a square. */
  square: () => import('../features/fileStore/squares.js').then(one => one.square),
  /** A picture turned a quarter to the right. */
  turn: () => import('../features/fileStore/turning.js').then(one => one.turn),
  /** The pages of a PDF or a picture, drawn anew. */
  pages: () => import('../features/worksheets/intake.js').then(one => one.pagesOfFile),
  /** A worksheet with everything on it, as a PDF. */
  worksheet: () => import('../features/worksheets/pdf.js').then(one => one.worksheetPdf),
  /** A written page as a PDF. */
  print: () => import('../paper/pages.js').then(one => one.writtenPdf),
  /** A written page with its drawings as pictures in it. */
  drawings: () => import('../paper/drawings.js').then(one => one.withDrawings),
  /** Reports of some pupils, as a PDF. */
  reports: () => import('../features/reports/pdf.js').then(one => one.reportsPdf),
  /** Several PDFs as one. */
  joinPdfs: () => import('../paper/joinPdfs.js').then(one => one.joinPdfs),
  /** Cards with keys, as a PDF. */
  cards: () => import('../features/joining/cardsPdf.js').then(one => one.cardsPdf),
  /** A long text with nothing in it but formatting. */
  clean: () => import('../html.js').then(one => async (html: string) => one.clean(html)),
  /** The closures of a calendar file. */
  closures: () => import('../features/timing/calendarFile.js').then(one => one.closuresOf),
  /** The weekly lessons of a calendar file. */
  lessons: () => import('../features/timing/calendarFile.js').then(one => one.lessonsOf),
  /** A screen as HTML. */
  render: () => import('../http/render.js').then(one => one.render),
  /** Every row of one person. */
  personRows: () => import('../features/school/rowsOfPerson.js').then(one => one.writeRows),
  /** A backup of the whole school. */
  backup: () => import('../features/backups/write.js').then(one => one.backupJob),
} as const

type Jobs = typeof jobs
export type JobName = keyof Jobs
type Does<J extends JobName> = Awaited<ReturnType<Jobs[J]>>
export type InputOf<J extends JobName> = Parameters<Does<J>>[0]
export type OutputOf<J extends JobName> = Awaited<ReturnType<Does<J>>>
