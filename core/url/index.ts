export { canonicalUrl } from './canonical'
export { campaignUrl, type CampaignMarks } from './campaign'
export { siteOf } from './site'
export { markedLink, type LinkPlaceNames, type LinkRule } from './linkRule'
