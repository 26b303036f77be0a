import type { Me } from '@oppen/contract'
import { useEffect, useRef } from 'react'
import { useSignOut } from './session.js'

const TOUCHES = ['pointerdown', 'keydown', 'wheel', 'touchmove'] as const
const LOOK = 5_000
const MINUTE = 60_000

/**
 * Frees a shared tablet for the next child: after so many minutes without a touch, and at the end of the lesson.
 * The server counts the same; this clears the screen. What is being written is sent first.
 */
export function useFreeTablet(me: Me): void {
  const { tablet, now } = me
  const signOut = useSignOut()
  const leave = useRef(signOut)
  leave.current = signOut
  const idle = tablet ? tablet.idleMinutes * MINUTE : null
  const endsIn = tablet?.endsBy == null ? null : tablet.endsBy - now
  useEffect(() => {
    if (idle === null) return
    const began = Date.now()
    let touched = began
    let gone = false
    const touch = () => {
      touched = Date.now()
    }
    const look = () => {
      const late = Date.now() - touched >= idle
      const over = endsIn !== null && Date.now() - began >= endsIn
      if (gone || !(late || over)) return
      gone = true
      leave.current().catch(() => {
        gone = false
      })
    }
    for (const name of TOUCHES) window.addEventListener(name, touch, { passive: true })
    // a tablet that slept looks at once when it wakes, before anybody has touched it
    document.addEventListener('visibilitychange', look)
    const timer = setInterval(look, LOOK)
    return () => {
      clearInterval(timer)
      document.removeEventListener('visibilitychange', look)
      for (const name of TOUCHES) window.removeEventListener(name, touch)
    }
  }, [idle, endsIn])
}
