import { createHash } from 'node:crypto'
import type { BodyOf, FormPage, routes } from '@oppen/contract'
import type { AccountId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import {
  batchOf,
  type Form,
  type FormAnswers,
  isAsked,
  mayAnswer,
  readAnswers,
  type Side,
} from '@oppen/core/work/kinds/form'
import { newId } from '../../../ids.js'
import { Refused, take } from '../../../refusal.js'
import type { World } from '../../../world.js'
import { languageOf } from '../../accounts/service.js'
import type { WorkAddress } from '../../submissions/address.js'
import {
  applyMove,
  findSubmission,
  type SubmissionAddress,
  type SubmissionNow,
} from '../../submissions/moves.js'
import { familyParts, formAnswers } from './models.js'
import { answerOfReceipt, countAnswers, familyHasAnswered, namedAnswer } from './queries.js'

/** The form of a submission. Refuses `not_found` for work of another kind. */
function formOf({ details, kind }: Pick<SubmissionNow, 'details' | 'kind'>): Form {
  if (kind !== 'form' || !details.form) throw new Refused('not_found')
  return details.form
}

/** For whom somebody answers who may see the form: a pupil, or a family of the pupil; null for a teacher. */
const sideOf = ({ kind }: Viewer): Side | null => (kind === 'teacher' ? null : kind)

/** A form as its reader has it now. */
export async function seeForm(world: World, viewer: Viewer, address: SubmissionAddress): Promise<FormPage> {
  const submission = await findSubmission(world, address)
  const form = formOf(submission)
  const side = sideOf(viewer)
  const { opensAt, closesAt } = submission.timing
  const locked = side !== null && opensAt !== null && world.clock.now() < opensAt
  const own = side && form.named ? await namedAnswer(world.db, address, side) : undefined
  const answered =
    side === 'family' ? await familyHasAnswered(world.db, address) : submission.status.phase === 'started'
  return {
    form: locked ? { ...form, questions: [] } : { ...form, questions: [...form.questions] },
    side,
    opensAt,
    closesAt,
    answered: side !== null && answered,
    answers: own ? JSON.parse(own.answers) : null,
    answeredAt: own?.at ?? null,
  }
}

type Answering = BodyOf<typeof routes.answerForm>

/**
 * Takes the answer to a form, or another in its place. Sent twice it is there once. Refuses what `mayAnswer` and `readAnswers`
 * refuse, with the question, and without names `form_answered` where there is one that this device did not give.
 */
export async function answerForm(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
  { answers, receipt }: Answering,
): Promise<{ answered: true }> {
  const language = await languageOf(world, viewer.accountId)
  return world.db.write(async () => {
    const submission = await findSubmission(world, address)
    const form = formOf(submission)
    const side = sideOf(viewer)
    if (side === null) throw new Refused('not_found')
    take(mayAnswer(form, side, submission.timing, world.clock.now()))
    const marking = { decimalSign: language === 'pt' ? ',' : '.', drawn: {} } as const
    const read = readAnswers(form.questions, answers, marking)
    if (!read.ok) take(read, `answers.${read.question}`)
    else if (form.named) await storeNamed(world, viewer.accountId, address, side, read.value)
    else
      await storeNameless(world, address, {
        side,
        receipt,
        answers: read.value,
        answered: await hasAnswered(world, address, side, submission),
      })
    await done(world, viewer, address, { form, side, submission })
    return { answered: true }
  })
}

const hasAnswered = async (
  world: World,
  address: SubmissionAddress,
  side: Side,
  { status }: SubmissionNow,
): Promise<boolean> => (side === 'family' ? familyHasAnswered(world.db, address) : status.phase === 'started')

async function storeNamed(
  world: World,
  accountId: AccountId,
  address: SubmissionAddress,
  side: Side,
  answers: FormAnswers,
): Promise<void> {
  const { workId, placeId } = address
  const before = await namedAnswer(world.db, address, side)
  const given = { answers: JSON.stringify(answers), accountId, at: world.clock.now() }
  if (before) await world.db.model(formAnswers).update(given, { where: { id: before.id } })
  else {
    const row = {
      id: newId<string & { readonly brand: never }>(world),
      workId,
      placeId,
      side,
      batch: 0,
      receipt: null,
    }
    await world.db.model(formAnswers).create({ ...row, ...given })
  }
}

type Nameless = {
  readonly side: Side
  readonly receipt: string
  readonly answers: FormAnswers
  /** Whether this side has answered for the place before. */
  readonly answered: boolean
}

/** Nothing of whose it is goes into the row: not who, not when, and its id says nothing of its order. */
async function storeNameless(
  world: World,
  { workId }: SubmissionAddress,
  { side, receipt, answers, answered }: Nameless,
): Promise<void> {
  const hash = createHash('sha256').update(receipt).digest('hex')
  const before = await answerOfReceipt(world.db, workId, hash)
  if (before?.side === side && answered)
    await world.db
      .model(formAnswers)
      .update({ answers: JSON.stringify(answers) }, { where: { id: before.id } })
  else if (before || answered) throw new Refused('form_answered')
  else
    await world.db.model(formAnswers).create({
      id: newId(world),
      workId,
      placeId: null,
      accountId: null,
      at: null,
      side,
      batch: batchOf(await countAnswers(world.db, workId)),
      receipt: hash,
      answers: JSON.stringify(answers),
    })
}

type Done = { readonly form: Form; readonly side: Side; readonly submission: SubmissionNow }

/** Notes that a side has answered: known by itself, whatever is known of the answer. */
async function done(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
  { form, side, submission }: Done,
): Promise<void> {
  const { workId, placeId, classId } = address
  if (side === 'family') await world.db.model(familyParts).upsert({ workId, placeId })
  // where pupils are not asked, theirs is finished with what the family does
  const finishes = side === 'pupil' || !isAsked(form, 'pupil')
  if (finishes && submission.status.phase === 'untouched')
    await applyMove(world, address, { kind: 'start', at: world.clock.now() }, { by: viewer.accountId })
  world.db.afterCommit(() => {
    void world.live.tell({ what: 'answers', classId, workId })
    void world.live.tell({ what: 'submission', ...address })
  })
}

/**
 * Refuses a change of a posted form that would break what was promised: `form_names_fixed` where answers would get names, or lose
 * them, after somebody has answered.
 */
export async function refuseChange(
  world: World,
  { workId }: WorkAddress,
  before: Form,
  after: Form,
): Promise<void> {
  if (before.named !== after.named && (await countAnswers(world.db, workId)))
    throw new Refused('form_names_fixed', undefined, 'details.form.named')
}
