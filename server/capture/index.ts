// Capture: what people see anywhere and want to use, until it is a clipping or a post.
// Owns: captures.
// May ask: people, articles, clippings, delivery, posts, reading.
export { capturedFrom, readFromWeb } from './readCaptured'
export { linkKeyOf } from './linkKey'
export { readPdfFile } from './pdfFile'
export { captureOf, lookAtCapture, pictureOfCapture, takeCapture, takePicture } from './captures'
export { clipCapture } from './clip'
export { takeLateCapture } from './late'
export { takePdf } from './takePdf'
