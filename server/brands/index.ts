// A brand with all that its screens need at once, and its settings.
// Owns: nothing of its own.
// May ask: everybody below.
export { addPillar, brandView, editBrand, editPillar, makeBrand, removeBrand, removePillar } from './brands'
