import type { LiveEvent } from '@oppen/contract'

type Pushed = Extract<LiveEvent, { what: 'push' }>

/** Shows on this device what the stand-in of a push service was told, where its person has allowed that. */
export async function showPushed({ title, body, path, tag }: Pushed): Promise<void> {
  if (!('Notification' in window) || Notification.permission !== 'granted') return
  const shown = { body, tag, icon: '/oppen.svg', data: { path } }
  const registration = await navigator.serviceWorker?.getRegistration()
  if (registration) return registration.showNotification(title, shown)
  const notification = new Notification(title, shown)
  notification.addEventListener('click', () => {
    window.focus()
    location.assign(path)
  })
}

/** What a push service of the browser subscribes this device to, with the public key of the school (Push API, W3C). */
export async function subscribe(key: string): Promise<PushSubscriptionJSON> {
  const registration = await navigator.serviceWorker.ready
  const subscription = await registration.pushManager.subscribe({
    userVisibleOnly: true,
    applicationServerKey: key,
  })
  return subscription.toJSON()
}
