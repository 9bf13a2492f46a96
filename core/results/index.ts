export { isPersonClick } from './clicks'
export { mix } from './mix'
