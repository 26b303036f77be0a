import type { Handlers } from '../../http/serve.js'
import { addPlaces, freePlace, makeClass, seeRegister } from './service.js'

export const classHandlers = {
  makeClass: ({ world, viewer, body }) => makeClass(world, viewer, body),
  seeRegister: ({ world, params }) => seeRegister(world, params.classId),
  addPlaces: ({ world, params, body }) => addPlaces(world, params.classId, body),
  freePlace: ({ world, params }) => freePlace(world, params.classId, params.placeId),
} satisfies Partial<Handlers>
