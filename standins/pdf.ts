/** A page of a made-up report: a heading and lines below it. */
export interface ReportPage {
  heading: string
  lines: string[]
}

/**
 * A small PDF (ISO 32000-1), written by hand: Helvetica, one heading and lines a page. `locked`: with the
 * entries of a password that nobody knows.
 */
export function pdfOf(
  title: string,
  author: string,
  pages: ReportPage[],
  { locked = false }: { locked?: boolean } = {},
): Buffer {
  const objects: string[] = []
  const add = (body: string): number => objects.push(body)
  const catalog = add('')
  const tree = add('')
  const font = add('<< /Type /Font /Subtype /Type1 /BaseFont /Helvetica /Encoding /WinAnsiEncoding >>')
  const kids = pages.map(({ heading, lines }) => {
    const drawn = [
      `BT /F1 22 Tf 72 740 Td (${escaped(heading)}) Tj ET`,
      ...lines.map((line, at) => `BT /F1 11 Tf 72 ${700 - at * 15} Td (${escaped(line)}) Tj ET`),
    ].join('\n')
    const content = add(`<< /Length ${Buffer.byteLength(drawn, 'latin1')} >>\nstream\n${drawn}\nendstream`)
    return add(
      `<< /Type /Page /Parent ${tree} 0 R /MediaBox [0 0 595 842] /Contents ${content} 0 R ` +
        `/Resources << /Font << /F1 ${font} 0 R >> >> >>`,
    )
  })
  const info = add(
    `<< /Title (${escaped(title)}) /Author (${escaped(author)}) /CreationDate (D:20261105090000Z) >>`,
  )
  objects[catalog - 1] = `<< /Type /Catalog /Pages ${tree} 0 R /Lang (en) >>`
  objects[tree - 1] =
    `<< /Type /Pages /Kids [${kids.map((id) => `${id} 0 R`).join(' ')}] /Count ${kids.length} >>`
  const id = '<00112233445566778899aabbccddeeff>'
  const lock = locked
    ? '/Encrypt << /Filter /Standard /V 2 /R 3 /Length 128 /P -44 ' +
      `/O <${'5a'.repeat(32)}> /U <${'a5'.repeat(32)}> >> `
    : ''
  return written(objects, `/Root ${catalog} 0 R /Info ${info} 0 R /ID [${id} ${id}] ${lock}`)
}

/** The objects one after another, with the table of where each begins. */
function written(objects: string[], trailer: string): Buffer {
  let file = '%PDF-1.4\n'
  const places = objects.map((body, at) => {
    const place = file.length
    file += `${at + 1} 0 obj\n${body}\nendobj\n`
    return `${String(place).padStart(10, '0')} 00000 n \n`
  })
  const table = `xref\n0 ${objects.length + 1}\n0000000000 65535 f \n${places.join('')}`
  return Buffer.from(
    `${file}${table}trailer\n<< /Size ${objects.length + 1} ${trailer}>>\nstartxref\n${file.length}\n%%EOF\n`,
    'latin1',
  )
}

const escaped = (text: string): string => text.replace(/[\\()]/g, (sign) => `\\${sign}`)
