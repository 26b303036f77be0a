import type { WorkForm } from '@oppen/contract'
import { routes } from '@oppen/contract'
import type { ClassId, WorkId } from '@oppen/core/ids'
import { useCallback, useEffect, useRef, useState } from 'react'
import { call } from '../../app/api.js'
import { beforeLeaving } from '../../app/session.js'

export type Kept = 'nothing' | 'unsaved' | 'saving' | 'saved' | 'problem'

/** So long after the last key a draft is saved, in milliseconds. */
const PAUSE = 900

export type Begun = {
  readonly form: WorkForm
  readonly workId: WorkId | null
  readonly version: number
  readonly posted: boolean
}

type Now = { form: WorkForm; workId: WorkId | null; version: number; dirty: boolean }

/**
 * The form of a work. A draft is saved as one writes; what is posted already changes only when the teacher says so.
 */
export function useWorkForm(classId: ClassId, begun: Begun) {
  const [form, setForm] = useState(begun.form)
  const [kept, setKept] = useState<Kept>(begun.workId ? 'saved' : 'nothing')
  const [problem, setProblem] = useState<unknown>()
  const now = useRef<Now>({ form: begun.form, workId: begun.workId, version: begun.version, dirty: false })
  const running = useRef<Promise<void>>(Promise.resolve())

  const save = useCallback((): Promise<void> => {
    const write = async () => {
      if (!now.current.dirty) return
      const { form: sent, workId, version } = now.current
      now.current.dirty = false
      setKept('saving')
      try {
        const reply = workId
          ? await call(
              routes.changeWork,
              { classId, workId },
              { form: sent, version, tell: false, post: false, alsoIn: [] },
            )
          : await call(routes.postWork, { classId }, { form: sent, draft: true, alsoIn: [] })
        now.current.version = reply.version
        if ('workId' in reply) now.current.workId = reply.workId as WorkId
        setProblem(undefined)
        setKept(now.current.dirty ? 'unsaved' : 'saved')
      } catch (error) {
        now.current.dirty = true
        setProblem(error)
        setKept('problem')
      }
    }
    running.current = running.current.then(write)
    return running.current
  }, [classId])

  const put = useCallback((part: Partial<WorkForm>) => {
    const before = now.current.form
    const names = Object.keys(part) as (keyof WorkForm)[]
    // an editor that has only opened says what is there already
    if (names.every(name => JSON.stringify(before[name]) === JSON.stringify(part[name]))) return
    now.current.form = { ...before, ...part }
    now.current.dirty = true
    setForm(now.current.form)
    setKept('unsaved')
  }, [])

  // biome-ignore lint/correctness/useExhaustiveDependencies: each change of the form begins the pause anew
  useEffect(() => {
    if (begun.posted || !now.current.dirty) return
    const timer = setTimeout(() => void save(), PAUSE)
    return () => clearTimeout(timer)
  }, [form, save, begun.posted])

  // whoever leaves within the pause, to another page or by signing out, loses nothing
  useEffect(() => {
    if (begun.posted) return
    const callOff = beforeLeaving(save)
    return () => {
      callOff()
      void save()
    }
  }, [save, begun.posted])

  /** The draft's id, kept first where it is not yet: files belong to a work that is there. */
  const idOf = async (): Promise<WorkId | null> => {
    if (!now.current.workId) {
      now.current.dirty = true
      await save()
    }
    return now.current.workId
  }
  return { form, put, kept, problem, save, idOf, now }
}

export type WorkFormState = ReturnType<typeof useWorkForm>
