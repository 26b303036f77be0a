import type { ClassLink } from '@oppen/contract'
import { say } from '../words/say.js'
import { Cell, Off } from './inputs.js'

type Props = {
  readonly link: ClassLink
  readonly onChange: (link: ClassLink) => void
  readonly onOff: () => void
}

/** A link to elsewhere as it is written: where it leads and what it is called. */
export function LinkLine({ link, onChange, onOff }: Props) {
  return (
    <div className="flex flex-wrap items-center gap-1.5">
      <Cell
        label={say('link_address')}
        placeholder="https://"
        value={link.url}
        onChange={event => onChange({ ...link, url: event.target.value })}
        className="flex-1"
      />
      <Cell
        label={say('link_title')}
        placeholder={say('link_title')}
        value={link.title}
        onChange={event => onChange({ ...link, title: event.target.value })}
        className="flex-1"
      />
      <Off label={say('take_off', { name: link.title || link.url })} onClick={onOff} />
    </div>
  )
}
