import type { MovedTime } from '@oppen/contract'
import { useNow } from '../../app/session.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'
import { troubleWords } from '../../words/why.js'

/** Which times would move, for whom, before anything is kept. */
export function Moved({ moved }: { readonly moved: readonly MovedTime[] }) {
  const time = useNow()
  const words = (at: number | null) => (at === null ? say('moved_nothing') : when(at, time))
  const classes = [...new Set(moved.map(one => one.className))]
  return (
    <section aria-live="polite" className="border-s-4 border-ochre bg-ochre-pale px-4 py-2.5">
      <h2 className="text-base font-semibold">
        {moved.length ? say('moved_count', { count: moved.length }) : say('moved_title')}
      </h2>
      {!moved.length && <p className="text-[0.9375rem]">{say('moved_none')}</p>}
      {classes.map(className => (
        <div key={className}>
          {classes.length > 1 && <h3 className="mt-1 text-[0.9375rem] font-semibold">{className}</h3>}
          <ul className="text-[0.9375rem]">
            {moved
              .filter(one => one.className === className)
              .map(one => (
                <li key={`${one.workId} ${one.groupId} ${one.time}`} className="py-0.5">
                  <span className="font-semibold">{one.title}</span>{' '}
                  <span className="text-soft">
                    {one.groupName}, {say('moved_pupils', { count: one.pupils })} ·
                  </span>{' '}
                  <span className="tabular-nums">
                    {say(`time_${one.time}`)}{' '}
                    {say('moved_line', { from: words(one.from), to: words(one.to) })}
                  </span>
                  {one.problem && <span className="block text-rust">{troubleWords(one.problem)}</span>}
                </li>
              ))}
          </ul>
        </div>
      ))}
    </section>
  )
}
