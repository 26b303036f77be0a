import { useCallback, useEffect, useRef, useState } from 'react'
import { useMe } from '../../app/session.js'
import type { WordKey } from '../../words/say.js'
import { type Devices, realDevices, release, standInDevices } from './devices.js'

/** Why a microphone or camera cannot be used. */
export type DeviceProblem = 'refused' | 'none' | 'busy' | 'insecure' | 'unknown'

const PROBLEMS: Readonly<Record<string, DeviceProblem>> = {
  NotAllowedError: 'refused',
  SecurityError: 'insecure',
  NotFoundError: 'none',
  OverconstrainedError: 'none',
  NotSupportedError: 'none',
  NotReadableError: 'busy',
  AbortError: 'busy',
}

export const problemKey = (problem: DeviceProblem): WordKey => `device_${problem}`

/** What a device of this page sees or hears while it is open; given back when the part is closed. */
export function useDevice(ask: (devices: Devices) => Promise<MediaStream>) {
  const { clockMoves } = useMe()
  const [stream, setStream] = useState<MediaStream>()
  const [problem, setProblem] = useState<DeviceProblem>()
  const held = useRef<MediaStream>(undefined)
  const closed = useRef(false)
  const asking = useRef(ask)

  const open = useCallback(async (devices: Devices) => {
    setProblem(undefined)
    try {
      const found = await asking.current(devices)
      if (closed.current) release(found)
      else {
        held.current = found
        setStream(found)
      }
    } catch (error) {
      setProblem(PROBLEMS[(error as DOMException).name] ?? 'unknown')
    }
  }, [])

  useEffect(() => {
    closed.current = false
    void open(realDevices)
    return () => {
      closed.current = true
      release(held.current)
    }
  }, [open])

  return {
    stream,
    problem,
    again: () => void open(realDevices),
    /** Goes on with the stand-in; only where Oppen is being tried out. */
    standIn: clockMoves ? () => void open(standInDevices) : undefined,
  }
}
