import type { ClassId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import type { World } from '../../world.js'
import { aboutJson, membersJson } from './queries.js'

/** What a class says of itself, for everybody in it. */
export const seeAbout = (world: World, classId: ClassId) => aboutJson(world.db, classId)

/** Who is in a class, with the birthdays of those who want them known. */
export const seeMembers = (world: World, viewer: Viewer, classId: ClassId) =>
  membersJson(world.db, classId, viewer.accountId)
