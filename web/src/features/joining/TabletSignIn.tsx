import type { TabletPage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { type FormEvent, useState } from 'react'
import { call } from '../../app/api.js'
import { useAsk } from '../../app/outside.js'
import { useComeIn } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { say } from '../../words/say.js'
import { Doorstep } from '../welcome/Doorstep.js'
import { Face, type TabletFace } from './Face.js'
import { isWhole, OwnSecretField } from './OwnSecretField.js'

type Props = { readonly face: TabletFace; readonly page: TabletPage; readonly onOther: () => void }

/** One child at a shared tablet: the face once more, large, and the own secret, if there is one. */
export function TabletSignIn({ face, page, onOther }: Props) {
  const comeIn = useComeIn()
  const asking = useAsk()
  const [secret, setSecret] = useState('')
  const { kind, choose } = face
  const enter = (given: string) =>
    void asking.ask(async () => {
      try {
        comeIn(await call(routes.comeInAtTablet, {}, { placeId: face.id, secret: given || null }))
      } catch (error) {
        setSecret('')
        throw error
      }
    })
  const change = (value: string) => {
    setSecret(value)
    // a pin or three pictures are whole by themselves: no button to look for
    if (!choose && kind !== 'password' && isWhole(kind, value)) enter(value)
  }
  const submit = (event: FormEvent) => {
    event.preventDefault()
    enter(secret)
  }
  const other = asking.other('secret')
  return (
    <Doorstep
      title={say('tablet_hello', { name: face.shortName })}
      lead={say('tablet_lead', { className: page.className })}
    >
      <form onSubmit={submit} className="flex flex-col gap-4" noValidate autoComplete="off">
        <Face id={face.id} name={face.shortName} hasPicture={face.hasPicture} size={112} />
        {other && <Problem words={other} />}
        {choose && kind !== 'none' && <p>{say('tablet_choose')}</p>}
        <OwnSecretField
          kind={kind}
          value={secret}
          onChange={change}
          choose={choose}
          problem={asking.at('secret')}
        />
        <Button type="submit" variant="primary" className="min-h-14 text-xl" disabled={asking.busy}>
          {say('tablet_go')}
        </Button>
        <Button variant="secondary" className="min-h-12 text-lg" onClick={onOther}>
          {say('tablet_not_me')}
        </Button>
      </form>
    </Doorstep>
  )
}
