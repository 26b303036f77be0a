import { routes } from '@oppen/contract'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { useMe } from '../../app/session.js'
import { formWith } from '../../app/upload.js'
import { Button } from '../../parts/Button.js'
import { ChooseFile, PICTURES } from '../../parts/ChooseFile.js'
import { Problem } from '../../parts/Feedback.js'
import { OwnFace } from '../../parts/OwnFace.js'
import { Row } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'

/** The own picture, taken from a file or the camera. */
export function OwnPicture() {
  const me = useMe()
  const again = [reads.me().queryKey]
  const take = useCommand({
    do: (file: File) => call(routes.changePicture, {}, formWith(file)),
    again,
  })
  const remove = useCommand({ do: () => call(routes.removePicture, {}), again })
  const words = take.words ?? remove.words
  return (
    <Row>
      <div className="flex flex-wrap items-center gap-3">
        <OwnFace account={me.account} size={64} />
        <ChooseFile accept={PICTURES} onFile={file => take.go(file)}>
          {say('account_picture_choose')}
        </ChooseFile>
        {me.account.hasPicture && (
          <Button variant="quiet" onClick={() => remove.go()}>
            {say('account_picture_remove')}
          </Button>
        )}
        {words && <Problem words={words} />}
      </div>
    </Row>
  )
}
