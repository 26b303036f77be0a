/** Formatted text that the server has cleaned: the only place where HTML of people is put on a page. */
export function Written({ html, className = '' }: { readonly html: string; readonly className?: string }) {
  // biome-ignore lint/security/noDangerouslySetInnerHtml: the server lets nothing through but formatting
  return <div className={`written ${className}`} dangerouslySetInnerHTML={{ __html: html }} />
}
