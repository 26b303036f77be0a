/** What people call what is stored, and the tables behind it; the rest goes together as `rest`. */
const GROUPS = {
  account: 'accounts places',
  work: 'submissions drafts draft_versions worksheets worksheet_versions ink sheets answers work_pupils extensions',
  handIns: 'hand_ins moves',
  files: 'files circle_files uploads',
  messages: 'side_notes class_notes answer_replies messages conversations',
  entering: 'sessions door_entries keys join_requests invitations resets',
  families: 'family_links',
  calendar: 'entries feeds',
  letters: 'mails',
  audit: 'audit_log',
  teaching: 'teachers works class_pages class_files doors',
} as const satisfies Readonly<Record<string, string>>

type Group = keyof typeof GROUPS | 'rest'

/** Counts of tables, added up by what people call them; what there is nothing of is left out. */
export function inGroups(
  stored: readonly { readonly kind: string; readonly count: number }[],
): { readonly group: Group; readonly count: number }[] {
  const groupOf = (kind: string): Group =>
    (Object.keys(GROUPS) as (keyof typeof GROUPS)[]).find(group => GROUPS[group].split(' ').includes(kind)) ??
    'rest'
  const sums = new Map<Group, number>()
  for (const { kind, count } of stored) sums.set(groupOf(kind), (sums.get(groupOf(kind)) ?? 0) + count)
  return ([...Object.keys(GROUPS), 'rest'] as Group[]).flatMap(group => {
    const count = sums.get(group) ?? 0
    return count ? [{ group, count }] : []
  })
}
