import { type ChangeEvent, useState } from 'react'
import { useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Choice, TextBox } from '../../parts/Field.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { Columns } from './Columns.js'
import { readFiles, Unreadable } from './readFile.js'
import { NOTHING, type Source, sourceOf } from './source.js'

type Props = { readonly source: Source; readonly onChange: (source: Source) => void }

/** A list pasted, or taken from a file. */
export function SourceOfNames({ source, onChange }: Props) {
  const time = useNow()
  const [problem, setProblem] = useState<string>()
  const choose = async (event: ChangeEvent<HTMLInputElement>) => {
    const files = [...(event.target.files ?? [])]
    event.target.value = ''
    if (!files.length) return
    try {
      onChange(sourceOf(await readFiles(files)))
      setProblem(undefined)
    } catch (error) {
      setProblem(error instanceof Unreadable ? error.message : problemWords(error, time))
    }
  }
  return (
    <>
      {source.is === 'text' ? (
        <Pasted source={source} onChange={onChange} />
      ) : (
        <div className="flex flex-wrap items-center gap-3">
          <strong>{source.name}</strong>
          <Button variant="quiet" onClick={() => onChange(NOTHING)}>
            {say('register_paste')}
          </Button>
        </div>
      )}
      {source.is === 'roster' && (
        <Choice
          label={say('register_roster_class')}
          value={source.chosen}
          onChange={chosen => onChange({ ...source, chosen })}
          options={source.classes.map(one => ({
            value: one.id,
            label: say('register_roster_class_option', { title: one.title, count: one.pupils.length }),
          }))}
        />
      )}
      {source.is === 'table' && <Columns source={source} onChange={onChange} />}
      <label className="text-[0.9375rem] font-semibold">
        {say('register_file')}
        <input
          type="file"
          multiple
          accept=".csv,.zip,text/csv,application/zip"
          onChange={event => void choose(event)}
          className="mt-1 block w-full text-[0.9375rem] font-normal file:me-3 file:cursor-pointer file:rounded-[var(--radius-card)] file:border file:border-solid file:border-blue file:bg-sheet file:px-3 file:py-1.5 file:font-semibold file:text-blue"
        />
        <span className="text-sm font-normal text-soft">{say('register_file_hint')}</span>
      </label>
      {problem && <Problem words={problem} />}
    </>
  )
}

type PastedProps = {
  readonly source: Extract<Source, { is: 'text' }>
  readonly onChange: (source: Source) => void
}

function Pasted({ source, onChange }: PastedProps) {
  return (
    <div>
      <TextBox
        label={say('register_paste')}
        hint={say('register_paste_hint')}
        value={source.text}
        onChange={event => onChange({ ...source, text: event.target.value })}
        autoFocus
        rows={6}
        spellCheck={false}
      />
      <label className="mt-2 flex items-baseline gap-2 text-[0.9375rem]">
        <input
          type="checkbox"
          checked={source.lastNameFirst}
          onChange={event => onChange({ ...source, lastNameFirst: event.target.checked })}
        />
        {say('register_lastFirst')}
      </label>
    </div>
  )
}
