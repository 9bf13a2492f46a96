import { at, ofBrand } from '#shared/platform/route'
import type { PictureView } from '#shared/posts/types'
import type { captureSchema, capturedPictureSchema, clipSchema } from './schemas'
import type { CapturedClipping, CaptureView, TakenCapture } from './types'

export const captureRoutes = {
  /** Takes in something a person saw, by an id that the browser makes; once more changes nothing. */
  take: at('PUT', 'person', '/api/capture/:id').takes<typeof captureSchema>().answers<TakenCapture>(),
  /** Takes in a PDF as a file, by an id that the browser makes; `name` is its file's. */
  takePdf: ofBrand('PUT', 'work', '/captures/:id/pdf').answers<TakenCapture>(),
  capture: ofBrand('GET', 'work', '/captures/:id').answers<CaptureView>(),
  /** Looks at the page behind its address, where the browser gave no more. */
  look: ofBrand('POST', 'work', '/captures/:id/look').answers<CaptureView>(),
  /** Keeps it as a clipping. */
  clip: ofBrand('POST', 'work', '/captures/:id/clip').takes<typeof clipSchema>().answers<CapturedClipping>(),
  /** A picture it shows, by `url`. */
  picture: ofBrand('GET', 'work', '/captures/:id/picture').answers<unknown>(),
  /** Takes one of its pictures for a post. */
  takePicture: ofBrand('POST', 'work', '/captures/:id/picture')
    .takes<typeof capturedPictureSchema>()
    .answers<PictureView>(),
}
