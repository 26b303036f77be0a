import { Suspense } from 'react'
import { Link } from 'react-router'
import { say } from '../words/say.js'
import { part } from './part.js'
import { useMe, useTie } from './session.js'

const SeenAsBanner = part(() =>
  import('./SeenAsBanner.js').then(({ SeenAsBanner: default_ }) => ({ default: default_ })),
)

const STRIP =
  'relative z-10 border-b border-ochre bg-ochre-pale px-4 py-2 text-[0.9375rem] md:ps-[calc(var(--margin-x)+1rem)]'

/** What holds on every page for a while: a secret to be changed, a guest's visit, a class that is archived. */
export function Banner() {
  const { account, seenAs } = useMe()
  const archived = useTie()?.archived ?? false
  return (
    <>
      {seenAs && (
        <Suspense fallback={null}>
          <SeenAsBanner seen={seenAs} />
        </Suspense>
      )}
      {account.secretOnce && (
        <p className={STRIP}>
          {say('secret_once')}{' '}
          <Link to="/account" className="font-semibold text-blue underline underline-offset-2">
            {say('secret_once_go')}
          </Link>
        </p>
      )}
      {account.guest && <p className={STRIP}>{say('guest_lead')}</p>}
      {archived && <p className={STRIP}>{say('archived_lead')}</p>}
    </>
  )
}
