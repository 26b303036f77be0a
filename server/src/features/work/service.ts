import type { Note } from '@oppen/contract'
import type { ClassId, Instant, NoteId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { isBlank, LIMITS, readText } from '@oppen/core/texts'
import { handsIn, mayHandIn, mayTakeBack, mayWrite, type Standing } from '@oppen/core/work'
import { clean } from '../../html.js'
import { newId } from '../../ids.js'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { noteLook } from '../accounts/service.js'
import { pieceLook } from './lines.js'
import { copies, copyVersions, handInFiles, sideNotes } from './models.js'
import { findPiece, freeze, record } from './moves.js'
import { copyOf, filesOf, ownTopicsJson, type PieceAddress, taughtTopicsJson } from './queries.js'

/** Topics and work of a class, as the viewer may see them. */
export function seeTopics(world: World, viewer: Viewer, classId: ClassId): Promise<string | undefined> {
  const place = viewer.places.find(tie => tie.classId === classId)
  const now = world.clock.now()
  return place
    ? ownTopicsJson(world.db, { classId, placeId: place.placeId, viewer: viewer.accountId, now })
    : taughtTopicsJson(world.db, classId, viewer.accountId, now)
}

export type Save = { readonly html: string; readonly base: number; readonly chosen?: boolean }
export type Saved = { version: number; savedAt: Instant; html: string }

/**
 * Saves the own copy. The first save makes it and starts the piece. Refuses `copy_changed` with the other text
 * where the writing began from an older version; with `chosen` the other text is kept among the versions.
 */
export async function saveCopy(
  world: World,
  viewer: Viewer,
  address: PieceAddress,
  save: Save,
): Promise<Saved> {
  if (save.html.length > LIMITS.copy) {
    throw new Refused('text_long', { what: 'copy', most: LIMITS.copy, got: save.html.length }, 'html')
  }
  const html = clean(save.html)
  return world.db.write(async () => {
    const { standing, timing, kind } = await findPiece(world, address)
    if (!handsIn(kind)) throw new Refused('nothing_asked')
    take(mayWrite(standing, timing, world.clock.now()))
    const before = await copyOf(world.db, address)
    if (before?.html === html) return before
    if (before && before.version !== save.base) {
      throw new Refused('copy_changed', {
        version: before.version,
        savedAt: before.savedAt,
        html: before.html,
      })
    }
    if (before && save.chosen) await keepVersion(world, address, before)
    if (standing.phase === 'untouched') await start(world, viewer, address)
    return putCopy(world, address, html, (before?.version ?? 0) + 1)
  })
}

async function putCopy(world: World, address: PieceAddress, html: string, version: number): Promise<Saved> {
  const { workId, placeId } = address
  const saved = { html, version, savedAt: world.clock.now() }
  await world.db.model(copies).upsert({ workId, placeId, ...saved })
  world.db.afterCommit(() => void world.live.tell({ what: 'copy', ...address, version }))
  return saved
}

async function keepVersion(world: World, { workId, placeId }: PieceAddress, copy: Saved): Promise<void> {
  await world.db.model(copyVersions).bulkCreate([{ workId, placeId, ...copy }], { ignoreDuplicates: true })
}

/** Starts an untouched piece; inside a command. */
export async function start(world: World, viewer: Viewer, address: PieceAddress): Promise<void> {
  await record(world, address, { kind: 'start', at: world.clock.now() }, { by: viewer.accountId })
}

/**
 * Hands in the own copy and its files, frozen as they are. `version` is the copy the pupil looked at: refuses
 * `copy_changed` if it is another by now, `nothing_to_hand_in`, and what `mayHandIn` refuses.
 */
export async function handIn(
  world: World,
  viewer: Viewer,
  address: PieceAddress,
  version: number,
): Promise<Standing> {
  return world.db.write(async () => {
    const { standing, timing, template, kind } = await findPiece(world, address)
    if (!handsIn(kind)) throw new Refused('nothing_asked')
    const copy = await copyOf(world.db, address)
    const files = await filesOf(world.db, address)
    const written = copy && copy.html !== template && !isBlank(copy.html)
    if (standing.phase !== 'withTeacher' && !written && !files.length) throw new Refused('nothing_to_hand_in')
    const at = world.clock.now()
    take(mayHandIn(standing, timing, at))
    if (copy && copy.version !== version) {
      throw new Refused('copy_changed', { version: copy.version, savedAt: copy.savedAt, html: copy.html })
    }
    const id = await freeze(world, address, { number: standing.handIns + 1, html: copy?.html ?? '', at })
    await world.db.model(handInFiles).bulkCreate(files.map(file => ({ handInId: id, fileId: file.id })))
    return record(world, address, { kind: 'handIn', at }, { by: viewer.accountId, handInId: id })
  })
}

/** Notes that the pupil has looked at a handout that is open; again changes nothing. */
export async function readHandout(world: World, viewer: Viewer, address: PieceAddress): Promise<Standing> {
  return world.db.write(async () => {
    const { standing, timing, kind } = await findPiece(world, address)
    if (kind !== 'handout') throw new Refused('not_found')
    if (standing.phase !== 'untouched') return standing
    take(mayWrite(standing, { ...timing, closesAt: null }, world.clock.now()))
    return record(world, address, { kind: 'start', at: world.clock.now() }, { by: viewer.accountId })
  })
}

/** Takes back what lies with the teacher. Refuses what `mayTakeBack` refuses. */
export async function takeBack(world: World, viewer: Viewer, address: PieceAddress): Promise<Standing> {
  return world.db.write(async () => {
    const { standing, timing } = await findPiece(world, address)
    const at = world.clock.now()
    take(mayTakeBack(standing, timing, at))
    return record(world, address, { kind: 'takeBack', at }, { by: viewer.accountId })
  })
}

/** Writes a side note, seen by the pupil and the teachers alone. */
export async function writeNote(
  world: World,
  viewer: Viewer,
  address: PieceAddress,
  typed: string,
): Promise<Note> {
  const text = take(readText('note', typed), 'text')
  const id = newId<NoteId>(world)
  const { workId, placeId } = address
  return world.db.write(async () => {
    await findPiece(world, address)
    const at = world.clock.now()
    await world.db.model(sideNotes).create({ id, workId, placeId, byAccount: viewer.accountId, text, at })
    await noteLook(world, viewer.accountId, pieceLook(workId, placeId))
    world.db.afterCommit(() => void world.live.tell({ what: 'piece', ...address }))
    return { id, by: '', mine: true, byTeacher: viewer.kind === 'teacher', text, at }
  })
}
