import type { Me } from '@oppen/contract'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { type ReactNode, Suspense, useEffect, useMemo, useRef } from 'react'
import { Outlet, useLocation, useNavigate } from 'react-router'
import { Problem, Waiting } from '../parts/Feedback.js'
import { TitleCount } from '../parts/Sheet.js'
import { showToast } from '../parts/toast.js'
import { takeInLanguage } from '../words/language.js'
import { say } from '../words/say.js'
import { Refusal } from './api.js'
import { Banner } from './Banner.js'
import { Binder } from './Binder.js'
import { unsentFiles, unsentHere } from './device.js'
import { ErrorWords } from './ErrorWords.js'
import { firstReads } from './firstReads.js'
import { Keys } from './Keys.js'
import { forgetReads } from './keptReads.js'
import { pageAnswers } from './pageState.js'
import { fetched } from './part.js'
import { PhoneBar, PhoneTop } from './phone.js'
import { ReadingHelp } from './ReadingHelp.js'
import { readingAttributes, readingOf, useReading } from './reading.js'
import { MeContext, TimeContext, useMe, useTicking } from './session.js'
import { useFreeTablet } from './tablet.js'
import { useLive } from './useLive.js'
import { usePressedLink } from './usePressedLink.js'
import { useWaiting } from './waiting.js'
import { useWide } from './wide.js'

/** Every screen of somebody who is signed in: the binder beside the sheet, or bars above and below on a phone. */
export function Shell() {
  const me = useQuery(firstReads.me())
  if (me.error instanceof Refusal && me.error.code === 'sign_in_needed') return <SignedOut />
  if (me.error && !me.data) {
    return <Problem words={<ErrorWords error={me.error} />} again={() => void me.refetch()} />
  }
  if (!me.data) return <Waiting />
  return (
    <Known me={me.data} since={me.dataUpdatedAt}>
      <Inside />
    </Known>
  )
}

type KnownProps = { readonly me: Me; readonly since: number; readonly children: ReactNode }

/** Tells everything under the shell who is in and what time it is. */
function Known({ me, since, children }: KnownProps) {
  const now = useTicking(me.now, undefined, since)
  const { zone } = me
  const time = useMemo(() => ({ now, zone }), [now, zone])
  return (
    <MeContext value={me}>
      <TimeContext value={time}>{children}</TimeContext>
    </MeContext>
  )
}

/**
 * Nobody is signed in, or no more: signed out elsewhere, or the account is closed. Nothing that was read for whoever was
 * in stays; it would also be taken for somebody who is.
 */
function SignedOut() {
  const client = useQueryClient()
  const navigate = useNavigate()
  useEffect(() => {
    void forgetReads()
    client.clear()
    // whoever comes next did not choose the language
    if (takeInLanguage(null)) location.replace('/')
    else navigate('/', { replace: true })
  }, [client, navigate])
  return null
}

function Inside() {
  const me = useMe()
  const wide = useWide()
  const { all } = useWaiting()
  useLive(me.live)
  usePressedLink()
  useFocusOnMove()
  useFreeTablet(me)
  useLeft(me)
  useLanguage(me)
  useReading(me)
  useEffect(pageAnswers, [])
  return (
    <div
      {...readingAttributes(readingOf(me))}
      className="grid h-dvh md:grid-cols-[216px_minmax(0,1fr)] max-md:grid-cols-[minmax(0,1fr)] max-md:grid-rows-[auto_minmax(0,1fr)_auto]"
    >
      <a
        href="#page"
        className="absolute top-2 start-2 z-50 -translate-y-24 rounded bg-ochre px-3 py-2 font-semibold text-on-ochre focus:translate-y-0"
      >
        {say('skip')}
      </a>
      {wide ? (
        <Binder />
      ) : (
        <Suspense fallback={<div />}>
          <PhoneTop />
        </Suspense>
      )}
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls has to be reached by the keyboard, also where nothing in it can be pressed */}
      <main id="page" tabIndex={0} className="min-h-0 overflow-y-auto bg-sheet outline-none">
        <Banner />
        <TitleCount value={all}>
          <Suspense fallback={<Waiting />}>
            <Outlet />
          </Suspense>
        </TitleCount>
      </main>
      {!wide && (
        <Suspense fallback={null}>
          <PhoneBar />
        </Suspense>
      )}
      <Keys />
      <ReadingHelp />
    </div>
  )
}

/** Brings the page to its top for everybody, also for those who hear it, when the address changes. */
function useFocusOnMove(): void {
  const { pathname } = useLocation()
  const shown = useRef(pathname)
  useEffect(() => {
    if (shown.current === pathname) return
    shown.current = pathname
    const page = document.getElementById('page')
    page?.scrollTo(0, 0)
    if (document.activeElement === document.body || document.activeElement?.tagName === 'A') page?.focus()
  }, [pathname])
}

/** Looks so often whether something was left here that can go now, in milliseconds. */
const LOOK_AGAIN = 30_000

/** The page speaks the language that its person chose, or the browser's; where it spoke another it is loaded anew. */
function useLanguage({ account }: Me): void {
  useEffect(() => {
    if (takeInLanguage(account.language)) location.reload()
  }, [account.language])
}

/** Sends what this person made here and was not saved before; only fetched where there is something. */
function useLeft({ account, ties }: Me): void {
  const client = useQueryClient()
  const { pathname } = useLocation()
  const sending = useRef(false)
  // biome-ignore lint/correctness/useExhaustiveDependencies: who leaves a page may leave something on it
  useEffect(() => {
    if (account.kind !== 'pupil') return
    const send = async () => {
      if (sending.current || !(unsentHere(account.id).length || (await unsentFiles()))) return
      sending.current = true
      try {
        const { sendUnsent, unsentWords } = await fetched(
          () => import('../features/work/sendUnsent.js'),
          ['doing'],
        )
        const { submissions, handIns } = await sendUnsent({ accountId: account.id, ties })
        if (handIns) showToast(unsentWords(handIns))
        if (submissions) await client.invalidateQueries()
      } catch {
        // without a network the part that sends cannot be fetched either
      } finally {
        sending.current = false
      }
    }
    const again = () => void send()
    again()
    const timer = setInterval(again, LOOK_AGAIN)
    window.addEventListener('online', again)
    return () => {
      clearInterval(timer)
      window.removeEventListener('online', again)
    }
  }, [account, ties, client, pathname])
}
