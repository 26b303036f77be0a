import type { Handlers } from '../../http/serve.js'
import { carryOver, seeCarryOver } from './carryOver.js'
import { fillWeek, moveCard, seeFill, tryMove, writeGoals, writeLesson } from './changes.js'
import { seeChildWeek, seeWeek } from './service.js'

export const weekHandlers = {
  seeCarryOver: ({ world, params }) => seeCarryOver(world, params.classId, params.first),
  carryOver: ({ world, viewer, params, body }) => carryOver(world, viewer, params.classId, body),
  seeWeek: ({ world, viewer, params }) => seeWeek(world, viewer, params),
  seeChildWeek: ({ world, viewer, params }) => seeChildWeek(world, viewer, params),
  writeGoals: ({ world, params, body }) => writeGoals(world, params, body.goals),
  writeLesson: ({ world, params, body }) => writeLesson(world, params, body),
  seeFill: ({ world, params }) => seeFill(world, params),
  fillWeek: ({ world, viewer, params, body }) => fillWeek(world, viewer, params, body),
  tryMove: ({ world, params, body }) => tryMove(world, params, body),
  moveCard: ({ world, params, body }) => moveCard(world, params, body),
} satisfies Partial<Handlers>
