import type { Migration } from '../migration.js'

/** Classes that somebody has hidden for themselves, under the name that everything else gives them. */
export const hiddenClasses: Migration = {
  name: '2026-11-30-hidden-classes',
  up: ['alter table sights rename to hidden_classes'],
  down: ['alter table hidden_classes rename to sights'],
}
