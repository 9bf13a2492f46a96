import { almanacRoutes } from '#shared/almanac/routes'
import { ruleSchema } from '#shared/almanac/schemas'
import { tryRule } from '#server/almanac'
import { PACE } from '#server/platform/http/pace'
import { route } from '#server/route'

export default route(almanacRoutes.tryRule, ruleSchema, ({ body }) => Promise.resolve(tryRule(body)), {
  pace: PACE.look,
})
