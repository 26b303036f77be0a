import { useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Written } from '../../parts/Written.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'
import type { DraftAutosave } from './draftAutosave.js'

/** Two versions side by side, for the writer to choose from. */
export function Conflict({ autosave }: { readonly autosave: DraftAutosave }) {
  const time = useNow()
  const { status } = autosave
  if (status.is !== 'conflict') return null
  const { joined } = status
  const texts = [
    { which: 'mine', name: say('conflict_mine'), html: status.mine, go: say('conflict_keep_mine') },
    {
      which: 'theirs',
      name: say('conflict_theirs', { at: when(status.theirs.savedAt, time) }),
      html: status.theirs.html,
      go: say('conflict_keep_theirs'),
    },
  ] as const
  return (
    <section role="alert" className="mb-4 border-s-4 border-ochre bg-ochre-pale p-4">
      <h3 className="text-lg">{say('conflict_title')}</h3>
      <p className="mb-3">{say('conflict_lead')}</p>
      <div className="grid gap-3 md:grid-cols-2">
        {texts.map(text => (
          <article key={text.which} className="flex flex-col gap-3 rounded-[var(--radius-card)] bg-sheet p-3">
            <h4 className="text-sm font-semibold text-soft">{text.name}</h4>
            <div className="max-h-60 flex-1 overflow-y-auto">
              <Written html={text.html} />
            </div>
            <Button variant="primary" onClick={() => autosave.choose(text.which)}>
              {text.go}
            </Button>
          </article>
        ))}
      </div>
      <article className="mt-3 flex flex-col gap-3 rounded-[var(--radius-card)] bg-sheet p-3">
        <h4 className="text-sm font-semibold text-soft">{say('conflict_joined')}</h4>
        <p className="text-[0.9375rem]">
          {joined.doubled
            ? say('conflict_joined_twice', { count: joined.doubled })
            : say('conflict_joined_whole')}
        </p>
        <div className="max-h-60 overflow-y-auto">
          <Written html={joined.html} />
        </div>
        <Button variant="primary" className="self-start" onClick={() => autosave.choose('joined')}>
          {say('conflict_keep_joined')}
        </Button>
      </article>
    </section>
  )
}
