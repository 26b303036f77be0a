/** Why a server does not start, by code, with what the words need. */
export type StartCode =
  | 'setting_wrong'
  | 'database_newer'
  | 'database_damaged'
  | 'folder_held'
  | 'folder_closed'
  | 'port_taken'
  | 'zone_changed'

type Params = Readonly<Record<string, string | number>>

const WORDS: Readonly<Record<StartCode, (params: Params) => string>> = {
  setting_wrong: ({ name, value, right }) => `${name} is “${value}”: it should be ${right}.`,
  database_newer: ({ step }) =>
    `The data was last used by a newer Oppen (it knows “${step}”, this one does not): start that version, or restore a backup from before the update.`,
  database_damaged: ({ file, what }) =>
    `${file} is damaged (${what}): restore the latest backup with “npm run restore”. Nothing was changed.`,
  folder_held: ({ folder, holder }) =>
    `${folder} is in use by another Oppen (${holder}): stop that one first, or set OPPEN_DATA to another folder.`,
  folder_closed: ({ folder, what }) =>
    `${folder} cannot be written (${what}): give Oppen’s user the right to write there, or set OPPEN_DATA to another folder.`,
  port_taken: ({ host, port, what }) =>
    `Port ${port} of ${host} cannot be had (${what}): stop what uses it, or set OPPEN_PORT to another one.`,
  zone_changed: ({ stored, asked }) =>
    `OPPEN_ZONE is “${asked}”, but the times of this school were worked out in “${stored}”: set OPPEN_ZONE=${stored}. Deadlines would otherwise stand at another hour than they were given.`,
}

/** A server that cannot start, said in one plain line with the way on. Nothing was changed before it was thrown. */
export class StartRefused extends Error {
  readonly code: StartCode
  readonly params: Params

  constructor(code: StartCode, params: Params = {}) {
    super(WORDS[code](params))
    this.name = 'StartRefused'
    this.code = code
    this.params = params
  }
}

/** What a process that was not set up rightly ends with (EX_CONFIG of sysexits.h). */
const NOT_CONFIGURED = 78

/** Runs a start; one that is refused ends the process with its one line and a code of its own, not with a trace. */
export async function startPlainly(start: () => Promise<void>): Promise<void> {
  try {
    await start()
  } catch (error) {
    if (!(error instanceof StartRefused)) throw error
    process.stderr.write(`Oppen does not start: ${error.message}\n`)
    process.exit(NOT_CONFIGURED)
  }
}
