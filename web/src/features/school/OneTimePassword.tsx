import { Button } from '../../parts/Button.js'
import { say } from '../../words/say.js'

type Props = {
  readonly name: string
  readonly given: { readonly userName: string; readonly secret: string }
  readonly onClose: () => void
}

/** A password for one sign-in, shown once. */
export function OneTimePassword({ name, given, onClose }: Props) {
  return (
    <div role="status" className="flex flex-col gap-3">
      <p>{say('teachers_given', { name })}</p>
      <dl className="grid grid-cols-[auto_1fr] gap-x-5 gap-y-1.5 border-s-4 border-ochre bg-ochre-pale px-4 py-3 text-lg">
        <dt className="text-[0.9375rem] text-soft">{say('teachers_user_name')}</dt>
        <dd className="font-semibold select-all">{given.userName}</dd>
        <dt className="text-[0.9375rem] text-soft">{say('teachers_password')}</dt>
        <dd className="font-semibold select-all">{given.secret}</dd>
      </dl>
      <p className="text-[0.9375rem] text-soft">{say('teachers_password_says')}</p>
      <div>
        <Button variant="primary" onClick={onClose}>
          {say('teachers_close')}
        </Button>
      </div>
    </div>
  )
}
