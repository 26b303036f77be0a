import type { Item } from '@oppen/core/questions'
import { Images, X } from 'lucide-react'
import { useState } from 'react'
import { Button } from '../../../../parts/Button.js'
import { say } from '../../../../words/say.js'
import { Check } from '../../../questions/editing/Check.js'
import { newPartId } from '../../../questions/editing/ids.js'
import { PictureField } from '../../../questions/editing/PictureField.js'
import type { KindProps } from './fieldProps.js'
import { mediaOf, withMedia } from './media.js'
import { Partial as InParts } from './Partial.js'
import { SoundField } from './SoundField.js'

const BOX = 'min-w-0 rounded-[var(--radius-card)] border border-edge bg-sheet px-2.5 py-1.5 text-[0.9375rem]'

type Props = KindProps<'one'> | KindProps<'several'>

/** The choices, which of them are right, and what is said to whoever takes each. */
export function ChoiceFields({ question, put: putPart, onFile }: Props) {
  // both kinds have the same fields but for what is right
  const put = putPart as (part: object) => void
  const [opened, setOpened] = useState<string | null>(null)
  const { ask, key } = question
  const { choices } = ask
  const right = question.kind === 'one' ? [question.key.right] : question.key.right
  const setChoices = (next: readonly Item[]) => put({ ask: { ...ask, choices: next } })
  const turn = (id: string, on: boolean) => {
    if (question.kind === 'one') return put({ key: { ...key, right: id } })
    put({ key: { ...key, right: on ? [...right, id] : right.filter(one => one !== id) } })
  }
  return (
    <fieldset className="flex flex-col gap-1.5">
      <legend className="mb-1 text-[0.9375rem] font-semibold">{say('quiz_choices')}</legend>
      {choices.map((choice, index) => {
        const number = index + 1
        const { picture, sound } = mediaOf(question, choice.id)
        return (
          <div key={choice.id} className="flex flex-col gap-2">
            <div className="grid grid-cols-[auto_1fr_auto_auto] items-center gap-1.5 sm:grid-cols-[auto_1fr_1fr_auto_auto]">
              <input
                type={question.kind === 'one' ? 'radio' : 'checkbox'}
                name={`right-${question.id}`}
                aria-label={say('quiz_choice_right', { number })}
                checked={right.includes(choice.id)}
                onChange={event => turn(choice.id, event.target.checked)}
                className="size-5"
              />
              <input
                aria-label={say('post_choice', { number })}
                value={choice.text}
                onChange={event =>
                  setChoices(
                    choices.map(one => (one === choice ? { ...one, text: event.target.value } : one)),
                  )
                }
                className={BOX}
              />
              <input
                aria-label={say('quiz_choice_note', { number })}
                placeholder={say('quiz_choice_note_short')}
                value={key.notes[choice.id] ?? ''}
                onChange={event =>
                  put({ key: { ...key, notes: { ...key.notes, [choice.id]: event.target.value } } })
                }
                className={`${BOX} max-sm:col-span-3 max-sm:col-start-2 max-sm:row-start-2`}
              />
              <button
                type="button"
                aria-expanded={opened === choice.id}
                aria-label={say('quiz_choice_media', { number })}
                title={say('quiz_choice_media', { number })}
                onClick={() => setOpened(opened === choice.id ? null : choice.id)}
                className={`rounded p-1.5 hover:bg-pale ${picture || sound ? 'text-blue' : 'text-soft'}`}
              >
                <Images size={17} aria-hidden="true" />
              </button>
              <button
                type="button"
                aria-label={say('take_off', { name: choice.text || String(number) })}
                onClick={() => setChoices(choices.filter(one => one !== choice))}
                className="rounded p-1.5 hover:bg-pale"
              >
                <X size={16} aria-hidden="true" />
              </button>
            </div>
            {opened === choice.id && (
              <div className="ms-7 flex flex-col gap-3 border-s-2 border-rule ps-3 pb-2">
                <PictureField
                  label={say('quiz_choice_picture', { number })}
                  picture={picture}
                  onFile={onFile}
                  onChange={next => put({ media: withMedia(question, choice.id, { picture: next }) })}
                />
                <SoundField
                  name={say('quiz_choice_sound', { number })}
                  sound={sound}
                  onFile={onFile}
                  onChange={next => put({ media: withMedia(question, choice.id, { sound: next }) })}
                />
              </div>
            )}
          </div>
        )
      })}
      <div className="flex flex-wrap items-center gap-4">
        <Button
          onClick={() => setChoices([...choices, { id: newPartId(), text: '' }])}
          disabled={choices.length >= 30}
        >
          {say('post_choice_add')}
        </Button>
        <Check checked={ask.mixed} onChange={mixed => put({ ask: { ...ask, mixed } })}>
          {say('quiz_choices_mixed')}
        </Check>
        {question.kind === 'several' && (
          <InParts checked={question.key.partial} onChange={partial => put({ key: { ...key, partial } })} />
        )}
      </div>
    </fieldset>
  )
}
