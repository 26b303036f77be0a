import { type Handlers, written } from '../../http/serve.js'
import { setBirthday } from './birthday.js'
import { addClassFile, removeClassFile, restoreClassFile, sendClassFile } from './files.js'
import { changePage, removePage, restorePage, setLinks, writePage } from './pages.js'
import { seeAbout, seeMembers } from './service.js'

export const aboutHandlers = {
  seeAbout: async ({ world, params }) => written(await seeAbout(world, params.classId)),
  seeMembers: async ({ world, viewer, params }) => written(await seeMembers(world, viewer, params.classId)),
  writePage: ({ world, viewer, params, body }) => writePage(world, viewer, params.classId, body),
  changePage: ({ world, viewer, params, body }) => changePage(world, viewer, params, body),
  removePage: ({ world, params }) => removePage(world, params),
  restorePage: ({ world, params }) => restorePage(world, params),
  setLinks: ({ world, params, body }) => setLinks(world, params.classId, body.links),
  addClassFile: ({ world, viewer, params, request }) => addClassFile(world, viewer, params.classId, request),
  removeClassFile: ({ world, params }) => removeClassFile(world, params),
  restoreClassFile: ({ world, params }) => restoreClassFile(world, params),
  seeClassFile: ({ world, params, response }) => sendClassFile(world, params, response),
  setBirthday: ({ world, viewer, body }) => setBirthday(world, viewer, body.birthday),
} satisfies Partial<Handlers>
