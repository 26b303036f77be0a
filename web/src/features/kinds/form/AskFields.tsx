import type { Item } from '@oppen/core/questions'
import type { FormQuestion } from '@oppen/core/work/kinds/form'
import { useState } from 'react'
import { Button } from '../../../parts/Button.js'
import { Field, TextBox } from '../../../parts/Field.js'
import { Cell, Off } from '../../../parts/inputs.js'
import { say } from '../../../words/say.js'
import { newPartId } from '../../questions/editing/ids.js'
import { itemLines, itemsOf } from '../../questions/editing/lines.js'
import { PictureField } from '../../questions/editing/PictureField.js'

type Props = {
  readonly question: FormQuestion
  readonly put: (part: object) => void
  readonly onFile: (file: File) => Promise<string>
}

/** What a question of a form needs besides its words. */
export function AskFields({ question, put, onFile }: Props) {
  switch (question.kind) {
    case 'one':
    case 'several':
      return (
        <Choices
          choices={question.ask.choices}
          onChange={choices => put({ ask: { ...question.ask, choices } })}
        />
      )
    case 'order':
      return <Items items={question.ask.items} onChange={items => put({ ask: { items } })} />
    case 'number':
      return (
        <Field
          label={say('form_unit')}
          value={question.ask.unit ?? ''}
          maxLength={40}
          onChange={event => put({ ask: { unit: event.target.value || null } })}
        />
      )
    case 'place':
      return (
        <>
          <PictureField
            label={say('quiz_place_picture')}
            picture={question.ask.picture || null}
            alt={question.ask.shows}
            onFile={onFile}
            onChange={picture => put({ ask: { ...question.ask, picture: picture ?? '' } })}
          />
          <Field
            label={say('quiz_place_shows')}
            value={question.ask.shows}
            onChange={event => put({ ask: { ...question.ask, shows: event.target.value } })}
          />
        </>
      )
    default:
      return null
  }
}

type ItemsProps = { readonly items: readonly Item[]; readonly onChange: (items: readonly Item[]) => void }

function Items({ items, onChange }: ItemsProps) {
  const [typed, setTyped] = useState(itemLines(items))
  return (
    <TextBox
      label={say('form_items')}
      hint={say('quiz_accepted_hint')}
      rows={4}
      value={typed}
      onChange={event => {
        setTyped(event.target.value)
        onChange(itemsOf(event.target.value, items))
      }}
    />
  )
}

type ChoicesProps = {
  readonly choices: readonly Item[]
  readonly onChange: (choices: readonly Item[]) => void
}

const Choices = ({ choices, onChange }: ChoicesProps) => (
  <fieldset className="flex flex-col gap-1.5">
    <legend className="mb-1 text-[0.9375rem] font-semibold">{say('form_choices')}</legend>
    {choices.map((choice, index) => (
      <div key={choice.id} className="flex items-center gap-1.5">
        <Cell
          label={say('post_choice', { number: index + 1 })}
          value={choice.text}
          className="flex-1 py-1.5"
          onChange={event =>
            onChange(choices.map(one => (one === choice ? { ...one, text: event.target.value } : one)))
          }
        />
        <Off
          label={say('take_off', { name: choice.text || String(index + 1) })}
          onClick={() => onChange(choices.filter(one => one !== choice))}
        />
      </div>
    ))}
    <div>
      <Button
        onClick={() => onChange([...choices, { id: newPartId(), text: '' }])}
        disabled={choices.length >= 30}
      >
        {say('post_choice_add')}
      </Button>
    </div>
  </fieldset>
)
