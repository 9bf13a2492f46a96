/** A run of characters as it stands on a page, its origin at the lower left. All measures in points. */
export interface PdfRun {
  text: string
  x: number
  y: number
  width: number
  /** Size of its letters. */
  height: number
  /** Whether a line ends with it. */
  endsLine: boolean
}
