/** Signs of an address in which a bookmark's finds travel. */
const MOST = 32_000

/**
 * What a button in the bookmarks bar does on the page one is on, as a `javascript:` address: it gathers what
 * the page says of itself, its larger pictures and the selected words, and opens the capture window with
 * them. They stand behind the `#`, which no server is told.
 */
export const bookButton = (origin: string): string =>
  `javascript:void ${encodeURI(`(${gather.toString()})(${JSON.stringify(`${origin}/capture`)},${MOST})`)
    .replace(/#/g, '%23')
    .replace(/\?/g, '%3F')}`

/** Runs on the other page, and so may use nothing from outside itself. */
function gather(target: string, most: number): void {
  const escape = (text: string): string =>
    text.replace(/[&"<>]/g, (sign) => `&#${sign.charCodeAt(0)};`).slice(0, 500)
  const parts = [`<html lang="${escape(document.documentElement.lang)}">`]
  const said =
    'meta[content],link[rel~="canonical"],link[rel~="image_src"],script[type="application/ld+json"]'
  document.querySelectorAll(said).forEach((element) => {
    parts.push(element.outerHTML)
  })
  Array.from(document.images)
    .filter((image) => image.naturalWidth > 64 && image.naturalHeight > 64)
    .sort((a, b) => b.naturalWidth * b.naturalHeight - a.naturalWidth * a.naturalHeight)
    .slice(0, 40)
    .forEach((image) => {
      const size = `width=${image.naturalWidth} height=${image.naturalHeight}`
      parts.push(`<img src="${escape(image.currentSrc || image.src)}" ${size} alt="${escape(image.alt)}">`)
    })
  const found = {
    url: location.href,
    title: document.title.slice(0, 500),
    words: String(getSelection()).trim().slice(0, 5000),
    html: parts.filter((part) => part.length < 8000).join(''),
  }
  let text = encodeURIComponent(JSON.stringify(found))
  while (text.length > most && (found.html !== '' || found.words !== '')) {
    if (found.html === '') found.words = found.words.slice(0, found.words.length >> 1)
    else found.html = found.html.length < 200 ? '' : found.html.slice(0, Math.floor(found.html.length * 0.8))
    text = encodeURIComponent(JSON.stringify(found))
  }
  window.open(`${target}#${text}`, '_blank', 'popup,width=500,height=720')
}
