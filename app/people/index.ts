// A brand’s settings and pillars; who one is here, and how one signs in.
export { default as BrandForm } from './BrandForm.vue'
export { default as PillarList } from './PillarList.vue'
export { default as QuietPage } from './QuietPage.vue'
export { default as SecondStep } from './SecondStep.vue'
export { default as SessionList } from './SessionList.vue'
export { default as SignInCode } from './SignInCode.vue'
export { default as SignInPassword } from './SignInPassword.vue'
