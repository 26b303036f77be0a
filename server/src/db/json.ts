/** Statements that write JSON: what is particular to SQLite (its JSON functions). */

/** An object: `{ id: 'w.id' }` gives the SQL for {"id": …}. */
export const jsonObject = (fields: Readonly<Record<string, string>>): string =>
  `json_object(${Object.entries(fields)
    .map(([name, sql]) => `'${name}', ${sql}`)
    .join(', ')})`

/** An array of what the expression gives for each row of `from …`, in the order of the rows. */
export const jsonArray = (expression: string, from: string): string =>
  `(select json_group_array(json(one)) from (select ${expression} as one ${from}))`

/** A truth value: SQLite has only 0 and 1. */
export const jsonBoolean = (condition: string): string => `json(iif(${condition}, 'true', 'false'))`

/** A nested value that is already JSON text, or null. */
export const jsonNested = (sql: string): string => `json(${sql})`
