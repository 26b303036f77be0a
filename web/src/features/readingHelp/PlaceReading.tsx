import { type RegisterPlace, routes } from '@oppen/contract'
import { type ReadingSettings, USUAL } from '@oppen/core/readingHelp'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { useIds, useTie } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { showToast } from '../../parts/toast.js'
import { listWords } from '../../words/numbers.js'
import { say } from '../../words/say.js'
import { inWords } from './inWords.js'
import { ReadingFields } from './ReadingFields.js'

/** How text is for a pupil to begin with, and what the pupil chose since, where the pupil says that teachers may see it. */
export default function PlaceReading({ place }: { readonly place: RegisterPlace }) {
  const { classId } = useIds()
  const archived = useTie()?.archived ?? false
  const { data } = useQuery(reads.readingBeginning(classId, place.id))
  const [edits, setEdits] = useState<ReadingSettings | null>(null)
  const save = useCommand<ReadingSettings | null>({
    do: settings => call(routes.setReadingBeginning, { classId, placeId: place.id }, { settings }),
    again: [reads.readingBeginning(classId, place.id).queryKey],
    done: (_, settings) => {
      setEdits(null)
      showToast(say(settings ? 'reading_begins_saved' : 'reading_begins_removed', { name: place.name }))
    },
  })
  if (!data) return null
  const settings = edits ?? data.settings ?? USUAL
  return (
    <div className="flex flex-col gap-3">
      {data.uses && (
        <p className="rounded-[var(--radius-card)] bg-pale px-3 py-2 text-[0.9375rem]">
          {say('reading_shows_you', { name: place.name, what: listWords(inWords(data.uses)) })}
        </p>
      )}
      <p className="text-soft">{say('reading_begins_lead')}</p>
      <ReadingFields
        settings={settings}
        onChange={changed => setEdits({ ...settings, ...changed })}
        sample={say('reading_sample')}
      />
      {save.words && <Problem words={save.words} />}
      <div className="flex flex-wrap gap-2">
        <Button
          variant="primary"
          disabled={archived || save.busy || !edits}
          onClick={() => edits && save.go(edits)}
        >
          {say('reading_begins_save')}
        </Button>
        {data.settings && (
          <Button variant="quiet" disabled={archived || save.busy} onClick={() => save.go(null)}>
            {say('reading_begins_remove')}
          </Button>
        )}
      </div>
    </div>
  )
}
