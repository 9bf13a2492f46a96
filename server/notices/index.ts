// Notices: what somebody must know, and the ways it is told outside the application.
// Owns: notices, mail addresses and their confirmations, how persons are told and of what they were.
// May ask: people.
export { askedByToken, askToConfirm, confirmByToken, confirmedOf, wantedMail } from './mailConfirmation'
export { keepNotice, noticesOfBrand, putNotice, seeNotices, settleNotices } from './notices'
export { countUnseen, openNotices } from './queries/notices'
export { notificationChannelsOf, setNotificationChannels, testNotificationChannels } from './channels'
export { ownTellingOf, setOwnTelling } from './ownTelling'
