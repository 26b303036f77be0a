import { routes } from '@oppen/contract'
import { useQueryClient } from '@tanstack/react-query'
import { ImagePlus } from 'lucide-react'
import { type ChangeEvent, useId } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads, type SubmissionParams } from '../../app/queries.js'
import { buttonClasses } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { say } from '../../words/say.js'
import { sendUpload } from '../files/sendFile.js'

/** Photos of paper, or a PDF, as pages behind those that are there. */
export function AddPages({
  params,
  first = false,
}: {
  readonly params: SubmissionParams
  readonly first?: boolean
}) {
  const id = useId()
  const client = useQueryClient()
  const add = useCommand<readonly File[]>({
    do: async files => {
      for (const file of files) {
        const uploadId = await sendUpload(params, file, () => undefined).whole
        await call(routes.addSheets, params, { uploadId })
      }
    },
    done: () => {
      void client.invalidateQueries({ queryKey: reads.worksheet(params).queryKey })
      void client.invalidateQueries({ queryKey: reads.submission(params).queryKey })
    },
  })
  const choose = (event: ChangeEvent<HTMLInputElement>) => {
    const input = event.currentTarget
    const files = [...(input.files ?? [])]
    input.value = ''
    if (files.length) add.go(files)
  }
  return (
    <div>
      <label
        htmlFor={id}
        className={`${buttonClasses()} cursor-pointer focus-within:outline-3 focus-within:outline-ochre`}
      >
        <ImagePlus size={17} aria-hidden="true" />
        {say(add.busy ? 'worksheet_adding' : first ? 'worksheet_make' : 'worksheet_add')}
        <input
          id={id}
          type="file"
          multiple
          accept="image/jpeg,image/png,image/webp,application/pdf"
          onChange={choose}
          disabled={add.busy}
          className="sr-only"
        />
      </label>
      {add.words && <Problem words={add.words} />}
    </div>
  )
}
