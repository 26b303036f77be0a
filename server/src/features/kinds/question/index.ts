import { markOfAnswer } from '@oppen/core/work/kinds/question'
import { Refused } from '../../../refusal.js'
import type { ServerKind } from '../kind.js'
import { readQuestion } from './details.js'
import { pageOf } from './page.js'
import { answerOf } from './queries.js'
import { searched } from './searched.js'

export const question = {
  readDetails: async (_, details, draft) => readQuestion(details, draft),
  searched,
  tables: ['answers', 'answer_replies'],
  markOf: async (world, { workId, placeId }, { details, points }) => {
    const answer = await answerOf(world.db, workId, placeId)
    if (!answer || !details.question || points === null) return null
    return markOfAnswer(details.question, JSON.parse(answer.choices), points)
  },
  // an answer that was taken back is handed in again as it stands
  made: async (world, { workId, placeId }, _, { version }) => {
    const answer = await answerOf(world.db, workId, placeId)
    return {
      isBlank: !answer,
      savedAt: answer?.at ?? null,
      changed: answer && answer.version !== version ? new Refused('answer_changed') : undefined,
      html: answer ? pageOf({ text: answer.text, choices: JSON.parse(answer.choices) }) : '',
      worksheet: null,
      files: [],
    }
  },
  pointsOf: null,
  page: async (world, { workId, placeId }) => {
    const answer = await answerOf(world.db, workId, placeId)
    return answer ? pageOf({ text: answer.text, choices: JSON.parse(answer.choices) }) : null
  },
  takenBack: true,
  handedIn: null,
  endings: null,
  changed: null,
  byFamily: null,
} as const satisfies ServerKind
