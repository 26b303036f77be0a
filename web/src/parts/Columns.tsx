import type { ReactNode } from 'react'

type Props = {
  /** What the page is about. */
  readonly children: ReactNode
  /** What is good to know: beside it from 1100 px on, below it on a narrower screen. */
  readonly beside: ReactNode
}

/** Two columns of a page, where there is room for them. */
export const Columns = ({ children, beside }: Props) => (
  <div className="wide:grid wide:grid-cols-[minmax(0,1fr)_22.5rem] wide:gap-x-6">
    <div className="min-w-0">{children}</div>
    <div data-beside="" className="min-w-0 wide:pe-6">
      {beside}
    </div>
  </div>
)
