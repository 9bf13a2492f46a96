const FACES = [
  ['Report Serif', 'newsreader.woff2', '200 800'],
  ['Report Sans', 'instrument-sans.woff2', '400 700'],
] as const

let known: Promise<string> | null = null

/**
 * The application's own letters as CSS that holds them: a report is read where nothing of ours is at hand.
 * Where the build has none, the reader's machine has to do.
 */
export const reportFonts = (): Promise<string> => (known ??= facesOf())

async function facesOf(): Promise<string> {
  // Asked for when it is needed: only a built server has assets.
  const { useStorage } = await import('nitropack/runtime')
  const faces = await Promise.all(
    FACES.map(async ([family, file, weights]) => {
      const font: unknown = await useStorage('assets:report-fonts').getItemRaw(file)
      if (!(font instanceof Uint8Array)) return ''
      const source = `data:font/woff2;base64,${Buffer.from(font).toString('base64')}`
      return `@font-face{font-family:'${family}';font-weight:${weights};src:url(${source})}`
    }),
  )
  return faces.join('')
}
