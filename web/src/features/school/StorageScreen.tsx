import { routes, type StoragePage } from '@oppen/contract'
import { useSuspenseQuery } from '@tanstack/react-query'
import { type FormEvent, useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Field } from '../../parts/Field.js'
import { Row, Section } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { say, type WordKey } from '../../words/say.js'
import { gibibytes, mebibytes } from '../../words/sizes.js'
import { when } from '../../words/times.js'
import { BackupsNow } from './BackupsNow.js'
import { SchoolSheet } from './SchoolSheet.js'

export const prepare = ({ client }: Prepared) => client.prefetchQuery(reads.storage())

/** Backups, room, and how long what is no longer needed is kept. */
export function Screen() {
  const { data } = useSuspenseQuery({ ...reads.storage(), refetchOnMount: 'always' })
  const { disk } = data
  return (
    <SchoolSheet
      title={say('school_storage')}
      sub={say('storage_used', {
        database: mebibytes(disk.database),
        files: mebibytes(disk.files),
        free: gibibytes(disk.free),
      })}
    >
      <Backups backups={data.backups} />
      <Limits limits={data.limits} />
      <Classes classes={data.classes} />
      <Lives lives={data.lives} />
    </SchoolSheet>
  )
}

function Backups({ backups }: { readonly backups: StoragePage['backups'] }) {
  const { zone } = useNow()
  const { at, folder, days, kept } = backups
  const make = useCommand({
    do: () => call(routes.backUp, {}),
    again: [['school']],
    done: () => showToast(say('backups_done')),
  })
  return (
    <Section title={say('storage_backups')}>
      <Row>
        <div className="flex max-w-prose flex-col gap-3">
          <BackupsNow backups={backups} />
          {folder && <p>{say('backups_where', { at: at ?? '', folder, days: days ?? 0 })}</p>}
          {make.words && <Problem words={make.words} />}
          {folder && (
            <div>
              <Button disabled={make.busy} onClick={() => make.go()}>
                {say('backups_now')}
              </Button>
            </div>
          )}
          <p className="text-[0.9375rem] text-soft">{say('backups_restore')}</p>
        </div>
      </Row>
      {kept.length > 0 && (
        <ul aria-label={say('backups_kept')} className="pt-2">
          {kept.map(one => (
            <Row
              as="li"
              key={one.name}
              margin={when(one.at, { now: Date.now(), zone })}
              className="border-b border-rule py-1"
            >
              <span className="me-4">{one.name}</span>
              <span className="text-soft">
                {say('backups_line', { count: one.files, size: mebibytes(one.bytes) })}
              </span>
            </Row>
          ))}
        </ul>
      )}
    </Section>
  )
}

const MIB = 1024 * 1024
const LIMITS = ['pupil', 'class', 'circle'] as const

function Limits({ limits }: { readonly limits: StoragePage['limits'] }) {
  const [form, setForm] = useState(() => ({
    pupil: String(limits.pupil / MIB),
    class: String(limits.class / MIB),
    circle: String(limits.circle / MIB),
  }))
  const save = useCommand({
    do: () =>
      call(
        routes.changeLimits,
        {},
        { pupil: Number(form.pupil), class: Number(form.class), circle: Number(form.circle) },
      ),
    again: [['school'], ['room']],
    done: () => showToast(say('set_saved')),
  })
  const submit = (event: FormEvent) => {
    event.preventDefault()
    save.go()
  }
  const changed = LIMITS.some(name => form[name] !== String(limits[name] / MIB))
  return (
    <Section title={say('storage_room')}>
      <Row>
        <form onSubmit={submit} className="flex max-w-2xl flex-col gap-3" noValidate>
          <p className="text-soft">{say('storage_room_lead')}</p>
          <div className="grid items-end gap-4 sm:grid-cols-3">
            {LIMITS.map(name => (
              <Field
                key={name}
                label={say(`storage_${name}`)}
                inputMode="numeric"
                value={form[name]}
                onChange={event => setForm({ ...form, [name]: event.target.value })}
                problem={save.at(name)}
              />
            ))}
          </div>
          {save.words && !LIMITS.some(name => save.at(name)) && <Problem words={save.words} />}
          <div>
            <Button type="submit" variant="primary" disabled={!changed || save.busy}>
              {say('set_save')}
            </Button>
          </div>
        </form>
      </Row>
    </Section>
  )
}

function Classes({ classes }: { readonly classes: StoragePage['classes'] }) {
  const used = classes.filter(one => one.used > 0)
  if (!used.length) return null
  return (
    <Section title={say('storage_classes')}>
      <ul>
        {used.map(one => (
          <Row
            as="li"
            key={one.classId}
            margin={`${mebibytes(one.used)} MB`}
            className="border-b border-rule py-1"
          >
            {one.name} {one.archived && <span className="text-soft">{say('storage_class_archived')}</span>}
          </Row>
        ))}
      </ul>
    </Section>
  )
}

function Lives({ lives }: { readonly lives: StoragePage['lives'] }) {
  return (
    <Section title={say('storage_kept')}>
      <Row className="pb-1">
        <p className="max-w-prose text-soft">{say('storage_kept_lead')}</p>
      </Row>
      <ul>
        {lives.map(({ kind, days }) => (
          <Row
            as="li"
            key={kind}
            margin={say('storage_days', { count: days })}
            className="border-b border-rule py-1"
          >
            {say(`life_${kind}` as WordKey)}
          </Row>
        ))}
      </ul>
    </Section>
  )
}
