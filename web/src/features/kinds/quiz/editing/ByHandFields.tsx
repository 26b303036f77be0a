import { asHtml, asText } from '../../../../parts/asHtml.js'
import { Choice, TextBox } from '../../../../parts/Field.js'
import { say } from '../../../../words/say.js'
import { PictureField } from '../../../questions/editing/PictureField.js'
import type { KindProps } from './fieldProps.js'

type ExampleProps = { readonly example: string; readonly onChange: (example: string) => void }

const Example = ({ example, onChange }: ExampleProps) => (
  <TextBox
    label={say('quiz_example')}
    rows={3}
    value={asText(example)}
    onChange={event => onChange(asHtml(event.target.value))}
  />
)

export const LongFields = ({ question: { key }, put }: KindProps<'long'>) => (
  <Example example={key.example} onChange={example => put({ key: { ...key, example } })} />
)

export const DrawingFields = ({ question: { ask, key }, put, onFile }: KindProps<'drawing'>) => (
  <>
    <PictureField
      label={say('quiz_drawing_on')}
      picture={ask.picture}
      onFile={onFile}
      onChange={picture => put({ ask: { picture } })}
    />
    <Example example={key.example} onChange={example => put({ key: { ...key, example } })} />
  </>
)

export const RecordingFields = ({ question: { ask, key }, put }: KindProps<'recording'>) => (
  <>
    <Choice
      label={say('quiz_recording_most')}
      value={String(ask.most)}
      onChange={value => put({ ask: { most: Number(value) } })}
      options={[30, 60, 120, 300, 600].map(seconds => ({
        value: String(seconds),
        label:
          seconds < 60
            ? say('quiz_seconds', { count: seconds })
            : say('quiz_minutes_long', { count: seconds / 60 }),
      }))}
    />
    <Example example={key.example} onChange={example => put({ key: { ...key, example } })} />
  </>
)
