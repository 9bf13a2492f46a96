// Campaigns: posts that serve one aim between two days. What is planned for one is the schedule's.
// Owns: campaigns.
// May ask: people, networks.
export {
  addCampaign,
  campaignOf,
  campaignsOfBrand,
  changeCampaign,
  editCampaign,
  goOn,
  marksOfCampaigns,
  removeCampaign,
} from './campaigns'
export { anyCampaign, campaignById, campaignsOf } from './queries/campaigns'
export type { CampaignRow } from './rows'
