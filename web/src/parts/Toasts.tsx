import { Toast } from 'radix-ui'
import { say } from '../words/say.js'
import { removeToast, useToasts } from './toast.js'

export default function Toasts() {
  const list = useToasts()
  return (
    <Toast.Provider duration={10_000} label={say('app')}>
      {list.map(one => (
        <Toast.Root
          key={one.id}
          onOpenChange={open => !open && removeToast(one.id)}
          className="flex items-center gap-4 rounded-[var(--radius-card)] bg-board px-4 py-2.5 text-[0.9375rem] text-chalk shadow-md"
        >
          <Toast.Title>{one.words}</Toast.Title>
          {one.undo && (
            <Toast.Action
              altText={say('undo')}
              onClick={one.undo}
              className="rounded px-2 py-1 font-bold text-ochre underline underline-offset-2"
            >
              {say('undo')}
            </Toast.Action>
          )}
        </Toast.Root>
      ))}
      <Toast.Viewport className="fixed bottom-4 left-1/2 z-50 flex w-max max-w-[92vw] -translate-x-1/2 flex-col gap-2 max-md:bottom-20" />
    </Toast.Provider>
  )
}
