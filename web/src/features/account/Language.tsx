import { routes } from '@oppen/contract'
import { isScreenLanguage, SCREEN_LANGUAGES } from '@oppen/core/language'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { useMe } from '../../app/session.js'
import { Problem } from '../../parts/Feedback.js'
import { Choice } from '../../parts/Field.js'
import { Row } from '../../parts/Sheet.js'
import { takeInLanguage } from '../../words/language.js'
import { say } from '../../words/say.js'

/** The language of the screens, mail and paper: one of Oppen's, or as the browser asks for. */
export function Language() {
  const { account } = useMe()
  const choose = useCommand({
    do: (chosen: string) => {
      const language = isScreenLanguage(chosen) ? chosen : null
      return call(routes.chooseLanguage, {}, { language }).then(() => language)
    },
    again: [reads.me().queryKey],
    done: language => {
      if (takeInLanguage(language)) location.reload()
    },
  })
  return (
    <Row className="pt-4">
      <div className="flex max-w-md flex-col gap-2">
        <Choice
          label={say('account_language')}
          value={account.language ?? ''}
          onChange={choose.go}
          options={[
            { value: '', label: say('account_language_browser') },
            ...Object.entries(SCREEN_LANGUAGES).map(([value, label]) => ({ value, label })),
          ]}
        />
        {choose.words && <Problem words={choose.words} />}
      </div>
    </Row>
  )
}
