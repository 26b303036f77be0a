import type { Section } from '@oppen/core/work/kinds/quiz'
import { Button } from '../../../../parts/Button.js'
import { Choice, Field } from '../../../../parts/Field.js'
import { say } from '../../../../words/say.js'

type Props = {
  readonly section: Section
  readonly onChange: (part: Partial<Section>) => void
  /** Takes it out; undefined for the only one. */
  readonly onRemove: (() => void) | undefined
}

/** What a section is called, and how many of its questions each pupil gets. */
export const SectionHead = ({ section, onChange, onRemove }: Props) => (
  <div className="grid items-end gap-3 sm:grid-cols-[1fr_12rem_auto]">
    <Field
      label={say('quiz_section')}
      value={section.title}
      onChange={event => onChange({ title: event.target.value })}
    />
    <Choice
      label={say('quiz_pick')}
      value={String(section.pick ?? '')}
      onChange={value => onChange({ pick: value ? Number(value) : null })}
      options={[
        { value: '', label: say('quiz_pick_all') },
        ...section.questions.map((_, index) => ({
          value: String(index + 1),
          label: say('quiz_pick_some', { count: index + 1 }),
        })),
      ]}
    />
    {onRemove && (
      <Button onClick={onRemove} disabled={section.questions.length > 0}>
        {say('quiz_remove_section')}
      </Button>
    )}
  </div>
)
