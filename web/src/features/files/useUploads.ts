import { FILE_KINDS, kindOfFile } from '@oppen/contract'
import { useQueryClient } from '@tanstack/react-query'
import { useCallback, useEffect, useRef, useState } from 'react'
import { Refusal } from '../../app/api.js'
import { notYet, onceReachable } from '../../app/delivery.js'
import { reads, type SubmissionParams } from '../../app/queries.js'
import { useMe } from '../../app/session.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'
import { forgetFile, type KeptFile, type KeptRecording, keepFile, keptFiles } from './keptFiles.js'
import { sendKept } from './sendFile.js'

/** A file on its way to the submission. */
export type OnItsWay = {
  readonly key: string
  readonly name: string
  readonly sent: number
  readonly size: number
  /** What it was refused for; it stays here until it is taken off. */
  readonly problem?: unknown
  /** What holds it up for now; it is tried again. */
  readonly delay?: unknown
}

export type Uploads = {
  /** Whether it is known what was added before and has not arrived. */
  readonly known: boolean
  readonly list: readonly OnItsWay[]
  /** Sends files; of a recording, also how it lies on the device already. */
  readonly add: (files: readonly File[], recording?: KeptRecording) => Promise<void>
  /** Under whose name files are kept on the device. */
  readonly owner: string
  readonly cancel: (key: string) => void
}

const RETRY = 5_000

/** Looks at a chosen file before it is sent for nothing. */
function precheck(file: File): void {
  const { name, size } = file
  if (size === 0) throw new Refusal(422, { code: 'file_empty', params: { name } })
  const kind = kindOfFile(file.type.split(';')[0] ?? '')
  const most = kind && FILE_KINDS[kind].most
  if (most && size > most)
    throw new Refusal(413, { code: 'file_large', params: { name, most: most / 1024 / 1024 } })
}

/**
 * Files on their way to a submission, one after the other. Each is kept on the device until it has arrived, so that
 * neither a cut nor a closed page loses a recording.
 */
export function useUploads(params: SubmissionParams): Uploads {
  const { account } = useMe()
  const client = useQueryClient()
  const [list, setList] = useState<readonly OnItsWay[]>([])
  const [known, setKnown] = useState(false)
  const waiting = useRef<KeptFile[]>([])
  const going = useRef<{ key: string; cancel: () => void } | undefined>(undefined)
  const callOff = useRef<() => void>(undefined)
  const { classId, workId, placeId } = params
  const owner = `${account.id} ${workId} ${placeId}`

  const set = useCallback((key: string, change: Partial<OnItsWay>) => {
    setList(all => all.map(one => (one.key === key ? { ...one, ...change } : one)))
  }, [])

  const done = useCallback((key: string) => {
    void forgetFile(key)
    waiting.current = waiting.current.filter(one => one.key !== key)
    setList(all => all.filter(one => one.key !== key))
  }, [])

  const go = useCallback(async () => {
    callOff.current?.()
    const next = waiting.current[0]
    if (!next || going.current) return
    const { key } = next
    const submission = { classId, workId, placeId }
    const { arrived, cancel } = sendKept(submission, next, sent => set(key, { sent, delay: undefined }))
    going.current = { key, cancel }
    try {
      await arrived
      done(key)
      await client.invalidateQueries({ queryKey: reads.submission(submission).queryKey })
    } catch (error) {
      if (notYet(error)) {
        set(key, { delay: error })
        callOff.current = onceReachable(() => void go(), RETRY)
      } else {
        waiting.current = waiting.current.filter(one => one.key !== key)
        set(key, { problem: error })
      }
    } finally {
      going.current = undefined
    }
    if (waiting.current[0]?.key !== key) void go()
  }, [classId, workId, placeId, client, set, done])

  const take = useCallback(
    (kept: readonly KeptFile[]) => {
      const known = new Set(waiting.current.map(one => one.key))
      const more = kept.filter(one => !known.has(one.key))
      waiting.current = [...waiting.current, ...more]
      const shown = more.map(({ key, file }) => ({ key, name: file.name, sent: 0, size: file.size }))
      setList(all => [...all, ...shown])
      void go()
    },
    [go],
  )

  // what was added before and never arrived goes now
  useEffect(() => {
    let gone = false
    void keptFiles(owner)
      .catch(() => [])
      .then(kept => {
        if (gone) return
        take(kept)
        setKnown(true)
        const cut = kept.find(one => one.cut)
        if (cut) showToast(say('recorder_cut', { name: cut.file.name }))
      })
    return () => {
      gone = true
      callOff.current?.()
    }
  }, [owner, take])

  const add = async (files: readonly File[], recording?: KeptRecording) => {
    // who chooses again has seen why the one before was refused
    setList(all => all.filter(one => one.problem === undefined))
    for (const file of files) {
      try {
        precheck(file)
        take([(await recording?.finished(file)) ?? (await keepFile(owner, file))])
      } catch (problem) {
        void recording?.drop()
        const key = `refused ${file.name} ${Date.now()}`
        setList(all => [...all, { key, name: file.name, sent: 0, size: file.size, problem }])
      }
    }
  }

  const cancel = (key: string) => {
    if (going.current?.key === key) going.current.cancel()
    done(key)
  }

  return { known, list, add, owner, cancel }
}
