import { type Phrase, routes } from '@oppen/contract'
import type { PhraseId } from '@oppen/core/ids'
import { NAME_IN_PHRASE } from '@oppen/core/marking'
import { useQuery } from '@tanstack/react-query'
import { Popover } from 'radix-ui'
import { memo, useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { randomName } from '../../app/randomName.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Off } from '../../parts/inputs.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'

type Props = {
  /** What is written now, asked for when the phrases are opened: it can be saved. */
  readonly written: () => string
  readonly name: string
  readonly onUse: (phrase: string) => void
}

/** What a teacher says often: used with a press or with Alt and its number, saved from what is written. */
export const Phrases = memo(function Phrases({ written, name, onUse }: Props) {
  const [open, setOpen] = useState(false)
  const { data: phrases = [] } = useQuery(reads.phrases())
  const again = [reads.phrases().queryKey]
  const put = ({ id, text }: Phrase) => call(routes.savePhrase, { phraseId: id }, { text })
  const add = useCommand<Phrase>({ do: put, again })
  const remove = useCommand<Phrase>({
    do: phrase => call(routes.removePhrase, { phraseId: phrase.id }),
    again,
    done: (_, phrase) => showToast(say('desk_phrase_removed'), () => add.go(phrase)),
  })
  const text = named(open ? written().trim() : '', name)
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <Button variant="quiet" className="!min-h-8 !px-2 !py-0.5 text-sm">
          {say('desk_phrases')}
        </Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={4}
          collisionPadding={8}
          aria-label={say('desk_phrases')}
          className="z-20 max-h-96 w-80 overflow-y-auto rounded-[var(--radius-card)] border border-edge bg-sheet p-2 shadow-lg"
        >
          {(add.words ?? remove.words) && <Problem words={add.words ?? remove.words ?? ''} />}
          {!phrases.length && (
            <p className="px-1 py-2 text-[0.9375rem] text-soft">{say('desk_phrases_none')}</p>
          )}
          <ul>
            {phrases.map((phrase, index) => (
              <li key={phrase.id} className="flex items-start gap-1">
                <button
                  type="button"
                  onClick={() => {
                    onUse(phrase.text)
                    setOpen(false)
                  }}
                  className="flex min-w-0 flex-1 gap-2 rounded px-1.5 py-1 text-start text-[0.9375rem] hover:bg-pale"
                >
                  <kbd className="min-w-10 shrink-0 pt-0.5 font-sans text-xs text-soft">
                    {index < 9 ? `Alt ${index + 1}` : ''}
                  </kbd>
                  <span className="min-w-0">{phrase.text.replaceAll(NAME_IN_PHRASE, name)}</span>
                </button>
                <Off
                  label={say('desk_phrase_remove', { phrase: phrase.text.slice(0, 40) })}
                  onClick={() => remove.go(phrase)}
                />
              </li>
            ))}
          </ul>
          <div className="mt-2 border-t border-rule pt-2">
            <Button
              className="!min-h-8 !px-2 !py-0.5 text-sm"
              disabled={!text || add.busy || phrases.some(one => one.text === text)}
              onClick={() => add.go({ id: randomName(16) as PhraseId, text })}
            >
              {say('desk_phrase_save')}
            </Button>
            <p className="mt-1 text-sm text-soft">{say('desk_phrase_hint', { name: NAME_IN_PHRASE })}</p>
          </div>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
})

/** A phrase with the place of the name instead of the name. */
const named = (text: string, name: string): string =>
  text
    .split(/(\p{L}+)/u)
    .map(word => (word === name ? NAME_IN_PHRASE : word))
    .join('')
