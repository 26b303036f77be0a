import { type NewsChoicesPage, type PushSubscriptionForm, routes } from '@oppen/contract'
import { useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { subscribe } from '../../app/pushed.js'
import { reads } from '../../app/queries.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { say } from '../../words/say.js'

/** Lets this device show what is new, or no more. */
export function PushDevice({ device }: { readonly device: NonNullable<NewsChoicesPage['device']> }) {
  const { queryKey } = reads.newsChoices()
  const [denied, setDenied] = useState(false)
  const allow = useCommand({
    do: async () => {
      if ((await Notification.requestPermission()) !== 'granted') return setDenied(true)
      setDenied(false)
      const subscription = device.key ? ((await subscribe(device.key)) as PushSubscriptionForm) : null
      await call(routes.addPushDevice, {}, { subscription })
    },
    again: [queryKey],
  })
  const stop = useCommand({ do: () => call(routes.removePushDevice, {}), again: [queryKey] })
  if (typeof window === 'undefined' || !('Notification' in window)) return null
  return (
    <section className="mt-4 text-[0.9375rem]" aria-label={say('news_device')}>
      <h3 className="font-semibold">{say('news_device')}</h3>
      <p className="mb-1.5 text-soft">{say(device.on ? 'news_device_on' : 'news_device_off')}</p>
      {device.on ? (
        <Button disabled={stop.busy} onClick={() => stop.go()}>
          {say('news_device_stop')}
        </Button>
      ) : (
        <Button disabled={allow.busy} onClick={() => allow.go()}>
          {say('news_device_allow')}
        </Button>
      )}
      {denied && <Problem words={say('news_device_denied')} />}
      {(allow.words ?? stop.words) && <Problem words={allow.words ?? stop.words ?? ''} />}
    </section>
  )
}
