import type { ClassLink } from '@oppen/contract'
import { routes } from '@oppen/contract'
import type { ClassId } from '@oppen/core/ids'
import { type FormEvent, useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { LinkLine } from '../../parts/LinkLine.js'
import { OneLink } from '../../parts/OneLink.js'
import { Row } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'

type Props = { readonly classId: ClassId; readonly links: readonly ClassLink[]; readonly writes: boolean }

/** The links of a class, one press away. */
export function ClassLinks({ classId, links, writes }: Props) {
  const [changing, setChanging] = useState(false)
  if (!links.length && !writes) return null
  return (
    <Row margin={say('links_title')} className="pb-1">
      {changing ? (
        <ChangeLinks classId={classId} links={links} onDone={() => setChanging(false)} />
      ) : (
        <div className="flex flex-wrap items-center gap-x-5 gap-y-1">
          {links.map(link => (
            <OneLink key={link.url} link={link} />
          ))}
          {writes && (
            <Button
              variant="quiet"
              className="!min-h-0 !px-1 !py-0.5 text-sm"
              onClick={() => setChanging(true)}
            >
              {say('links_change')}
            </Button>
          )}
        </div>
      )}
    </Row>
  )
}

function ChangeLinks({ classId, links, onDone }: Omit<Props, 'writes'> & { readonly onDone: () => void }) {
  const [lines, setLines] = useState<readonly ClassLink[]>([...links, { title: '', url: '' }])
  const keep = useCommand({
    do: () => call(routes.setLinks, { classId }, { links: [...lines] }),
    again: [reads.about(classId).queryKey, ['week', classId]],
    done: () => {
      showToast(say('links_kept'))
      onDone()
    },
  })
  const submit = (event: FormEvent) => {
    event.preventDefault()
    keep.go()
  }
  return (
    <form onSubmit={submit} noValidate className="flex max-w-2xl flex-col gap-2">
      <p className="text-sm text-soft">{say('links_lead')}</p>
      {lines.map((line, index) => (
        <LinkLine
          // biome-ignore lint/suspicious/noArrayIndexKey: a link has no name but its line
          key={index}
          link={line}
          onChange={next => setLines(lines.map((one, at) => (at === index ? next : one)))}
          onOff={() => setLines(lines.filter((_, at) => at !== index))}
        />
      ))}
      {keep.words && <Problem words={keep.words} />}
      <div className="flex gap-2">
        <Button onClick={() => setLines([...lines, { title: '', url: '' }])}>{say('links_add')}</Button>
        <Button type="submit" variant="primary" disabled={keep.busy}>
          {say('links_keep')}
        </Button>
      </div>
    </form>
  )
}
