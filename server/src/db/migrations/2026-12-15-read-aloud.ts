import type { Migration } from '../migration.js'

/** How text is read aloud, for everybody who has chosen something already. */
const USUAL = `'{"speed":100,"voice":"usual","listen":false,"points":false,"shown":false}'`

export const readAloud: Migration = {
  name: '2026-12-15-read-aloud',
  up: [
    `update reading_settings set settings = json_patch(${USUAL}, settings)`,
    `update reading_beginnings set settings = json_patch(${USUAL}, settings)`,
  ],
  down: [
    `update reading_settings set settings = json_remove(settings, '$.speed', '$.voice', '$.listen', '$.points', '$.shown')`,
    `update reading_beginnings set settings = json_remove(settings, '$.speed', '$.voice', '$.listen', '$.points', '$.shown')`,
  ],
}
