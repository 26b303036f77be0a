import { routes } from '@oppen/contract'
import type { ChangeEvent } from 'react'
import { call } from '../../app/api.js'
import { useDeed } from '../../app/deed.js'
import { reads } from '../../app/queries.js'
import { useMe } from '../../app/session.js'
import { Button, buttonLook } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { OwnFace } from '../../parts/OwnFace.js'
import { Row } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'

/** The own picture, taken from a file or the camera. */
export function OwnPicture() {
  const me = useMe()
  const again = [reads.me().queryKey]
  const take = useDeed({
    do: (file: File) => {
      const form = new FormData()
      form.append('file', file)
      return call(routes.changePicture, {}, form)
    },
    again,
  })
  const remove = useDeed({ do: () => call(routes.removePicture, {}), again })
  const choose = (event: ChangeEvent<HTMLInputElement>) => {
    const file = event.target.files?.[0]
    if (file) take.go(file)
    event.target.value = ''
  }
  const words = take.words ?? remove.words
  return (
    <Row>
      <div className="flex flex-wrap items-center gap-3">
        <OwnFace account={me.account} size={64} />
        <label
          className={`${buttonLook('second')} cursor-pointer focus-within:outline-3 focus-within:outline-ochre`}
        >
          {say('account_picture_choose')}
          <input type="file" accept="image/jpeg,image/png,image/webp" className="sr-only" onChange={choose} />
        </label>
        {me.account.hasPicture && (
          <Button look="quiet" onClick={() => remove.go()}>
            {say('account_picture_remove')}
          </Button>
        )}
        {words && <Problem words={words} />}
      </div>
    </Row>
  )
}
