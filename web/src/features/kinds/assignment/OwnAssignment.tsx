import type { ErrorCode, SubmissionPage } from '@oppen/contract'
import { addressOf, routes } from '@oppen/contract'
import type { Missing } from '@oppen/core/draft'
import { countWords, missingOnPage } from '@oppen/core/draft'
import { draftTitle, mayWrite } from '@oppen/core/work'
import { useQueryClient } from '@tanstack/react-query'
import { Suspense, useDeferredValue, useState } from 'react'
import { Refusal } from '../../../app/api.js'
import type { SubmissionParams } from '../../../app/queries.js'
import { reads } from '../../../app/queries.js'
import { useIds, useNow, useTie } from '../../../app/session.js'
import { Button } from '../../../parts/Button.js'
import { Empty, Waiting } from '../../../parts/Feedback.js'
import { LazyEditor } from '../../../parts/LazyEditor.js'
import { Row, Sheet } from '../../../parts/Sheet.js'
import { Written } from '../../../parts/Written.js'
import { problemWords } from '../../../words/problem.js'
import { say } from '../../../words/say.js'
import { when } from '../../../words/times.js'
import { sendFile } from '../../files/sendFile.js'
import { useUploads } from '../../files/useUploads.js'
import { hasNotes, WithNotes } from '../../marking/LazyVerdict.js'
import { ClassThread } from '../../work/ClassThread.js'
import { Conflict } from '../../work/Conflict.js'
import type { Making } from '../../work/Files.js'
import { FileList, Files, notIn } from '../../work/Files.js'
import { History } from '../../work/History.js'
import { MaterialList } from '../../work/Materials.js'
import { PageVersions } from '../../work/PageVersions.js'
import { SideNote } from '../../work/SideNote.js'
import { SubmissionHead } from '../../work/SubmissionHead.js'
import { TeacherSays } from '../../work/TeacherSays.js'
import { useDraft } from '../../work/useDraft.js'
import { useHandIn } from '../../work/useHandIn.js'
import { WorkBar } from '../../work/WorkBar.js'
import { LazyAddPages, LazySheetVersions, LazyShown, LazyWorksheet } from '../../worksheets/LazyWorksheet.js'
import type { InkState } from '../../worksheets/OwnWorksheet.js'
import type { OwnProps } from '../ownProps.js'
import { templateOf } from './template.js'

/** A page, a worksheet or files that a pupil makes and hands in. */
export function OwnAssignment({ params, page }: OwnProps) {
  const time = useNow()
  const { work, status } = page
  const template = templateOf(work)
  const autosave = useDraft(params, page, template ?? '')
  const [ink, setInk] = useState<InkState | null>(null)
  const archived = useTie()?.archived ?? false
  const open = !archived && mayWrite(status, work, time.now).ok
  const coming = open && page.worksheet !== null ? undefined : null
  const addPicture = useAddPicture(params)
  const uploads = useUploads(params)
  const underWay = uploads.list.filter(one => one.problem === undefined)
  const filesComing = !uploads.known || underWay.length > 0
  const filesRefused = underWay.length < uploads.list.length
  const handingIn = useHandIn(params, { autosave, ink: ink?.autosave ?? coming, filesComing, filesRefused })
  const writable = open && !handingIn.press
  const title = draftTitle(work.title, page.pupil.name)
  const [making, setMaking] = useState<Making | null>(null)
  const [writing, setWriting] = useState(false)
  // where there is a worksheet, a page to write on is there once somebody wants it
  const showsPage = !page.worksheet || writing || !!template || autosave.html !== ''
  const html = useDeferredValue(autosave.html)
  const missing: Missing[] = [
    ...missingOnPage({
      html,
      template,
      files: page.files.length + uploads.list.length + (ink?.autosave.items.size ?? 0),
    }),
    ...(ink?.autosave.items.size && ink.emptyPages.length
      ? [{ is: 'pages', numbers: ink.emptyPages } as const]
      : []),
    ...(making === 'voice' || making === 'video' ? [{ is: 'recording' } as const] : []),
    ...underWay.map(({ name }) => ({ is: 'uploading', name }) as const),
  ]
  return (
    <div className="flex min-h-full flex-col">
      <div className="flex-1">
        <Sheet title={work.title}>
          <SubmissionHead page={page} own={{ params, handIns: page.handIns }} />
          <Row>
            <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1fr)_20rem]">
              <div className="order-2 flex min-w-0 flex-col gap-6 lg:order-1">
                <TeacherSays page={page} />
                <WithNotes params={params} page={page} />
                {open && page.worksheet && (
                  <section>
                    <h2 className="mb-1 text-lg">{title}</h2>
                    <Suspense fallback={<Waiting />}>
                      <LazyWorksheet params={params} locked={!writable} onState={setInk} />
                    </Suspense>
                  </section>
                )}
                <section>
                  {showsPage && (open || !hasNotes(page)) && <h2 className="mb-2 text-lg">{title}</h2>}
                  <Conflict autosave={autosave} />
                  {writable && !showsPage ? (
                    <Button onClick={() => setWriting(true)}>{say('page_begin')}</Button>
                  ) : writable ? (
                    <>
                      <LazyEditor
                        html={autosave.html}
                        edition={autosave.edition}
                        onChange={changed => autosave.change(changed)}
                        label={title}
                        onPicture={addPicture}
                        roomy
                      />
                      <p className="mt-1 text-end text-sm text-soft tabular-nums">
                        {say('page_words', { count: countWords(html) })}
                      </p>
                    </>
                  ) : open ? (
                    <Written html={autosave.html} className="text-[1.0625rem]" />
                  ) : (
                    !hasNotes(page) && <AsHandedIn page={page} />
                  )}
                </section>
                {writable && !page.worksheet && (
                  <Suspense fallback={<div className="min-h-9 max-md:min-h-14.5" />}>
                    <LazyAddPages params={params} first />
                  </Suspense>
                )}
                {writable && (
                  <Files
                    params={params}
                    files={notIn(autosave.html, page.files)}
                    room={page.room}
                    uploads={uploads}
                    making={making}
                    onMaking={setMaking}
                  />
                )}
              </div>
              <div className="contents lg:sticky lg:top-4 lg:order-2 lg:flex lg:max-h-[calc(100dvh-7rem)] lg:flex-col lg:gap-6 lg:self-start lg:overflow-y-auto lg:border-s lg:border-rule lg:ps-6">
                <Directions page={page} />
                <div className="order-3 flex flex-col gap-6">
                  <SideNote params={params} who={say('work_note_who')} />
                  <ClassThread address={params} thread={page.thread} />
                  {page.draft && <PageVersions params={params} count={page.draft.versions} may={open} />}
                  {!!page.worksheet?.version && (
                    <Suspense fallback={null}>
                      <LazySheetVersions params={params} may={open} />
                    </Suspense>
                  )}
                  <History page={page} />
                </div>
              </div>
            </div>
          </Row>
        </Sheet>
      </div>
      {!archived && (
        <WorkBar
          params={params}
          page={page}
          autosave={autosave}
          missing={missing}
          handingIn={handingIn}
          ink={ink}
        />
      )}
    </div>
  )
}

