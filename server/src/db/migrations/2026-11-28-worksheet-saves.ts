import type { Migration } from '../migration.js'

/**
 * A save of a worksheet as one row that is put into a view: its next version and what comes onto it, which are rows of
 * two tables. Many draw at once, and each statement is a turn of the one connection that writes.
 */
export const worksheetSaves: Migration = {
  name: '2026-11-28-worksheet-saves',
  up: [
    `create view worksheet_saves as
       select work_id, place_id, sheets, version, trail, saved_at, kept_at, '[]' as items from worksheets`,
    `create trigger worksheet_saves_put instead of insert on worksheet_saves begin
       insert into worksheets (work_id, place_id, sheets, version, trail, saved_at, kept_at)
         values (new.work_id, new.place_id, new.sheets, new.version, new.trail, new.saved_at, new.kept_at)
         on conflict (work_id, place_id) do update set sheets = excluded.sheets, version = excluded.version,
           trail = excluded.trail, saved_at = excluded.saved_at, kept_at = excluded.kept_at;
       insert into ink (work_id, place_id, id, added, removed, sheet_id, data)
         select new.work_id, new.place_id, value ->> 'id', new.version, null, value ->> 'page', value
         from json_each(new.items);
     end`,
    // counting what stands on a worksheet reads nothing of what it looks like
    'create index ink_live on ink (work_id, place_id, id) where removed is null',
  ],
  down: ['drop index ink_live', 'drop trigger worksheet_saves_put', 'drop view worksheet_saves'],
}
