import type { Notice, SeenPage } from '@oppen/contract'
import type { SpaceId } from '@oppen/core/ids'
import { useQuery } from '@tanstack/react-query'
import { reads } from '../../app/queries.js'
import { useNow } from '../../app/session.js'
import { Problem, Waiting } from '../../parts/Feedback.js'
import { Window } from '../../parts/Window.js'
import { listWords } from '../../words/numbers.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'

type Props = { readonly spaceId: SpaceId; readonly notice: Notice; readonly onClose: () => void }

/** Who has seen a notice and who has not; what was answered, and by whom not. */
export function SeenWindow({ spaceId, notice, onClose }: Props) {
  const { data, error } = useQuery(reads.seen(spaceId, notice.id))
  const time = useNow()
  return (
    <Window open onClose={onClose} title={say('talk_seen_title')}>
      {error && <Problem words={problemWords(error, time)} />}
      {!data && !error && <Waiting />}
      {data && (
        // a long list is scrolled by keys as well
        // biome-ignore lint/a11y/noNoninteractiveTabindex: nothing in it can be pressed
        <section tabIndex={0} aria-label={say('talk_seen_title')} className="flex flex-col gap-4">
          {notice.asks && (
            <>
              <Names title={say('talk_seen_taps')} names={data.taps.map(tapWords)} />
              <Names title={say('talk_seen_not_tapped')} names={data.notTapped} />
            </>
          )}
          <Names title={say('talk_seen_no')} names={data.notSeen.map(personWords)} />
          <Names title={say('talk_seen_yes')} names={data.seen.map(personWords)} />
          {data.notIn.length > 0 && <Names title={say('talk_seen_not_in')} names={data.notIn} />}
        </section>
      )}
    </Window>
  )
}

const personWords = ({ name, side, of }: SeenPage['seen'][number]): string =>
  side === 'family' ? say('talk_seen_of', { name, of: listWords(of) }) : name

const tapWords = ({ name, choice, by, side }: SeenPage['taps'][number]): string => {
  const words = choice || say('talk_tap_read')
  return side === 'family'
    ? say('talk_seen_tap_by', { name, choice: words, by })
    : say('talk_seen_tap', { name, choice: words })
}

function Names({ title, names }: { readonly title: string; readonly names: readonly string[] }) {
  return (
    <section>
      <h3 className="text-base font-semibold">{`${title} (${names.length})`}</h3>
      {names.length ? (
        <ul className="columns-2 gap-6 text-[0.9375rem] max-md:columns-1">
          {names.map(name => (
            <li key={name} className="break-inside-avoid py-0.5">
              {name}
            </li>
          ))}
        </ul>
      ) : (
        <p className="text-[0.9375rem] text-soft">{say('talk_seen_nobody')}</p>
      )}
    </section>
  )
}
