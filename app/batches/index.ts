// Posts from files: choosing one, its rows, how it is read, mending.
export { default as BatchReading } from './BatchReading.vue'
export { default as BatchRowPanel } from './BatchRowPanel.vue'
export { default as BatchTable } from './BatchTable.vue'
export { useBatch } from './useBatch'
export { useBatchFile } from './useBatchFile'
