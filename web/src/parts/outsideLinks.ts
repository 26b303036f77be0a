/** The host of an address outside of this page; undefined for one of ours, or of no web page. */
export function hostOutside(href: string, own: string): string | undefined {
  const url = URL.canParse(href, own) ? new URL(href, own) : undefined
  if (!url || !/^https?:$/.test(url.protocol) || url.origin === new URL(own).origin) return undefined
  return url.host
}

/**
 * Links of a written text that lead outside open in a page of their own, which learns nothing of this one, and say where they
 * lead: whoever wrote the link chose its words.
 */
export function markOutside(text: HTMLElement): void {
  for (const link of text.querySelectorAll<HTMLAnchorElement>('a[href]')) {
    const host = hostOutside(link.href, location.href)
    if (host === undefined || link.dataset.host !== undefined) continue
    link.target = '_blank'
    link.rel = 'noopener noreferrer'
    link.dataset.host = link.textContent?.includes(host) ? '' : ` (${host})`
  }
}
