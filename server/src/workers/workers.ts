import { Pool } from './pool.js'

/** The threads of a server, apart by what they do, so that nothing quick waits for something long. */
export type Workers = {
  /** Files as they come in, and pictures. */
  readonly files: Pool
  /** PDFs that come in or go out. */
  readonly documents: Pool
  /** The HTML of pages: whoever waits for one has it at once or does without. */
  readonly screens: Pool
  /** Long formatted texts. */
  readonly texts: Pool
  /** Calendars of other programs. */
  readonly calendars: Pool
  /** Backups of the whole school. */
  readonly backups: Pool
  readonly close: () => Promise<void>
}

/** Makes the threads; each begins when there is something to do. */
export function makeWorkers(): Workers {
  const files = new Pool({ threads: 2, deadline: 20_000, memory: 256, most: 200 })
  const documents = new Pool({ threads: 2, deadline: 30_000, memory: 384, most: 200 })
  const texts = new Pool({ threads: 1, deadline: 10_000, memory: 256, most: 200 })
  const screens = new Pool({ threads: 1, deadline: 2_000, memory: 256, most: 8, idle: 3_600_000 })
  const calendars = new Pool({ threads: 1, deadline: 5_000, memory: 128, most: 50 })
  const backups = new Pool({ threads: 1, deadline: 6 * 3_600_000, memory: 512, most: 2 })
  return {
    files,
    documents,
    screens,
    texts,
    calendars,
    backups,
    close: async () => {
      await Promise.all([files, documents, screens, texts, calendars, backups].map(pool => pool.close()))
    },
  }
}
