// Accounts on networks.
export { default as AccountDialog } from './AccountDialog.vue'
export { default as AddAccount } from './AddAccount.vue'
export { default as ConnectAccount } from './ConnectAccount.vue'
export { default as DescribedNetworks } from './DescribedNetworks.vue'
export { default as NetworkHelp } from './NetworkHelp.vue'
export { default as StatedRules } from './StatedRules.vue'
export { takeBack, useSignIn } from './signIn'
