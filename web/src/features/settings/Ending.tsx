import type { ClassSettings } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { useNow, useTie } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Row, Section } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'
import { useHideClass } from '../home/useHideClass.js'

/** Out of one's own sight, and archived for everybody at the year's end. */
export function Ending({ data }: { readonly data: ClassSettings }) {
  const time = useNow()
  const { classId, name: className, archivedAt } = data
  const again = [reads.settings(classId).queryKey, reads.me().queryKey, reads.today().queryKey]
  const archive = useCommand({
    do: (archived: boolean) => call(routes.archiveClass, { classId }, { archived }),
    again,
    done: (_, archived) =>
      showToast(say(archived ? 'settings_archived_done' : 'settings_reopened', { className }), () =>
        archive.go(!archived),
      ),
  })
  return (
    <>
      <Sight data={data} />
      <Section title={say('settings_archive')}>
        <Row>
          <p className="mb-2 max-w-prose text-[15px] text-soft">
            {archivedAt === null
              ? say('settings_archive_says')
              : say('settings_archived', { at: when(archivedAt, time) })}
          </p>
          <Button onClick={() => archive.go(archivedAt === null)} disabled={archive.busy}>
            {say(archivedAt === null ? 'settings_archive_go' : 'settings_reopen')}
          </Button>
          {archive.words && <Problem words={archive.words} />}
        </Row>
      </Section>
    </>
  )
}

function Sight({ data }: { readonly data: ClassSettings }) {
  const out = useTie()?.outOfSight ?? false
  const sight = useHideClass()
  return (
    <Section title={say('settings_sight')}>
      <Row>
        <p className="mb-2 max-w-prose text-[15px] text-soft">{say('settings_sight_says')}</p>
        <Button
          onClick={() => sight.go({ classId: data.classId, className: data.name, out: !out })}
          disabled={sight.busy}
        >
          {say(out ? 'settings_sight_back' : 'settings_sight_out')}
        </Button>
        {sight.words && <Problem words={sight.words} />}
      </Row>
    </Section>
  )
}
