import { setNonce } from 'get-nonce'
import { X } from 'lucide-react'
import { Dialog } from 'radix-ui'
import { type ReactNode, type RefObject, useEffect, useEffectEvent, useRef } from 'react'
import { say } from '../words/say.js'

// the page's policy lets in only styles that carry its nonce, also those that a dialog adds to hold the page still
if (!import.meta.env.SSR)
  setNonce(document.querySelector('meta[name=csp-nonce]')?.getAttribute('content') ?? '')

const SIZES = { usual: 'max-w-lg', wide: 'max-w-3xl', full: 'max-w-5xl' } as const

type Props = {
  readonly open: boolean
  readonly onClose: () => void
  readonly title: string
  readonly children: ReactNode
  readonly size?: keyof typeof SIZES
}

/**
 * Closes with Escape wherever the focus is in the window, or nowhere because what had it is gone: what was just done
 * is laid over the window and would take the key for itself.
 */
function useEscape(open: boolean, content: RefObject<HTMLDivElement | null>, onClose: () => void): void {
  const close = useEffectEvent(onClose)
  useEffect(() => {
    if (!open) return
    const onKey = (event: KeyboardEvent) => {
      const { activeElement, body } = document
      const here = activeElement === body || content.current?.contains(activeElement)
      if (event.key === 'Escape' && here) close()
    }
    window.addEventListener('keydown', onKey, true)
    return () => window.removeEventListener('keydown', onKey, true)
  }, [open, content])
}

/** A page laid over the page: named, closed with Escape, and the focus goes back where it came from. */
export function Window({ open, onClose, title, children, size = 'usual' }: Props) {
  const content = useRef<HTMLDivElement>(null)
  useEscape(open, content, onClose)
  return (
    <Dialog.Root open={open} onOpenChange={next => !next && onClose()}>
      {/* named, so that what stands in it need not wait for a first picture without it, and be rendered at a stretch then */}
      <Dialog.Portal container={globalThis.document?.body}>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-black/55" />
        <Dialog.Content
          aria-describedby={undefined}
          ref={content}
          className={`fixed top-1/2 left-1/2 z-40 flex max-h-[88vh] w-[94vw] -translate-x-1/2 -translate-y-1/2 flex-col rounded-[var(--radius-card)] bg-sheet text-ink shadow-xl ${SIZES[size]}`}
        >
          <header className="flex items-center justify-between gap-4 border-b border-rule px-5 py-3">
            <Dialog.Title className="text-lg">{title}</Dialog.Title>
            <Dialog.Close className="rounded p-1.5 hover:bg-pale" aria-label={say('close')}>
              <X size={18} aria-hidden="true" />
            </Dialog.Close>
          </header>
          <div className="overflow-y-auto px-5 py-4">{children}</div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
