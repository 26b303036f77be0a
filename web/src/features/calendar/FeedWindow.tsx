import type { Feed } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { useSuspenseQuery } from '@tanstack/react-query'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { useNow } from '../../app/session.js'
import { Button, buttonClasses } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Field } from '../../parts/Field.js'
import { showToast } from '../../parts/toast.js'
import { Window } from '../../parts/Window.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'

/** The own calendar in other programs: an address that can be ended at any time. */
export default function FeedWindow({ onClose }: { readonly onClose: () => void }) {
  const { data } = useSuspenseQuery(reads.feed())
  const again = [reads.feed().queryKey]
  const make = useCommand({
    do: () => call(routes.makeFeed, {}),
    again,
    done: () => data.path && showToast(say('feed_renewed')),
  })
  return (
    <Window open onClose={onClose} title={say('feed_title')}>
      <div className="flex flex-col gap-3">
        <p>{say('feed_lead')}</p>
        <p className="text-[0.9375rem] text-soft">{say('feed_secret')}</p>
        {data.path ? (
          <Address feed={data} path={data.path} renew={() => make.go()} />
        ) : (
          <div>
            <Button variant="primary" disabled={make.busy} onClick={() => make.go()}>
              {say('feed_make')}
            </Button>
          </div>
        )}
        {make.words && <Problem words={make.words} />}
      </div>
    </Window>
  )
}

type Props = { readonly feed: Feed; readonly path: string; readonly renew: () => void }

function Address({ feed, path, renew }: Props) {
  const time = useNow()
  const address = new URL(path, location.origin).href
  const end = useCommand({
    do: () => call(routes.endFeed, {}),
    again: [reads.feed().queryKey],
    done: () => showToast(say('feed_ended')),
  })
  return (
    <>
      <Field
        label={say('feed_address')}
        readOnly
        value={address}
        onFocus={event => event.target.select()}
        hint={feed.readAt === null ? say('feed_unread') : say('feed_read', { at: when(feed.readAt, time) })}
      />
      <div className="flex flex-wrap gap-2">
        <Button
          variant="primary"
          onClick={() =>
            void navigator.clipboard.writeText(address).then(() => showToast(say('feed_copied')))
          }
        >
          {say('feed_copy')}
        </Button>
        <a href={address.replace(/^https?:/, 'webcal:')} className={buttonClasses()}>
          {say('feed_subscribe')}
        </a>
        <a href={path} download="oppen.ics" className={buttonClasses()}>
          {say('feed_file')}
        </a>
      </div>
      <div className="flex flex-wrap gap-x-4 border-t border-rule pt-2">
        <Button variant="quiet" onClick={renew}>
          {say('feed_renew')}
        </Button>
        <Button variant="quiet" disabled={end.busy} onClick={() => end.go()}>
          {say('feed_end')}
        </Button>
      </div>
      {end.words && <Problem words={end.words} />}
    </>
  )
}
