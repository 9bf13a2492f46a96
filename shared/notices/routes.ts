import { ofBrand } from '#shared/platform/route'
import type { NoticeView, NotificationChannels, OwnTelling } from '#shared/notices/types'
import type { notificationChannelsSchema, ownTellingSchema } from '#shared/notices/schemas'

export const noticeRoutes = {
  notices: ofBrand('GET', 'read', '/notices').answers<NoticeView[]>(),
  markSeen: ofBrand('PUT', 'work', '/notices/seen').answers<null>(),
  testTelling: ofBrand('POST', 'own', '/telling-test').answers<null>(),
  telling: ofBrand('GET', 'own', '/telling').answers<NotificationChannels>(),
  setTelling: ofBrand('PUT', 'own', '/telling')
    .takes<typeof notificationChannelsSchema>()
    .answers<NotificationChannels>(),
  /** How one is told oneself, by mail. */
  ownTelling: ofBrand('GET', 'work', '/own-telling').answers<OwnTelling>(),
  setOwnTelling: ofBrand('PUT', 'work', '/own-telling')
    .takes<typeof ownTellingSchema>()
    .answers<OwnTelling>(),
}
