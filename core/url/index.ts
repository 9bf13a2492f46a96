export { canonicalUrl } from './canonical'
export { campaignUrl, type CampaignMarks } from './campaign'
export { siteOf } from './site'
