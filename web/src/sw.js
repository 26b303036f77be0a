/**
 * Keeps the screens themselves on the device, so that a page that is open goes on without a network and one that was
 * closed comes up again. Nothing that anybody wrote goes through here: what is kept of that is kept by the page, for
 * one person. `FILES` and `BUILD` are put in when the screens are built.
 */
/* global FILES, BUILD */
const SCREENS = `oppen screens ${BUILD}`
const PAGE = '/'

const keepOne = async (cache, file) => {
  if (!(await caches.match(file))) await cache.add(file)
  else await cache.put(file, await caches.match(file))
}

self.addEventListener('install', event => {
  const keepAll = async () => {
    const cache = await caches.open(SCREENS)
    // one file that fails is fetched when it is needed; it keeps none of the others away
    await Promise.allSettled([cache.add(PAGE), ...FILES.map(file => keepOne(cache, file))])
  }
  event.waitUntil(keepAll().then(() => self.skipWaiting()))
})

self.addEventListener('activate', event => {
  const tidy = async () => {
    await self.clients.claim()
    // tabs that were opened before still ask for the files of the build before
    const old = (await caches.keys()).filter(name => name.startsWith('oppen screens ') && name !== SCREENS)
    await Promise.all(old.slice(0, -1).map(name => caches.delete(name)))
  }
  event.waitUntil(tidy())
})

const page = async request => {
  const cache = await caches.open(SCREENS)
  try {
    const answer = await fetch(request)
    if (answer.ok) await cache.put(PAGE, answer.clone())
    return answer
  } catch (error) {
    const kept = await caches.match(PAGE)
    if (kept) return kept
    throw error
  }
}

const file = async request => (await caches.match(request)) ?? fetch(request)

self.addEventListener('fetch', event => {
  const { request } = event
  const { origin, pathname } = new URL(request.url)
  if (request.method !== 'GET' || origin !== self.location.origin) return
  if (request.mode === 'navigate' && !pathname.startsWith('/api/')) event.respondWith(page(request))
  else if (FILES.includes(pathname)) event.respondWith(file(request))
})
