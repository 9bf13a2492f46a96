import { ofBrand } from '#shared/platform/route'
import type { Undoable } from '#shared/platform/types'
import type { campaignSchema, endCampaignSchema } from './schemas'
import type { CampaignLine, CampaignPage, CouldServe } from './types'

export const campaignRoutes = {
  campaigns: ofBrand('GET', 'read', '/campaigns').answers<CampaignLine[]>(),
  campaign: ofBrand('GET', 'read', '/campaigns/:id').answers<CampaignPage>(),
  couldServe: ofBrand('GET', 'read', '/campaigns/:id/could-serve').answers<CouldServe>(),
  add: ofBrand('POST', 'work', '/campaigns')
    .takes<typeof campaignSchema>()
    .answers<Undoable & { id: string }>(),
  edit: ofBrand('PATCH', 'work', '/campaigns/:id').takes<typeof campaignSchema>().answers<Undoable>(),
  /** Ends it; takes out of the line what is still planned, where one wishes. */
  end: ofBrand('POST', 'work', '/campaigns/:id/end').takes<typeof endCampaignSchema>().answers<Undoable>(),
  /** Lets one that was ended go on. */
  goOn: ofBrand('POST', 'work', '/campaigns/:id/go-on').answers<Undoable>(),
  /** Removes it; its posts stay. */
  remove: ofBrand('DELETE', 'work', '/campaigns/:id').answers<Undoable>(),
}
