// Posts from files: read, looked through row by row, mended, and lined up.
// Owns: batches, their rows and pictures.
// May ask: people, networks, delivery, posts, schedule.
export { addBatchPictures, openBatch, removeBatch, startBatch } from './batches'
export { editRow, setReading } from './editing'
export { linedFile, sampleFile } from './files'
export { stopBatch, takeBatch, takeBatchBack } from './taking'
export { listBatches, rowsOfBatch } from './views'
