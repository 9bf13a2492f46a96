// Sources, folders, mailing lists and files of sources.
export { default as AddSource } from './AddSource.vue'
export { default as FolderDialog } from './FolderDialog.vue'
export { default as FolderList } from './FolderList.vue'
export { useImports } from './useImports'
export { default as ReadIn } from './ReadIn.vue'
export { default as SourceDialog } from './SourceDialog.vue'
export { useSources } from './useSources'
export { default as SourceTable } from './SourceTable.vue'
