import { Button } from '../../parts/Button.js'
import { say } from '../../words/say.js'
import type { MarkDraftAutosave } from './markDraftAutosave.js'

type Props = { readonly draft: MarkDraftAutosave; readonly points: number | null }

/** Somebody else has marked or written meanwhile: what they have, and which of the two goes on. */
export function Changed({ draft }: Props) {
  if (draft.status.is !== 'changed') return null
  const { verdict, by } = draft.status.theirs
  return (
    <div role="alert" className="border-s-4 border-ochre bg-ochre-pale px-3 py-2 text-[0.9375rem]">
      <p className="font-semibold">{say(by ? 'desk_changed_by' : 'desk_changed', { name: by ?? '' })}</p>
      <p className="mt-1">
        {verdict.mark && <strong className="me-2 tabular-nums">{verdict.mark}</strong>}
        <span className="whitespace-pre-line">{verdict.feedback}</span>
        {!verdict.mark && !verdict.feedback && say('desk_changed_nothing')}
      </p>
      <div className="mt-2 flex flex-wrap gap-2">
        <Button onClick={() => draft.settle('theirs')}>{say('desk_use_theirs')}</Button>
        <Button onClick={() => draft.settle('mine')}>{say('desk_use_mine')}</Button>
      </div>
    </div>
  )
}
