import { type ComponentProps, useId } from 'react'
import { Field } from '../../parts/Field.js'

/** A time zone, typed or chosen from all that there are. */
export function ZoneField(props: ComponentProps<typeof Field>) {
  const list = useId()
  return (
    <>
      <Field {...props} list={list} autoComplete="off" spellCheck={false} />
      <datalist id={list}>
        {Intl.supportedValuesOf('timeZone').map(zone => (
          <option key={zone} value={zone} />
        ))}
      </datalist>
    </>
  )
}
