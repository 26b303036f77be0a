import type { Me } from '@oppen/contract'
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { configure, render } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import type { ReactNode } from 'react'
import { MemoryRouter, Route, Routes, useLocation } from 'react-router'
import { vi } from 'vitest'
import { MeContext, TimeContext } from '../app/session.js'

// jsdom lays nothing out: nothing ever changes its size there
globalThis.ResizeObserver ??= class {
  observe() {}
  unobserve() {}
  disconnect() {}
}

// what is saved after a pause comes when it comes, on a machine that has something else to do as well
configure({ asyncUtilTimeout: 20_000 })

/** Wednesday 14 October 2026, 15:00 in Lisbon. */
export const NOW = Date.parse('2026-10-14T14:00Z')

export const TEACHER = {
  account: {
    id: 'teacher',
    shownName: 'Ms Quill',
    userName: 'ms.quill',
    kind: 'teacher',
    email: null,
    emailAsked: null,
    guest: false,
    ownsSchool: false,
    secretKind: 'password',
    secretOnce: false,
    language: null,
    hasPicture: false,
  },
  tablet: null,
  ties: [],
  circles: [],
  school: 'Tern Hollow School',
  zone: 'Europe/Lisbon',
  now: NOW,
  clockMoves: false,
  live: 'run.0',
} as unknown as Me

export type Asked = { readonly method: string; readonly path: string; readonly body: unknown }
type Reply = { readonly status?: number; readonly json: unknown }
/** What a server would answer, by method and address; everything else is not there. */
export type Answers = Readonly<Record<string, (body: never) => Reply>>

/** Stands for the network: answers what it is told to, and knows what it was asked. */
export function network(answers: Answers): readonly Asked[] {
  const asked: Asked[] = []
  vi.stubGlobal('fetch', async (path: string, init: RequestInit = {}) => {
    const method = init.method ?? 'GET'
    const body: unknown = typeof init.body === 'string' ? JSON.parse(init.body) : undefined
    asked.push({ method, path, body })
    const { status = 200, json } = answers[`${method} ${path}`]?.(body as never) ?? {
      status: 404,
      json: { error: { code: 'not_found' } },
    }
    return new Response(JSON.stringify(json), { status })
  })
  return asked
}

/** Where a component has led to. */
const Address = () => {
  const { pathname, search } = useLocation()
  return <output data-testid="address">{`${pathname}${search}`}</output>
}

type Options = {
  readonly at?: string
  readonly path?: string
  readonly me?: Me
  /** What was read before, by its key. */
  readonly read?: readonly (readonly [readonly unknown[], unknown])[]
}

/** Shows a component as it stands in the application: at an address, with who is in, what time it is and what was read. */
export function show(element: ReactNode, { at = '/', path = '*', me = TEACHER, read = [] }: Options = {}) {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false, staleTime: Infinity } } })
  for (const [key, data] of read) client.setQueryData(key, data)
  const shown = render(
    <QueryClientProvider client={client}>
      <MeContext value={me}>
        <TimeContext value={{ now: me.now, zone: me.zone }}>
          <MemoryRouter initialEntries={[at]}>
            <Routes>
              <Route path={path} element={element} />
              <Route path="*" element={null} />
            </Routes>
            <Address />
          </MemoryRouter>
        </TimeContext>
      </MeContext>
    </QueryClientProvider>,
  )
  return {
    ...shown,
    user: userEvent.setup(),
    client,
    address: () => shown.getByTestId('address').textContent,
  }
}
