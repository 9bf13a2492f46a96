// Notices: what somebody must know, and the ways it is told outside the application.
// Owns: notices, mail addresses and their confirmations.
// May ask: people.
export { askedByToken, askToConfirm, confirmByToken, confirmedOf, wantedMail } from './mailConfirmation'
export { noticesOfBrand, putNotice, seeNotices, settleNotices } from './notices'
export { countUnseen, openNotices } from './queries/notices'
export { setNotificationChannels, notificationChannelsOf, testNotificationChannels } from './telling'
