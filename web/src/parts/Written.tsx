import { useEffect, useRef } from 'react'

/** Formatted text that the server has cleaned: the only place where HTML of people is put on a page. */
export function Written({ html, className = '' }: { readonly html: string; readonly className?: string }) {
  const text = useRef<HTMLDivElement>(null)
  useEffect(() => {
    // what draws formulas and drawings, and what marks links, is fetched only where there is one
    if (html.includes('<a '))
      void import('./outsideLinks.js').then(({ markOutside }) => text.current && markOutside(text.current))
    if (html.includes('data-tex'))
      void import('./formulas.js').then(({ drawFormulas }) => text.current && drawFormulas(text.current))
    if (html.includes('data-strokes'))
      void import('./drawings.js').then(({ showDrawings }) => text.current && showDrawings(text.current))
  }, [html])
  return (
    <div
      ref={text}
      dir="auto"
      className={`written ${className}`}
      // biome-ignore lint/security/noDangerouslySetInnerHtml: the server lets nothing through but formatting
      dangerouslySetInnerHTML={{ __html: html }}
    />
  )
}
