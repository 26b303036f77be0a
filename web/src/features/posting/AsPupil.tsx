import type { Material, WorkForm, WorkTrial } from '@oppen/contract'
import { UNTOUCHED } from '@oppen/core/work'
import { useState } from 'react'
import { StateLabel } from '../../parts/StateLabel.js'
import { Window } from '../../parts/Window.js'
import { Written } from '../../parts/Written.js'
import { say } from '../../words/say.js'
import { POSTED } from '../kinds/posted.js'
import { MaterialList } from '../work/Materials.js'
import { useSubmissionState } from '../work/useSubmissionState.js'
import { parsePoints } from './points.js'

type Props = {
  readonly form: WorkForm
  readonly files: readonly Material[]
  readonly trial: WorkTrial
  readonly onClose: () => void
}

/** The work as a pupil of a chosen group will find it: nothing of the teacher's side, and that group's own times. */
export function AsPupil({ form, files, trial, onClose }: Props) {
  const [groupId, setGroupId] = useState(trial.times[0]?.groupId)
  const times = trial.times.find(one => one.groupId === groupId)
  const line = {
    id: 'preview' as never,
    kind: form.kind,
    title: form.title,
    points: parsePoints(form.points),
    minutes: form.minutes,
    opensAt: times?.opensAt ?? null,
    dueAt: times?.dueAt ?? null,
    closesAt: times?.closesAt ?? null,
    postedAt: 0,
  }
  const { state, said } = useSubmissionState(line, UNTOUCHED)
  const { Preview } = POSTED[form.kind]
  const links = form.links
    .filter(link => link.url.trim())
    .map((link, index) => ({
      id: `link ${index}` as never,
      kind: 'link' as const,
      title: link.title || link.url,
      url: link.url,
      type: null,
      size: null,
    }))
  // what is in it, as its video or a picture of a question, is no file beside it
  const inDetails = JSON.stringify(form.details)
  const locked = state.is === 'opens'
  return (
    <Window open onClose={onClose} title={say('aspupil_title')} size="wide">
      {trial.times.length > 1 && (
        <fieldset aria-label={say('week_groups')} className="mb-3 flex gap-1">
          {trial.times.map(one => (
            <button
              key={one.groupId}
              type="button"
              aria-pressed={one.groupId === groupId}
              onClick={() => setGroupId(one.groupId)}
              className="rounded-[var(--radius-card)] px-2.5 py-1 text-[0.9375rem] text-soft hover:bg-pale aria-pressed:bg-pale aria-pressed:font-semibold aria-pressed:text-ink"
            >
              {one.name}
            </button>
          ))}
        </fieldset>
      )}
      <h2 className="text-2xl">{form.title || say('work_untitled')}</h2>
      <p className="flex flex-wrap items-baseline gap-x-4">
        <StateLabel state={state} said={said} />
        {form.minutes !== null && (
          <span className="text-[0.9375rem] text-soft">{say('minutes', { minutes: form.minutes })}</span>
        )}
      </p>
      {locked ? (
        <p className="mt-3 text-soft">{say('aspupil_locked')}</p>
      ) : (
        <>
          {form.directions && (
            <Written html={form.directions} className="mt-3 max-w-prose text-[1.0625rem]" />
          )}
          <MaterialList
            materials={[...files.filter(({ id }) => !inDetails.includes(`/materials/${id}`)), ...links]}
            html={form.directions}
          />
          {Preview && <Preview form={form} />}
        </>
      )}
    </Window>
  )
}
