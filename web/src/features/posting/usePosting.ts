import type { Material } from '@oppen/contract'
import { addressOf, routes } from '@oppen/contract'
import type { ClassId } from '@oppen/core/ids'
import { type Lane, TIMES, type TimeName, type TimeRule } from '@oppen/core/timing'
import { addDays, localAt } from '@oppen/core/zone'
import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useDeferredValue, useState } from 'react'
import { useNavigate } from 'react-router'
import { call, Refusal } from '../../app/api.js'
import { reads } from '../../app/queries.js'
import { useIds, useNow } from '../../app/session.js'
import { formWith } from '../../app/upload.js'
import { showToast } from '../../parts/toast.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { withSpot } from './spot.js'
import { type Begun, useWorkForm } from './useWorkForm.js'

/** Paths of problems that stand beside a field of the form. */
const FIELDS = new RegExp(
  `^(title|directions|details\\.[\\w.]+|forWhom|points|category|links\\.\\d+|rules\\.(${TIMES.join('|')}))$`,
)

/**
 * Posting a work: its form and files, what everybody would see of it, and saving or posting it. `problemAt` is what is
 * wrong with one field, `problem` what belongs to none.
 */
export function usePosting(begun: Begun, begunFiles: readonly Material[]) {
  const { classId } = useIds()
  const time = useNow()
  const navigate = useNavigate()
  const client = useQueryClient()
  const state = useWorkForm(classId, begun)
  const { form, put } = state
  const [files, setFiles] = useState<readonly Material[]>(begunFiles)
  const [alsoIn, setAlsoIn] = useState<readonly ClassId[]>([])
  const [telling, setTelling] = useState(false)
  const asked = useDeferredValue(form)
  const trial = useQuery({
    ...reads.tryWork(classId, { ...asked, workId: begun.workId }),
    placeholderData: keepPreviousData,
  })
  const saving = useMutation({
    mutationFn: async (post: boolean) => {
      if (!begun.posted) await state.save()
      const { workId, version } = state.now.current
      const rest = { form: state.now.current.form, tell: telling, post, alsoIn: [...alsoIn] }
      return workId
        ? call(routes.changeWork, { classId, workId }, { ...rest, version })
        : call(routes.postWork, { classId }, { form: rest.form, draft: !post, alsoIn: rest.alsoIn })
    },
    onSuccess: async (_, post) => {
      state.now.current.dirty = false
      showToast(say(post ? 'post_posted' : 'post_kept', { title: form.title.trim() || say('work_untitled') }))
      await Promise.all([
        client.invalidateQueries({ queryKey: reads.topics(classId).queryKey }),
        client.invalidateQueries({ queryKey: ['week', classId] }),
        client.invalidateQueries({ queryKey: ['work', classId] }),
      ])
      navigate(form.week ? `/c/${classId}/week/${form.week}` : `/c/${classId}/topics`)
    },
  })
  const refusal = saving.error ?? state.problem ?? trial.error
  const problemAt = (path: string) =>
    refusal instanceof Refusal && refusal.path === path ? problemWords(refusal, time) : undefined
  const placed = refusal instanceof Refusal && refusal.path !== undefined && FIELDS.test(refusal.path)
  const usual = `${form.week ? addDays(form.week, 4) : localAt(time.now, time.zone).slice(0, 10)}T17:00`
  const setRule = (name: TimeName, rule: TimeRule | null) => put({ rules: { ...form.rules, [name]: rule } })
  const setSpot = (part: { week?: string | null; lane?: Lane }) => put(withSpot(form, part))
  const takeDay = (date: string) => {
    const { due } = form.rules
    const clock = due?.is === 'fixed' ? due.local.slice(11) : due?.is === 'schoolDays' ? due.time : '17:00'
    setRule('due', { is: 'fixed', local: `${date}T${clock}` })
  }
  // a picture in a text is one of the files of the work
  const addPicture = async (file: File) => {
    try {
      const workId = await state.idOf()
      if (!workId) throw state.problem ?? new Error(say('post_picture_failed'))
      const material = await call(routes.addMaterial, { classId, workId }, formWith(file))
      setFiles(before => [...before, material])
      return addressOf(routes.seeMaterial, { classId, workId, materialId: material.id })
    } catch (error) {
      throw new Error(problemWords(error, time))
    }
  }
  // a video is large: it comes in parts, and goes on after a cut
  const addVideo = async (file: File, progress: (sent: number, of: number) => void) => {
    try {
      const workId = await state.idOf()
      if (!workId) throw state.problem ?? new Error(say('post_picture_failed'))
      const { askAgain, sendParts } = await import('../files/sendFile.js')
      const place = { classId, workId }
      const uploadId = await sendParts(addressOf(routes.beginMaterial, place), file, progress).whole
      const material = await askAgain(() => call(routes.takeMaterial, place, { uploadId }))
      setFiles(before => [...before, material])
      return addressOf(routes.seeMaterial, { ...place, materialId: material.id })
    } catch (error) {
      throw new Error(problemWords(error, time))
    }
  }
  // what took its place is there by now; in posted work it is seen until the change is saved
  const dropFile = async (address: string | null) => {
    const { workId, form: now } = state.now.current
    const file = files.find(({ id }) => address?.endsWith(`/${id}`))
    if (begun.posted || !workId || !file || now.directions?.includes(`/${file.id}"`)) return
    await call(routes.removeMaterial, { classId, workId, materialId: file.id }).catch(() => undefined)
    setFiles(before => before.filter(one => one !== file))
  }
  return {
    state,
    form,
    put,
    files,
    setFiles,
    alsoIn,
    setAlsoIn,
    telling,
    setTelling,
    trial: trial.data,
    save: saving.mutate,
    saving: saving.isPending,
    problem: refusal && !placed ? problemWords(refusal, time) : undefined,
    problemAt,
    usual,
    setRule,
    setSpot,
    takeDay,
    addPicture,
    addVideo,
    dropFile,
  }
}

export type Posting = ReturnType<typeof usePosting>
