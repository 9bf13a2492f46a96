// A chart as a file: what is drawn on the page, with the colours it has there.

const KEPT = [
  ...['fill', 'fill-opacity', 'stroke', 'stroke-width', 'stroke-dasharray', 'stroke-opacity', 'opacity'],
  ...['font-family', 'font-size', 'font-weight', 'text-anchor'],
]
/** Pixels of a PNG per pixel of the page: enough for print. */
const PNG_SCALE = 3

/** An SVG of the page on its own, its styles written into it. */
export function svgText(svg: SVGSVGElement): string {
  const copy = svg.cloneNode(true) as SVGSVGElement
  const { width, height } = svg.viewBox.baseVal
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg')
  copy.setAttribute('width', String(width))
  copy.setAttribute('height', String(height))
  const [shown, copied] = [
    [svg, ...svg.querySelectorAll('*')],
    [copy, ...copy.querySelectorAll('*')],
  ]
  for (const [at, element] of shown.entries()) {
    const style = getComputedStyle(element)
    const target = copied[at]!
    target.removeAttribute('class')
    target.removeAttribute('style')
    for (const name of KEPT) target.setAttribute(name, style.getPropertyValue(name))
  }
  const ground = document.createElementNS('http://www.w3.org/2000/svg', 'rect')
  ground.setAttribute('width', '100%')
  ground.setAttribute('height', '100%')
  ground.setAttribute('fill', getComputedStyle(document.body).getPropertyValue('--sheet') || '#fff')
  copy.prepend(ground)
  return new XMLSerializer().serializeToString(copy)
}

/** The same as a picture. */
export async function pngOf(svg: SVGSVGElement): Promise<Blob> {
  const { width, height } = svg.viewBox.baseVal
  const picture = new Image()
  const address = URL.createObjectURL(new Blob([svgText(svg)], { type: 'image/svg+xml' }))
  try {
    picture.src = address
    await picture.decode()
    const canvas = document.createElement('canvas')
    canvas.width = width * PNG_SCALE
    canvas.height = height * PNG_SCALE
    canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height)
    return await new Promise<Blob>((resolve, reject) =>
      canvas.toBlob((blob) => (blob ? resolve(blob) : reject(new Error('no picture'))), 'image/png'),
    )
  } finally {
    URL.revokeObjectURL(address)
  }
}
