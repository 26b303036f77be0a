import type { ChangeEvent } from 'react'
import { useDeed } from '../../app/deed.js'
import { buttonLook } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { say } from '../../words/say.js'

type Props<R> = {
  readonly label: string
  readonly read: (file: { name: string; text: string }) => Promise<R>
  readonly onRead: (reply: R) => void
}

/** Takes a calendar file (.ics) from another program; what is wrong with it is said beside the button. */
export function ChooseCalendarFile<R>({ label, read, onRead }: Props<R>) {
  const take = useDeed({
    do: async (file: File) => read({ name: file.name, text: await file.text() }),
    done: onRead,
  })
  const choose = (event: ChangeEvent<HTMLInputElement>) => {
    const file = event.target.files?.[0]
    if (file) take.go(file)
    event.target.value = ''
  }
  return (
    <>
      <label className={`${buttonLook()} cursor-pointer focus-within:outline-3 focus-within:outline-ochre`}>
        {label}
        <input
          type="file"
          accept=".ics,text/calendar"
          className="sr-only"
          onChange={choose}
          disabled={take.busy}
        />
      </label>
      {take.busy && <span className="text-sm text-soft">{say('file_reading')}</span>}
      {take.words && <Problem words={take.words} />}
    </>
  )
}
