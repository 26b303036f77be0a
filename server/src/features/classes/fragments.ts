import { NOT_HIDDEN } from '../accounts/fragments.js'

/** The classes `c` that an account ($accountId) teaches. */
export const FROM_TAUGHT = 'from teachers t join classes c on c.id = t.class_id and t.account_id = $accountId'

/**
 * The table `mine`: the own places of the viewer ($viewer), and those of the children followed; the last part is for a page that a teacher
 * looks at as somebody else (`seeAs` of core).
 */
export const MINE = `mine as materialized (
    select p.id as place_id, p.class_id, p.account_id as child, 1 as own from places p
      join classes c on c.id = p.class_id and c.archived_at is null
      where p.account_id = $viewer and p.left_at is null and ${NOT_HIDDEN}
    union all
    select p.id, p.class_id, coalesce(p.account_id, p.id), 0
    from family_links f join places p on p.id = f.place_id and p.left_at is null
      join classes c on c.id = p.class_id and c.archived_at is null and c.families = 1
      where f.account_id = $viewer and ${NOT_HIDDEN}
    union all
    select p.id, p.class_id, coalesce(p.account_id, p.id), $viewer not like 'as-child-%' from places p
      where p.id = iif($viewer like 'as-%', substr($viewer, 10), (select place_id from stand_ins where account_id = $viewer)))`
