// Capture: the window beside any page, and the ways that lead to it.
export { default as CaptureStart } from './CaptureStart.vue'
export { openCapture } from './openCapture'
export { bookButton } from './bookButton'
export { default as CaptureWindow } from './CaptureWindow.vue'
export { isInstalled, registerShareWorker } from './shareWorker'
export { default as PairedBrowsers } from './PairedBrowsers.vue'
export { useIncoming } from './useIncoming'
