import { almanacRoutes } from '#shared/almanac/routes'
import { countriesKnown } from '#server/almanac'
import { route } from '#server/route'

export default route(almanacRoutes.countries, null, () => countriesKnown())
