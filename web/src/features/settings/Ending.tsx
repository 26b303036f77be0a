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

/** Hidden for oneself, and archived for everybody at the year's end. */
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
      <Hide data={data} />
      <Section title={say('settings_archive')}>
        <Row>
          <p className="mb-2 max-w-prose text-[0.9375rem] text-soft">
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

function Hide({ data }: { readonly data: ClassSettings }) {
  const hidden = useTie()?.hidden ?? false
  const hide = useHideClass()
  return (
    <Section title={say('settings_hide')}>
      <Row>
        <p className="mb-2 max-w-prose text-[0.9375rem] text-soft">{say('settings_hide_says')}</p>
        <Button
          onClick={() => hide.go({ classId: data.classId, className: data.name, hidden: !hidden })}
          disabled={hide.busy}
        >
          {say(hidden ? 'settings_hide_back' : 'settings_hide_go')}
        </Button>
        {hide.words && <Problem words={hide.words} />}
      </Row>
    </Section>
  )
}