/** What to do and what comes with it, beside the page at all times; on a phone above it. */
function Directions({ page: { work } }: { readonly page: SubmissionPage }) {
  if (!work.directions && !work.materials.length) return null
  return (
    <section className="order-1">
      <h2 className="mb-1 text-lg">{say('work_directions')}</h2>
      {work.directions && <Written html={work.directions} className="text-[1.0625rem] lg:text-base" />}
      <MaterialList materials={work.materials} html={work.directions} />
    </section>
  )
}

/** A picture in the page is one of the files of the submission. */
function useAddPicture(params: SubmissionParams): (file: File) => Promise<string> {
  const time = useNow()
  const client = useQueryClient()
  return async file => {
    try {
      const { id: fileId } = await sendFile(params, file, () => undefined).arrived
      void client.invalidateQueries({ queryKey: reads.submission(params).queryKey })
      return addressOf(routes.seeFile, { ...params, fileId })
    } catch (error) {
      throw new Error(problemWords(error, time))
    }
  }
}

/** Why nothing can be written here now. */
function NotNow({ page }: { readonly page: SubmissionPage }) {
  const time = useNow()
  const may = mayWrite(page.status, page.work, time.now)
  if (may.ok) return null
  const { code, params } = may.refusal
  return (
    <Empty>
      {problemWords(new Refusal(409, { code: code as ErrorCode, ...(params && { params }) }), time)}
    </Empty>
  )
}

/** The last hand-in, frozen as it was. */
function AsHandedIn({ page }: { readonly page: SubmissionPage }) {
  const time = useNow()
  const { classId } = useIds()
  const [last] = page.handIns
  const params = { classId, workId: page.work.id, placeId: page.pupil.placeId }
  if (!last) {
    if (page.worksheet?.version)
      return (
        <Suspense fallback={<Waiting />}>
          <LazyShown params={params} />
        </Suspense>
      )
    return page.draft ? <Written html={page.draft.html} /> : <NotNow page={page} />
  }
  return (
    <div className="rounded-[var(--radius-card)] border border-rule px-5 py-4">
      <p className="mb-3 text-sm text-soft">
        {say('work_handedIn_at', { at: when(last.pressedAt ?? last.at, time) })}
      </p>
      {last.worksheet && (
        <Suspense fallback={<Waiting />}>
          <LazyShown params={params} version={last.worksheet.version} />
        </Suspense>
      )}
      <Written html={last.html} className="text-[1.0625rem]" />
      <FileList files={last.files} page={page} html={last.html} />
    </div>
  )
}
