export { mixedBySource } from './mixed'
