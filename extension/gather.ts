/** What a page in front gives, read as its reader sees it. */
export interface Found {
  url: string
  title: string
  words: string
  html: string
}

/** What `gather` reads of the page: all of it, or the selected words alone. */
export type Wanted = 'page' | 'words'

/**
 * Reads the page in front: runs within it, and so uses nothing from outside itself. Its scripts, styles and
 * hidden copies are left out; pictures say the size and source they are shown with. `most` is how many
 * characters of each are taken.
 */
export function gather(wanted: Wanted, most: { html: number; words: number }): Found {
  const found = {
    url: location.href,
    title: document.title.slice(0, 1000),
    words: String(getSelection() ?? '').slice(0, most.words),
    html: '',
  }
  // What a browser shows a PDF in says nothing of it.
  const isPage = document.documentElement instanceof HTMLElement && document.contentType !== 'application/pdf'
  if (wanted === 'words' || !isPage) return found
  const copy = document.documentElement.cloneNode(true) as HTMLElement
  const shown = Array.from(document.images)
  // In the same order, since the one is a copy of the other.
  copy.querySelectorAll('img').forEach((image, at) => {
    const original = shown[at]
    if (!original || original.naturalWidth === 0) return
    image.setAttribute('src', original.currentSrc || original.src)
    image.removeAttribute('srcset')
    image.setAttribute('width', String(original.naturalWidth))
    image.setAttribute('height', String(original.naturalHeight))
  })
  const left = 'script:not([type="application/ld+json" i]),style,template,noscript,svg,iframe,canvas,input'
  copy.querySelectorAll(left).forEach((element) => {
    element.remove()
  })
  found.html = copy.outerHTML.slice(0, most.html)
  return found
}
