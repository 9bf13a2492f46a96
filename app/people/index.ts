// A brand’s settings and pillars.
export { default as BrandForm } from './BrandForm.vue'
export { default as PillarList } from './PillarList.vue'
