import { addressOf, routes, type SubmissionPage } from '@oppen/contract'
import type { SubmissionParams } from '../../../app/queries.js'
import type { Uploads } from '../../files/useUploads.js'
import type { AnswerFiles } from '../../questions/answering/inputProps.js'

/** Where the recordings of an attempt go, and where those are that have arrived. */
export const useAnswerFiles = (
  params: SubmissionParams,
  { files, handIns }: SubmissionPage,
  uploads: Uploads,
): AnswerFiles => ({
  uploads,
  addressOf: name => {
    const arrived = [...files, ...handIns.flatMap(one => one.files)]
    const file = arrived.find(one => one.name === name)
    return file && addressOf(routes.seeFile, { ...params, fileId: file.id })
  },
})
