import { addressOf, routes } from '@oppen/contract'
import type { ClassId, PlaceId } from '@oppen/core/ids'
import { buttonClasses } from '../../parts/Button.js'
import { say } from '../../words/say.js'

type Props = { readonly classId: ClassId; readonly placeId: PlaceId }

/** All of a portfolio to take along. */
export const Downloads = (params: Props) => (
  <>
    <a href={addressOf(routes.takePortfolioPdf, params)} download className={buttonClasses()}>
      {say('portfolio_pdf')}
    </a>
    <a href={addressOf(routes.takePortfolioZip, params)} download className={buttonClasses()}>
      {say('portfolio_zip')}
    </a>
  </>
)
