import type { Material, TopicsPage, WorkPage } from '@oppen/contract'
import { type FormEvent, useState } from 'react'
import { useNavigate } from 'react-router'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Head, Row, Sheet } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { AsPupil } from './AsPupil.js'
import { RemoveWork } from './RemoveWork.js'
import { usePosting } from './usePosting.js'
import type { Begun } from './useWorkForm.js'
import { WhatFields } from './WhatFields.js'
import { WhenFields } from './WhenFields.js'

export type PostProps = {
  readonly begun: Begun
  readonly page: TopicsPage
  readonly plan: readonly { readonly value: string; readonly label: string }[]
  readonly files: readonly Material[]
  readonly extensions: WorkPage['extensions']
  /** Who has begun, and how many have not. */
  readonly begunBy?: WorkPage['begun']
  readonly notBegun?: number
}

/** One form for all kinds; what is refused stands beside its field, and everything typed stays. */
export function PostForm({ begun, page, plan, files: begunFiles, begunBy = [], notBegun = 0 }: PostProps) {
  const navigate = useNavigate()
  const posting = usePosting(begun, begunFiles)
  const { state, form, files, trial, saving, save } = posting
  const [looking, setLooking] = useState(false)
  const submit = (event: FormEvent) => {
    event.preventDefault()
    save(true)
  }
  const title = begun.posted ? 'post_change_title' : 'post_title'
  return (
    <Sheet title={say(title)}>
      <Head
        title={say(title)}
        sub={page.className}
        margin={!begun.posted && state.kept !== 'nothing' ? say(`post_draft_${state.kept}`) : null}
        aside={
          <Button onClick={() => setLooking(true)} disabled={!trial}>
            {say('aspupil_go')}
          </Button>
        }
      />
      <form onSubmit={submit} noValidate>
        <Row>
          <div className="grid max-w-5xl grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
            <WhatFields posting={posting} begun={begun} begunBy={begunBy} notBegun={notBegun} />
            <WhenFields posting={posting} page={page} plan={plan} posted={begun.posted} />
          </div>
          {posting.problem && (
            <div className="mt-4 max-w-5xl">
              <Problem words={posting.problem} />
            </div>
          )}
          {begun.posted && (
            <div className="mt-5">
              <label className="flex items-center gap-2">
                <input
                  type="checkbox"
                  checked={posting.telling}
                  onChange={event => posting.setTelling(event.target.checked)}
                />
                {say('post_tell')}
              </label>
              {begunBy.length > 0 && (
                <p className="text-sm text-soft">{say('post_begun', { count: begunBy.length })}</p>
              )}
            </div>
          )}
          <div className="mt-5 flex flex-wrap gap-3">
            <Button type="submit" variant="primary" disabled={saving}>
              {say(begun.posted ? 'post_save' : 'post_go')}
            </Button>
            {!begun.posted && (
              <Button onClick={() => save(false)} disabled={saving}>
                {say('post_keep')}
              </Button>
            )}
            <Button onClick={() => navigate(-1)}>{say('cancel')}</Button>
            {begun.workId && <RemoveWork />}
          </div>
        </Row>
      </form>
      {looking && trial && (
        <AsPupil form={form} files={files} trial={trial} onClose={() => setLooking(false)} />
      )}
    </Sheet>
  )
}
