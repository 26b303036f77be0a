import { type QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { type ReactNode, StrictMode, Suspense } from 'react'
import { useToasts } from '../parts/toast.js'
import { part } from './part.js'

const Toasts = part(() => import('../parts/Toasts.js'))

/** What was just done, once there is something to say. */
function Said() {
  if (!useToasts().length) return null
  return (
    <Suspense fallback={null}>
      <Toasts />
    </Suspense>
  )
}

type PageProps = { readonly client: QueryClient; readonly children: ReactNode }

/** The whole page around the screens; the same where the server renders it. */
export function Page({ client, children }: PageProps) {
  return (
    <StrictMode>
      <QueryClientProvider client={client}>
        {children}
        <Said />
      </QueryClientProvider>
    </StrictMode>
  )
}
