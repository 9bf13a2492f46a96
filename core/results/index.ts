export { isPersonClick } from './clicks'
