/**
 * Keeps the screens themselves on the device, so that a page that is open goes on without a network and one that was
 * closed comes up again; and for pupils the pictures and printed pages of submissions that were open. What anybody wrote is
 * kept by the page, for one person. `FILES` and `BUILD` are put in when the screens are built.
 */
/* global FILES, BUILD */
const SCREENS = `oppen screens ${BUILD}`
const PAGE = '/'

/** What pages show of files: of own work, of worksheets, and what was given with the work. */
const SHOWN =
  /^\/api\/classes\/[^/]+\/works\/[^/]+\/(submissions\/[^/]+\/(worksheet\/sheets|files)|materials|sheets)\/[^/]+$/
const FILES_SHOWN = 'oppen kept files 2'
/** What was kept in shapes that the screens no longer read. */
const OUTDATED = ['oppen kept', 'oppen kept 2', 'oppen kept files']
/** So many are kept, the newest. */
const MOST = 60

const keepOne = async (cache, file) => {
  if (!(await caches.match(file))) await cache.add(file)
  else await cache.put(file, await caches.match(file))
}

self.addEventListener('install', event => {
  const keepAll = async () => {
    const cache = await caches.open(SCREENS)
    // one after the other: hundreds at once would hold up whoever uses the page meanwhile. One file that fails is fetched when it is
    // needed; it keeps none of the others away
    await cache.add(PAGE).catch(() => undefined)
    for (const file of FILES) await keepOne(cache, file).catch(() => undefined)
  }
  event.waitUntil(keepAll().then(() => self.skipWaiting()))
})

self.addEventListener('activate', event => {
  const tidy = async () => {
    await self.clients.claim()
    // tabs that were opened before still ask for the files of the build before
    const old = (await caches.keys()).filter(name => name.startsWith('oppen screens ') && name !== SCREENS)
    await Promise.all([...old.slice(0, -1), ...OUTDATED].map(name => caches.delete(name)))
    // what the worker before kept of a page is not for whoever is next
    for (const name of old.slice(-1)) await (await caches.open(name)).delete(PAGE)
  }
  event.waitUntil(tidy())
})

/** The page as it is kept for every address and for whoever is next: without what belongs to one visit. */
const forAll = async answer => {
  const html = (await answer.text()).replace(/<!--visit-->.*<!--\/visit-->/s, '<div id="root"></div>')
  return new Response(html, { status: answer.status, headers: answer.headers })
}

const page = async request => {
  const cache = await caches.open(SCREENS)
  try {
    const answer = await fetch(request)
    if (answer.ok) await cache.put(PAGE, await forAll(answer.clone()))
    return answer
  } catch (error) {
    const kept = await cache.match(PAGE)
    if (kept) return kept
    throw error
  }
}

/** Parts that few need, such as what reads scanned pages or other letters: kept once they were used. */
const part = async request => {
  const kept = await caches.match(request)
  if (kept) return kept
  const answer = await fetch(request)
  if (answer.ok) await (await caches.open(SCREENS)).put(request, answer.clone())
  return answer
}

const file = async request => (await caches.match(request)) ?? fetch(request)

/** Whether a pupil is in whose device this is: nothing is kept for those who share one, nor after a sign-out. */
const isOwn = async () => {
  const me = await caches.match('/kept/me', { cacheName: 'oppen kept 3' })
  return me !== undefined && (await me.json()).data.account.kind === 'pupil'
}

const keepShown = async (request, answer) => {
  const cache = await caches.open(FILES_SHOWN)
  const before = await cache.match(request)
  const tag = answer.headers.get('etag')
  if (tag && before?.headers.get('etag') === tag) return
  await cache.put(request, answer)
  const old = (await cache.keys()).slice(0, -MOST)
  await Promise.all(old.map(one => cache.delete(one)))
  // who went meanwhile leaves nothing
  if (!(await isOwn())) await caches.delete(FILES_SHOWN)
}

const shown = async (event, request) => {
  const kept = () => caches.match(request, { cacheName: FILES_SHOWN })
  try {
    const answer = await fetch(request)
    if (answer.status > 500) return (await kept()) ?? answer
    const still = /^(image|application\/pdf)/.test(answer.headers.get('content-type') ?? '')
    if (answer.status === 200 && still && (await isOwn()))
      event.waitUntil(keepShown(request, answer.clone()).catch(() => undefined))
    return answer
  } catch (error) {
    const before = await kept()
    if (before) return before
    throw error
  }
}

self.addEventListener('fetch', event => {
  const { request } = event
  const { origin, pathname } = new URL(request.url)
  if (request.method !== 'GET' || origin !== self.location.origin) return
  if (request.mode === 'navigate' && !pathname.startsWith('/api/')) event.respondWith(page(request))
  else if (FILES.includes(pathname)) event.respondWith(file(request))
  else if (/^\/assets\/(pdfjs|noto-sans|cldr|pictures|voices|voice\.worker|words\.worker)-/.test(pathname))
    event.respondWith(part(request))
  else if (SHOWN.test(pathname) && !request.headers.has('range')) event.respondWith(shown(event, request))
})

// what a push service brings is shown as it is; the server has encrypted it for this device alone
self.addEventListener('push', event => {
  const { title, body, path, tag } = event.data?.json() ?? {}
  if (typeof title !== 'string' || typeof path !== 'string') return
  event.waitUntil(
    self.registration.showNotification(title, { body, tag, icon: '/oppen.svg', data: { path } }),
  )
})

self.addEventListener('notificationclick', event => {
  event.notification.close()
  const { path } = event.notification.data ?? {}
  // to a screen of ours alone
  const to = typeof path === 'string' && /^\/(?!\/)/.test(path) ? path : '/new'
  event.waitUntil(
    self.clients.matchAll({ type: 'window' }).then(async ([open]) => {
      if (!open) return self.clients.openWindow(to)
      await open.focus()
      return open.navigate(to)
    }),
  )
})
