import { createContext, type ReactNode, use } from 'react'

/** How much waits for whoever is signed in: it stands before the title of the page. */
export const TitleCount = createContext(0)

/** A page of the exercise book: the red margin line runs down its whole height. */
export function Sheet({ children, title }: { readonly children: ReactNode; readonly title: string }) {
  const count = use(TitleCount)
  return (
    <div className="relative min-h-full bg-sheet pb-16">
      <title>{`${count ? `(${count}) ` : ''}${title} · Oppen`}</title>
      <div
        aria-hidden="true"
        className="pointer-events-none absolute inset-y-0 start-[var(--margin-x)] w-px bg-margin-line"
      />
      {children}
    </div>
  )
}

type RowProps = {
  /** When, which state or which lane: small, right-aligned, left of the line. */
  readonly margin?: ReactNode
  readonly children: ReactNode
  readonly className?: string
  readonly as?: 'div' | 'li' | 'section' | 'header'
}

/** One line of the page: the margin on the left, the matter on the right. In a column beside, above one another. */
export function Row({ margin, children, className = '', as: Tag = 'div' }: RowProps) {
  return (
    <Tag
      className={`grid grid-cols-[var(--margin-x)_minmax(0,1fr)] wide:in-data-beside:grid-cols-[minmax(0,1fr)] ${className}`}
    >
      <div className="px-3 pt-[3px] text-end text-sm leading-snug text-soft tabular-nums max-md:px-1.5 max-md:text-xs wide:in-data-beside:px-0 wide:in-data-beside:pt-0 wide:in-data-beside:text-start">
        {margin}
      </div>
      <div className="min-w-0 pe-6 ps-4 max-md:pe-4 max-md:ps-3.5 wide:in-data-beside:px-0">{children}</div>
    </Tag>
  )
}

type HeadProps = {
  readonly title: string
  readonly margin?: ReactNode
  readonly sub?: ReactNode
  readonly aside?: ReactNode
}

/** The head of a page: its one h1, and what can be done with the page as a whole. */
export function Head({ title, margin, sub, aside }: HeadProps) {
  return (
    <Row
      as="header"
      margin={margin && <div className="pt-1.5">{margin}</div>}
      className="pt-6 pb-4 max-md:pt-4"
    >
      <div className="flex flex-wrap items-end justify-between gap-x-6 gap-y-3">
        <div>
          <h1 className="text-[1.6875rem] max-md:text-[1.375rem]">{title}</h1>
          {sub && <p className="mt-0.5 text-[0.9375rem] text-soft">{sub}</p>}
        </div>
        {aside && <div className="flex flex-wrap items-center gap-2">{aside}</div>}
      </div>
    </Row>
  )
}

type SectionProps = { readonly title: ReactNode; readonly aside?: ReactNode; readonly children: ReactNode }

/** A part of a page under its own h2. */
export function Section({ title, aside, children }: SectionProps) {
  return (
    <section className="pt-5">
      <Row className="pb-1">
        <div className="flex flex-wrap items-baseline justify-between gap-3">
          <h2 className="text-lg">{title}</h2>
          {aside}
        </div>
      </Row>
      {children}
    </section>
  )
}
