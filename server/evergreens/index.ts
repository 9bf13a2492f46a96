// Evergreens: posts that come round again, each account's pool, and what keeps one from its turn.
// Owns: evergreens, articles passed over.
// May ask: people, networks, delivery, sources, results, posts.
export { addEvergreens, type EvergreenInput, putEvergreen, putEvergreens, setEvergreen } from './evergreens'
export { evergreenDetail, evergreensView } from './evergreensView'
export { fromOwn, passOver, takeFromOwn } from './fromOwn'
export { asPlanned, poolOf, type Pooled } from './pool'
export { evergreenById } from './queries/evergreens'
export { restByItself } from './rest'
