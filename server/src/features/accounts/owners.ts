import type { Database } from '../../db/index.js'

/** Whether somebody looks after the school. */
export const hasOwner = async (db: Database): Promise<boolean> =>
  (await db.row('select 1 as found from accounts where owns_school = 1 and ended_at is null')) !== undefined
