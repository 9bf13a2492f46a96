// A whole brand, out and in again: a ZIP of all that is the brand's, and reading one.
// Owns: archives that are read, what stands for their ids.
// May ask: people, networks, sources, articles, posts; every subject says in its archive.ts what is archived.
export { archivesOf, stopArchive, takeArchive } from './archives'
export { sendArchive } from './sending'
