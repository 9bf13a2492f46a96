// The one catalogue of the words a person reads. A translation takes the place of this folder's parts.
import { causes } from './deliveries'
import { fields } from './fields'
import { pages } from './pages'
import { refusals } from './refusals'
import { screens } from './screens'

export const words = { causes, fields, pages, refusals, ...screens }
