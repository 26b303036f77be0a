import {
  type NoticeForm as Form,
  type Notice,
  type NoticeLink,
  routes,
  type TalkFile,
  type TalkPage,
} from '@oppen/contract'
import type { ClassId, SpaceId } from '@oppen/core/ids'
import { FOR_ALL } from '@oppen/core/talk'
import { localOf } from '@oppen/core/zone'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { randomName } from '../../app/randomName.js'
import { useMe, useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { LazyMomentField } from '../../parts/dates/LazyMomentField.js'
import { FieldProblem, Problem } from '../../parts/Feedback.js'
import { Choice, TextBox } from '../../parts/Field.js'
import { LazyEditor } from '../../parts/LazyEditor.js'
import { Tick } from '../../parts/Tick.js'
import { Window } from '../../parts/Window.js'
import { say } from '../../words/say.js'
import { useKeptForm } from '../about/useKeptForm.js'
import { AddFiles } from './AddFiles.js'
import { AudienceFields } from './AudienceFields.js'
import { LinkFields } from './NoticeLinks.js'
import { useSpace } from './space.js'

type Kept = Required<Omit<Form, 'choices' | 'once' | 'files' | 'links'>> & {
  readonly choices: string
  readonly once: string
  readonly files?: TalkFile[]
  readonly links?: NoticeLink[]
}

const empty = (): Kept => ({
  once: randomName(20),
  html: '',
  audience: { ...FOR_ALL, groups: null },
  appearsAt: null,
  pinned: false,
  takesReplies: true,
  asks: null,
  choices: '',
})

const formOf = (notice: Notice, zone: string): Kept => ({
  once: randomName(20),
  html: notice.html,
  audience: notice.audience,
  appearsAt: notice.planned ? localOf(notice.at, zone) : null,
  pinned: notice.pinned,
  takesReplies: notice.takesReplies,
  asks: notice.asks,
  choices: notice.choices.join('\n'),
  files: notice.files,
  links: notice.links,
})

type Props = {
  readonly spaceId: SpaceId
  readonly groups: TalkPage['groups']
  /** The notice that is edited; null for a new one. */
  readonly notice: Notice | null
  readonly onClose: () => void
}

/** Writes a notice, or puts one right. What was typed outlives the page. */
export function NoticeForm({ spaceId, groups, notice, onClose }: Props) {
  const { account } = useMe()
  const { zone } = useNow()
  const { isCircle } = useSpace(spaceId)
  const kept = useKeptForm<Kept>(`notice ${account.id} ${spaceId} ${notice?.id ?? 'new'}`, () =>
    notice ? formOf(notice, zone) : empty(),
  )
  const { form } = kept
  const { files = [], links = [] } = form
  // another notice is sent under another name; the same, sent again because no answer came, is the same one
  const put = (part: Partial<Kept>) => kept.put({ ...part, once: randomName(20) })
  const body: Form = {
    ...form,
    choices: form.choices.split('\n'),
    files: files.map(file => file.id),
    links: links.map(({ workId, week }) => ({ workId, week })),
  }
  const save = useCommand({
    do: (): Promise<unknown> =>
      notice
        ? call(routes.changeNotice, { spaceId, conversationId: notice.id }, body)
        : call(routes.writeNotice, { spaceId }, body),
    again: [reads.talk(spaceId).queryKey, reads.today().queryKey],
    done: () => {
      kept.forget()
      onClose()
    },
  })
  const known = ['html', 'audience', 'choices', 'appearsAt']
  const appeared = notice !== null && !notice.planned
  const go = notice ? 'talk_form_save' : form.appearsAt ? 'talk_form_plan' : 'talk_form_post'
  return (
    <Window open onClose={onClose} title={say(notice ? 'talk_form_change' : 'talk_form_new')} size="wide">
      <div className="flex flex-col gap-4">
        <div>
          <LazyEditor html={form.html} onChange={html => put({ html })} label={say('talk_form_text')} />
          <FieldProblem words={save.at('html')} />
        </div>
        <AddFiles spaceId={spaceId} attach="any" files={files} onChange={next => put({ files: next })} />
        {!isCircle && (
          <LinkFields classId={spaceId as ClassId} links={links} onChange={next => put({ links: next })} />
        )}
        {!isCircle && (
          <AudienceFields
            audience={form.audience}
            groups={groups}
            onChange={audience =>
              put({ audience: { ...audience, groups: audience.groups && [...audience.groups] } })
            }
            problem={save.at('audience')}
          />
        )}
        {!appeared && (
          <div className="flex flex-col gap-2">
            <Choice
              label={say('talk_form_when')}
              value={form.appearsAt === null ? 'now' : 'later'}
              onChange={value => put({ appearsAt: value === 'now' ? null : '' })}
              options={[
                { value: 'now', label: say('talk_form_now') },
                { value: 'later', label: say('talk_form_later') },
              ]}
            />
            {form.appearsAt !== null && (
              <LazyMomentField
                label={say('talk_form_at')}
                value={form.appearsAt}
                onChange={appearsAt => put({ appearsAt })}
                problem={save.at('appearsAt')}
              />
            )}
          </div>
        )}
        <Choice
          label={say('talk_form_asks')}
          value={form.asks ?? ''}
          onChange={value => put({ asks: value === '' ? null : (value as 'read' | 'choice') })}
          options={[
            { value: '', label: say('talk_form_asks_nothing') },
            { value: 'read', label: say('talk_form_asks_read') },
            { value: 'choice', label: say('talk_form_asks_choice') },
          ]}
        />
        {form.asks === 'choice' && (
          <TextBox
            label={say('talk_form_choices')}
            placeholder={say('talk_form_choices_example')}
            value={form.choices}
            onChange={event => put({ choices: event.target.value })}
            problem={save.at('choices')}
          />
        )}
        <div className="flex flex-col gap-1.5">
          <Tick on={form.pinned} onChange={pinned => put({ pinned })}>
            {say('talk_form_pinned')}
          </Tick>
          <Tick on={form.takesReplies} onChange={takesReplies => put({ takesReplies })}>
            {say('talk_form_replies')}
          </Tick>
        </div>
        {save.words && !known.includes(save.path ?? '') && <Problem words={save.words} />}
        <div className="flex gap-2">
          <Button variant="primary" onClick={() => save.go()} disabled={save.busy}>
            {say(go)}
          </Button>
          <Button onClick={onClose}>{say('cancel')}</Button>
        </div>
      </div>
    </Window>
  )
}
