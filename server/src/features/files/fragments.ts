/** The file with a name among those of the submission of a row `t`; null where there is none. */
export const fileNamed = (name: string): string =>
  `(select f.id from files f where f.work_id = t.work_id and f.place_id = t.place_id
    and f.removed_at is null and f.name = ${name})`
