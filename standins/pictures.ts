import { Resvg } from '@resvg/resvg-js'
import type { Outlet, SiteArticle } from './outlets'

const SIZES = { wide: [960, 540], square: [720, 720], tall: [600, 900] } as const

/** Skies and grounds a picture may have; which one is told by the words of its description. */
const SCENES: {
  words: RegExp
  sky: [string, string]
  ground: string
  lights: 'stars' | 'lamps' | 'none' | 'grain'
}[] = [
  {
    words: /aurora|crimson|red glow|lilac/i,
    sky: ['#1a1030', '#7a2438'],
    ground: '#0c0a12',
    lights: 'stars',
  },
  {
    words: /star|comet|sky|night|dome|telescope|moon|meteor|galaxy|nebula|frame|disc/i,
    sky: ['#0c1730', '#2f4a78'],
    ground: '#0a0f1c',
    lights: 'stars',
  },
  {
    words: /lamp|street|village|town|light/i,
    sky: ['#1c2030', '#5b4632'],
    ground: '#14120f',
    lights: 'lamps',
  },
  {
    words: /bread|loaf|crust|dough|oven|baker|flour|crumb|bag/i,
    sky: ['#e6d3b1', '#c99a5b'],
    ground: '#7d5329',
    lights: 'none',
  },
  {
    words: /wheat|grain|field|rye|mill|stone|barn|combine/i,
    sky: ['#cfdbe2', '#f0dfae'],
    ground: '#a9812f',
    lights: 'grain',
  },
]
const OTHER = { sky: ['#cdd6dc', '#94a3ad'] as [string, string], ground: '#59646c', lights: 'none' as const }

const drawn = new Map<string, Buffer>()

/**
 * A drawn picture for an article, in its shape: a plain scene chosen by its description, the same each time.
 */
export function drawPicture(article: SiteArticle, outlet: Outlet): Buffer {
  const key = `${outlet.id}/${article.slug}`
  let picture = drawn.get(key)
  if (!picture) {
    picture = drawScene(key, article.image?.alt ?? '', article.image?.shape ?? 'wide')
    drawn.set(key, picture)
  }
  return picture
}

/** A plain scene by its description, in a shape; the same key draws the same each time. */
export const drawScene = (key: string, description: string, shape: keyof typeof SIZES): Buffer =>
  new Resvg(sceneSvg(key, description, shape)).render().asPng()

function sceneSvg(key: string, description: string, shape: keyof typeof SIZES): string {
  const [width, height] = SIZES[shape]
  const scene = SCENES.find(({ words }) => words.test(description)) ?? OTHER
  const chance = seeded(key)
  const horizon = height * (0.66 + 0.14 * chance())
  const hills = [0, 1].map((layer) => hill(width, height, horizon + layer * height * 0.07, chance, layer))
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><defs><linearGradient id="s" x1="0" y1="0" x2="0" y2="1"><stop offset="0" stop-color="${scene.sky[0]}"/><stop offset="1" stop-color="${scene.sky[1]}"/></linearGradient></defs><rect width="${width}" height="${height}" fill="url(#s)"/>${lights(scene.lights, width, horizon, chance)}${hills.map((path, layer) => `<path d="${path}" fill="${scene.ground}" opacity="${0.75 + 0.25 * layer}"/>`).join('')}</svg>`
}

function hill(width: number, height: number, top: number, chance: () => number, layer: number): string {
  const points = Array.from(
    { length: 7 },
    (_, index) => `${(index * width) / 6} ${top - chance() * height * (0.08 - 0.03 * layer)}`,
  )
  return `M0 ${height} L${points.join(' L')} L${width} ${height} Z`
}

function lights(
  kind: 'stars' | 'lamps' | 'none' | 'grain',
  width: number,
  horizon: number,
  chance: () => number,
): string {
  if (kind === 'none')
    return `<circle cx="${width * (0.3 + 0.4 * chance())}" cy="${horizon * 0.62}" r="${width * 0.13}" fill="#fff" opacity=".25"/>`
  const many = kind === 'stars' ? 150 : kind === 'lamps' ? 26 : 70
  const dots = Array.from({ length: many }, () => {
    const y = kind === 'lamps' ? horizon * (0.86 + 0.14 * chance()) : chance() * horizon
    const radius = kind === 'lamps' ? 4 + 3 * chance() : 0.6 + 1.8 * chance() ** 3
    return `<circle cx="${(chance() * width).toFixed(1)}" cy="${y.toFixed(1)}" r="${radius.toFixed(1)}" opacity="${(0.35 + 0.65 * chance()).toFixed(2)}"/>`
  })
  const colour = kind === 'lamps' ? '#ffc879' : kind === 'grain' ? '#f7ecc8' : '#f4f1e6'
  const body =
    kind === 'stars'
      ? `<circle cx="${width * (0.25 + 0.5 * chance())}" cy="${horizon * (0.25 + 0.3 * chance())}" r="9" fill="#dff0e4"/>`
      : ''
  return `<g fill="${colour}">${dots.join('')}</g>${body}`
}

/** Chance from a seed (mulberry32, public domain): the same numbers for the same text. */
function seeded(text: string): () => number {
  let state = [...text].reduce((sum, character) => (Math.imul(sum, 31) + character.charCodeAt(0)) | 0, 7)
  return () => {
    state = (state + 0x6d2b79f5) | 0
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state)
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296
  }
}
