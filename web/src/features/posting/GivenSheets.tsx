import { routes, type Sheet } from '@oppen/contract'
import { useQuery } from '@tanstack/react-query'
import { FileText } from 'lucide-react'
import { useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { useIds } from '../../app/session.js'
import { formWith } from '../../app/upload.js'
import { ChooseFile } from '../../parts/ChooseFile.js'
import { Problem } from '../../parts/Feedback.js'
import { Off } from '../../parts/inputs.js'
import { say } from '../../words/say.js'
import type { WorkFormState } from './useWorkForm.js'

const KINDS = 'application/pdf,image/jpeg,image/png,image/webp'

/** The pages that pupils get to write and draw on. */
export function GivenSheets({ state }: { readonly state: WorkFormState }) {
  const { classId, workId: posted } = useIds()
  const [made, setMade] = useState(posted)
  const workId = made ?? state.now.current.workId
  const { data } = useQuery({ ...reads.givenSheets(classId, workId), enabled: !!workId })
  const again = [reads.givenSheets(classId, workId).queryKey]
  const give = useCommand<File>({
    do: async file => {
      const id = await state.idOf()
      if (!id) return
      await call(routes.giveSheets, { classId, workId: id }, formWith(file))
      setMade(id)
    },
    again,
  })
  const remove = useCommand<Sheet>({
    do: sheet => call(routes.removeGivenSheet, { classId, workId, sheetId: sheet.id }),
    again,
  })
  return (
    <fieldset>
      <legend className="mb-1 text-[0.9375rem] font-semibold">{say('worksheet_give')}</legend>
      <p className="mb-1.5 text-sm text-soft">{say('worksheet_give_hint')}</p>
      <ol className="flex flex-col gap-1.5">
        {data?.sheets.map(sheet => (
          <li key={sheet.id} className="flex items-center gap-1.5 text-[0.9375rem]">
            <FileText size={15} aria-hidden="true" className="shrink-0 text-soft" />
            <span className="min-w-0 flex-1 truncate">
              {say('worksheet_give_page', { number: sheet.page, name: sheet.name })}
            </span>
            <Off label={say('take_off', { name: sheet.name })} onClick={() => remove.go(sheet)} />
          </li>
        ))}
      </ol>
      <div className="mt-1.5">
        <ChooseFile accept={KINDS} onFile={file => give.go(file)} disabled={give.busy}>
          {say(give.busy ? 'worksheet_adding' : 'worksheet_give_add')}
        </ChooseFile>
      </div>
      {(give.words ?? remove.words) && <Problem words={give.words ?? remove.words} />}
    </fieldset>
  )
}
