import { say } from '../../../../words/say.js'
import { Check } from '../../../questions/editing/Check.js'

type Props = { readonly checked: boolean; readonly onChange: (checked: boolean) => void }

/** Whether some right parts are worth a part of the points. */
export const Partial = ({ checked, onChange }: Props) => (
  <Check checked={checked} onChange={onChange}>
    {say('quiz_partial')}
  </Check>
)
