import type { ClassPage, PageForm } from '@oppen/contract'
import { addressOf, routes } from '@oppen/contract'
import { PAGE_KINDS, type PageKind } from '@oppen/core/about'
import type { ClassId } from '@oppen/core/ids'
import { localDateAt } from '@oppen/core/zone'
import type { FormEvent } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { useMe, useNow } from '../../app/session.js'
import { formWith } from '../../app/upload.js'
import { Button } from '../../parts/Button.js'
import { TimeOfDayField } from '../../parts/dates/DateFields.js'
import { Problem } from '../../parts/Feedback.js'
import { Choice, Field } from '../../parts/Field.js'
import { Cell, Off } from '../../parts/inputs.js'
import { LazyEditor } from '../../parts/LazyEditor.js'
import { Row } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { monthChoices } from './monthChoices.js'
import { useKeptForm } from './useKeptForm.js'

type Props = { readonly classId: ClassId; readonly page: ClassPage | null; readonly onDone: () => void }

const EMPTY_LINE = { starts: '', ends: '', what: '' }

/** Writes a page of the class, in its place. What is typed outlives a page that is left or loaded again. */
export default function WritePage({ classId, page, onDone }: Props) {
  const { now, zone } = useNow()
  const { account } = useMe()
  const { form, put, found, forget } = useKeptForm<PageForm>(
    `page ${account.id} ${classId} ${page?.id ?? 'new'}`,
    () =>
      page
        ? { kind: page.kind, title: page.title, html: page.html, times: page.times, month: page.month }
        : {
            kind: 'about',
            title: say('page_kind_about'),
            html: '',
            times: [],
            month: localDateAt(now, zone).slice(0, 7),
          },
  )
  const keep = useCommand({
    do: async () => {
      if (!page) await call(routes.writePage, { classId }, form)
      else await call(routes.changePage, { classId, pageId: page.id }, { ...form, version: page.version })
    },
    again: [reads.about(classId).queryKey],
    done: () => {
      forget()
      showToast(say('about_kept', { title: form.title.trim() }))
      onDone()
    },
  })
  const addPicture = async (file: File) => {
    try {
      const { id } = await call(routes.addClassFile, { classId }, formWith(file))
      return addressOf(routes.seeClassFile, { classId, classFileId: id })
    } catch (error) {
      throw new Error(problemWords(error, { now, zone }))
    }
  }
  const submit = (event: FormEvent) => {
    event.preventDefault()
    keep.go()
  }
  const leave = () => {
    forget()
    onDone()
  }
  // a title that is only the name of the kind goes along with it
  const turn = (kind: PageKind) =>
    put({
      kind,
      ...(PAGE_KINDS.some(one => form.title === say(`page_kind_${one}`)) && {
        title: say(`page_kind_${kind}`),
      }),
    })
  return (
    <Row className="pt-4">
      <form
        onSubmit={submit}
        noValidate
        className="flex max-w-3xl flex-col gap-3 border-s-4 border-ochre ps-4"
      >
        {found && <p className="text-[0.9375rem] text-soft">{say('page_found')}</p>}
        <div className="grid gap-3 sm:grid-cols-2">
          <Choice
            label={say('page_kind')}
            value={form.kind}
            onChange={kind => turn(kind as PageKind)}
            options={PAGE_KINDS.map(kind => ({ value: kind, label: say(`page_kind_${kind}`) }))}
          />
          {form.kind === 'newsletter' && (
            <Choice
              label={say('page_month')}
              value={form.month ?? ''}
              onChange={month => put({ month })}
              options={monthChoices(localDateAt(now, zone), form.month)}
            />
          )}
        </div>
        <Field
          label={say('page_title')}
          value={form.title}
          onChange={event => put({ title: event.target.value })}
        />
        {form.kind === 'times' && <Lines form={form} put={put} />}
        <LazyEditor
          label={say('page_text')}
          html={form.html}
          onChange={html => put({ html })}
          onPicture={addPicture}
        />
        {keep.words && <Problem words={keep.words} />}
        <div className="flex flex-wrap gap-3">
          <Button type="submit" variant="primary" disabled={keep.busy}>
            {say('page_keep')}
          </Button>
          <Button variant="quiet" onClick={leave}>
            {say('page_leave')}
          </Button>
        </div>
      </form>
    </Row>
  )
}

type LinesProps = { readonly form: PageForm; readonly put: (part: Partial<PageForm>) => void }

function Lines({ form, put }: LinesProps) {
  const lines = form.times.length ? form.times : [EMPTY_LINE]
  const set = (index: number, part: Partial<(typeof lines)[number]>) =>
    put({ times: lines.map((one, at) => (at === index ? { ...one, ...part } : one)) })
  return (
    <fieldset>
      <legend className="mb-1 text-[0.9375rem] font-semibold">{say('page_times')}</legend>
      <ul className="flex flex-col gap-1.5">
        {lines.map((line, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a line has no name but its place
          <li key={index} className="flex flex-wrap items-center gap-1.5">
            <TimeOfDayField
              bare
              label={say('page_time_starts')}
              value={line.starts}
              onChange={starts => set(index, { starts })}
            />
            <TimeOfDayField
              bare
              label={say('page_time_ends')}
              value={line.ends}
              onChange={ends => set(index, { ends })}
            />
            <Cell
              label={say('page_time_what')}
              placeholder={say('page_time_what')}
              value={line.what}
              onChange={event => set(index, { what: event.target.value })}
              className="flex-1"
            />
            <Off
              label={say('take_off', { name: line.what })}
              onClick={() => put({ times: lines.filter((_, at) => at !== index) })}
            />
          </li>
        ))}
      </ul>
      <Button
        className="mt-2"
        onClick={() => put({ times: [...lines, { ...EMPTY_LINE, starts: lines.at(-1)?.ends ?? '' }] })}
      >
        {say('page_time_add')}
      </Button>
    </fieldset>
  )
}
