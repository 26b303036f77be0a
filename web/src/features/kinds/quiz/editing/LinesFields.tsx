import { useState } from 'react'
import { TextBox } from '../../../../parts/Field.js'
import { say } from '../../../../words/say.js'
import {
  gapLines,
  gapsOf,
  groupLines,
  groupsOf,
  itemLines,
  itemsOf,
  pairLines,
  pairsOf,
} from '../../../questions/editing/lines.js'
import type { KindProps } from './fieldProps.js'
import { Partial } from './Partial.js'

type LinesProps = {
  readonly label: string
  readonly hint: string
  readonly text: string
  readonly onChange: (text: string) => void
}

/** A text that stands for the parts of a question; it stays as it is typed. */
function Lines({ label, hint, text, onChange }: LinesProps) {
  const [typed, setTyped] = useState(text)
  return (
    <TextBox
      label={label}
      hint={hint}
      rows={5}
      value={typed}
      onChange={event => {
        setTyped(event.target.value)
        onChange(event.target.value)
      }}
    />
  )
}

export const GapsFields = ({ question: { ask, key }, put }: KindProps<'gaps'>) => (
  <>
    <Lines
      label={say('quiz_gaps')}
      hint={say('quiz_gaps_hint')}
      text={gapLines(ask, key.blanks)}
      onChange={text => {
        const read = gapsOf(text, { blanks: ask.blanks, keys: key.blanks })
        put({ ask: read.ask, key: { ...key, blanks: read.keys } })
      }}
    />
    <Partial checked={key.partial} onChange={partial => put({ key: { ...key, partial } })} />
  </>
)

export const PairsFields = ({ question: { ask, key }, put }: KindProps<'pairs'>) => (
  <>
    <Lines
      label={say('quiz_pairs')}
      hint={say('quiz_pairs_hint')}
      text={pairLines(ask, key.pairs)}
      onChange={text => {
        const { left, right, pairs } = pairsOf(text, ask)
        put({ ask: { left, right }, key: { ...key, pairs } })
      }}
    />
    <Partial checked={key.partial} onChange={partial => put({ key: { ...key, partial } })} />
  </>
)

export const OrderFields = ({ question: { ask, key }, put }: KindProps<'order'>) => (
  <>
    <Lines
      label={say('quiz_order')}
      hint={say('quiz_order_hint')}
      text={itemLines(ask.items)}
      onChange={text => {
        const items = itemsOf(text, ask.items)
        put({ ask: { items }, key: { ...key, order: items.map(({ id }) => id) } })
      }}
    />
    <Partial checked={key.partial} onChange={partial => put({ key: { ...key, partial } })} />
  </>
)

export const GroupsFields = ({ question: { ask, key }, put }: KindProps<'groups'>) => (
  <>
    <Lines
      label={say('quiz_groups')}
      hint={say('quiz_groups_hint')}
      text={groupLines(ask, key.groups)}
      onChange={text => {
        const { items, groups, of } = groupsOf(text, ask)
        put({ ask: { items, groups }, key: { ...key, groups: of } })
      }}
    />
    <Partial checked={key.partial} onChange={partial => put({ key: { ...key, partial } })} />
  </>
)
