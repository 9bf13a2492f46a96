// Archives: a brand as one file.
export { default as ArchiveList } from './ArchiveList.vue'
export { useArchives } from './useArchives'
