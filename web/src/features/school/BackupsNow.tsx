import type { SchoolPage } from '@oppen/contract'
import { useNow } from '../../app/session.js'
import { Problem } from '../../parts/Feedback.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'

/** How the backups of the school stand, in words; what needs somebody is said as a problem. */
export function BackupsNow({ backups }: { readonly backups: SchoolPage['backups'] }) {
  const words = useBackupWords(backups)
  const calm = backups.state === 'fresh' || backups.state === 'waiting'
  return calm ? <p>{words}</p> : <Problem words={words} />
}

function useBackupWords({ state, lastAt, problem }: SchoolPage['backups']): string {
  // backups are dated by the clock of the machine, also where that of the school stands elsewhere
  const { zone } = useNow()
  const last = lastAt === null ? '' : when(lastAt, { now: Date.now(), zone })
  if (state === 'fresh') return say('backups_fresh', { when: last })
  if (state === 'overdue')
    return lastAt === null ? say('backups_overdue_never') : say('backups_overdue', { when: last })
  if (state === 'failed') return `${say('backups_failed')} ${problem ?? ''}`
  return say(`backups_${state}`)
}
