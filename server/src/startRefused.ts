/** Why a server does not start, by code, with what the words need. */
export type StartCode =
  | 'setting_wrong'
  | 'database_newer'
  | 'database_damaged'
  | 'folder_held'
  | 'folder_closed'
  | 'folder_full'
  | 'port_taken'
  | 'zone_changed'
  | 'backup_nothing'
  | 'backup_inside'
  | 'backup_other'
  | 'backup_none'
  | 'backup_torn'
  | 'backup_failed'
  | 'restore_cut'
  | 'is_backup'

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
  folder_full: ({ folder }) =>
    `There is no room left on the disk of ${folder}: make some and start Oppen again. Nothing of what was saved is lost.`,
  port_taken: ({ host, port, what }) =>
    `Port ${port} of ${host} cannot be had (${what}): stop what uses it, or set OPPEN_PORT to another one.`,
  zone_changed: ({ stored, asked }) =>
    `OPPEN_ZONE is “${asked}”, but the times of this school were worked out in “${stored}”: set OPPEN_ZONE=${stored}. Deadlines would otherwise stand at another hour than they were given.`,
  backup_nothing: ({ folder }) =>
    `${folder} holds no school to back up: set OPPEN_DATA to the folder that the server works on.`,
  backup_inside: ({ folder, data }) =>
    `${folder} lies inside ${data}: what loses the one would lose the other. Give a folder outside of it, best on another disk.`,
  backup_other: ({ folder, name }) =>
    `${folder} holds backups of another school (${name}): give each school a folder of its own.`,
  backup_none: ({ folder, name, known }) =>
    `${folder} holds no whole backup${name && ` “${name}”`}${known && `; it holds ${known}`}: give the folder that “npm run backup” was given.`,
  backup_torn: ({ name, what }) =>
    `The backup ${name} is not whole (${what}): restore another one. Nothing was changed.`,
  backup_failed: ({ folder, what }) =>
    `The backup could not be written to ${folder} (${what}): see that there is room and the right to write, then try again. Earlier backups are as they were.`,
  restore_cut: ({ folder }) =>
    `A restore into ${folder} did not come to its end: run “npm run restore” again. Nothing of what was there before it is lost.`,
  is_backup: ({ folder }) =>
    `${folder} is a backup, not the data of a school: bring it in with “npm run restore”, so that it stays as it is.`,
}

/** A server, or a command beside it, that cannot start, said in one plain line with the way on. Nothing was changed before it was thrown. */
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

/**
 * Runs a start, or a command beside the server; one that is refused ends the process with its one line and a code of its
 * own, not with a trace.
 */
export async function startPlainly(
  start: () => Promise<void>,
  failed = 'Oppen does not start',
): Promise<void> {
  try {
    await start()
  } catch (error) {
    if (!(error instanceof StartRefused)) throw error
    process.stderr.write(`${failed}: ${error.message}\n`)
    process.exit(NOT_CONFIGURED)
  }
}
