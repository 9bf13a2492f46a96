// Campaigns: posts that serve one aim between two days.
export { default as CampaignBars } from './CampaignBars.vue'
export { default as CampaignCountsBar } from './CampaignCountsBar.vue'
export { default as CampaignForm } from './CampaignForm.vue'
export { default as CouldServeList } from './CouldServeList.vue'
export { default as EndCampaign } from './EndCampaign.vue'
export { BAR_HEIGHT, useCampaignDays } from './useCampaignDays'
