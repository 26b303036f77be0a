import type { Note, ThreadPage } from '@oppen/contract'
import type { ClassId, NoteId, WorkId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { markerOf } from '@oppen/core/readMarkers'
import { readText } from '@oppen/core/texts'
import { newId } from '../../ids.js'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { setReadMarker } from '../accounts/service.js'
import { findSubmission, type SubmissionAddress } from '../submissions/moves.js'
import { classNotes, sideNotes } from './models.js'
import { classNoteOf, isAsked, sideNoteOf, threadJson } from './queriesOfThreads.js'

type WorkAddress = { readonly classId: ClassId; readonly workId: WorkId }

/** Writes a side note, seen by the pupil and the teachers alone. */
export async function writeNote(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
  typed: string,
): Promise<Note> {
  const text = take(readText('note', typed), 'text')
  const id = newId<NoteId>(world)
  const { workId, placeId } = address
  return world.db.write(async () => {
    await findSubmission(world, address)
    const at = world.clock.now()
    await world.db.model(sideNotes).create({ id, workId, placeId, byAccount: viewer.accountId, text, at })
    await setReadMarker(world, viewer.accountId, markerOf('submission', workId, placeId))
    tellNote(world, address)
    return written(viewer, { id, text, at })
  })
}

const written = (viewer: Viewer, note: { id: NoteId; text: string; at: number }): Note => ({
  ...note,
  by: '',
  mine: true,
  byTeacher: viewer.kind === 'teacher',
  removedBy: null,
})

/** Takes one's own words off a side note; that they were there stays, and the teachers can still read them. */
export async function removeNote(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress & { readonly noteId: NoteId },
): Promise<{ done: true }> {
  await world.db.write(async () => {
    const note = await sideNoteOf(world.db, address)
    if (!note || note.removedAt !== null) throw new Refused('not_found')
    if (note.byAccount !== viewer.accountId) throw new Refused('words_not_own')
    const gone = { removedAt: world.clock.now(), removedBy: viewer.accountId }
    await world.db.model(sideNotes).update(gone, { where: { id: address.noteId } })
    tellNote(world, address)
  })
  return { done: true }
}

function tellNote(world: World, { classId, workId, placeId }: SubmissionAddress): void {
  world.db.afterCommit(() => void world.live.tell({ what: 'note', classId, workId, placeId }))
}

/** The thread of a class beside a work, for its teachers and those who are asked for the work. */
export async function seeThread(world: World, viewer: Viewer, address: WorkAddress): Promise<ThreadPage> {
  await mayTalk(world, viewer, address)
  const json = await threadJson(world.db, address, viewer)
  if (json === undefined) throw new Refused('not_found')
  return JSON.parse(json)
}

async function mayTalk(world: World, viewer: Viewer, { classId, workId }: WorkAddress): Promise<void> {
  const place = viewer.places.find(tie => tie.classId === classId)
  if (!place) return
  const asked = await isAsked(world.db, { classId, workId, placeId: place.placeId }, world.clock.now())
  if (!asked) throw new Refused('not_found')
}

/** Says something in the thread of the class. */
export async function writeInThread(
  world: World,
  viewer: Viewer,
  address: WorkAddress,
  typed: string,
): Promise<Note> {
  const text = take(readText('note', typed), 'text')
  const id = newId<NoteId>(world)
  const { workId } = address
  await seeThread(world, viewer, address)
  return world.db.write(async () => {
    const at = world.clock.now()
    await world.db.model(classNotes).create({ id, workId, byAccount: viewer.accountId, text, at })
    await setReadMarker(world, viewer.accountId, markerOf('thread', workId))
    tellThread(world, address)
    return written(viewer, { id, text, at })
  })
}

/** Takes words out of the thread: one's own, or any for a teacher. That they were there, and who took them out, stays. */
export async function removeFromThread(
  world: World,
  viewer: Viewer,
  address: WorkAddress & { readonly noteId: NoteId },
): Promise<{ done: true }> {
  await world.db.write(async () => {
    const note = await classNoteOf(world.db, address)
    if (!note || note.removedAt !== null) throw new Refused('not_found')
    if (note.byAccount !== viewer.accountId && viewer.kind !== 'teacher') throw new Refused('words_not_own')
    const gone = { removedAt: world.clock.now(), removedBy: viewer.accountId }
    await world.db.model(classNotes).update(gone, { where: { id: address.noteId } })
    tellThread(world, address)
  })
  return { done: true }
}

function tellThread(world: World, { classId, workId }: WorkAddress): void {
  world.db.afterCommit(() => void world.live.tell({ what: 'thread', classId, workId }))
}
