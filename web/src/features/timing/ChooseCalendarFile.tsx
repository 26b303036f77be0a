import { Refusal } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { ChooseFile } from '../../parts/ChooseFile.js'
import { Problem } from '../../parts/Feedback.js'
import { say } from '../../words/say.js'

/** Bytes; a school's year has some thousand events, in a quarter of it. */
const MOST = 1_000_000

type Props<R> = {
  readonly label: string
  readonly read: (file: { name: string; text: string }) => Promise<R>
  readonly onRead: (reply: R) => void
}

/** Takes a calendar file (.ics) from another program; what is wrong with it is said beside the button. */
export function ChooseCalendarFile<R>({ label, read, onRead }: Props<R>) {
  const take = useCommand({
    do: async (file: File) => {
      if (file.size > MOST)
        throw new Refusal(413, { code: 'file_large', params: { name: file.name, most: 1 } })
      return read({ name: file.name, text: await file.text() })
    },
    done: onRead,
  })
  return (
    <>
      <ChooseFile accept=".ics,text/calendar" onFile={file => take.go(file)} disabled={take.busy}>
        {label}
      </ChooseFile>
      {take.busy && <span className="text-sm text-soft">{say('file_reading')}</span>}
      {take.words && <Problem words={take.words} />}
    </>
  )
}
