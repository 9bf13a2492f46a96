// Sources, folders, mailing lists and files of sources.
export { default as AddSource } from './AddSource.vue'
export { default as FolderDialog } from './FolderDialog.vue'
export { default as FolderList } from './FolderList.vue'
export { useImportsStore } from './importsStore'
export { default as ReadIn } from './ReadIn.vue'
export { default as SourceDialog } from './SourceDialog.vue'
export { useSourcesStore } from './sourcesStore'
export { default as SourceTable } from './SourceTable.vue'
