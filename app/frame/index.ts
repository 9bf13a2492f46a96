// The frame around every screen: rail, ribbon, menu, keys, the stream of changes.
export { default as BrandMark } from './BrandMark.vue'
export { default as KeysDialog } from './KeysDialog.vue'
export { default as ScreenRail } from './ScreenRail.vue'
export { useChanges } from './useChanges'
export { type Place } from './place'
export { usePlaces } from './usePlaces'
export { useScreens } from './useScreens'
export { default as WeekRibbon } from './WeekRibbon.vue'
