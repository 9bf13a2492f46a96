import { cropFor, isInShape } from './crop'
import { ok, stop, warn } from './checks'
import type { Check, Medium, NetworkRules, PostParts, Proof } from './types'

/**
 * Checks of a post's pictures against what the network takes and shows. A picture's shape and width are those
 * of its crop.
 */
export function mediaChecks(post: PostParts, proof: Proof, rules: NetworkRules): Check[] {
  const { media } = rules
  const left = proof.leftOut.filter(({ what }) => what === 'picture')
  const checks: Check[] =
    left.length > 0
      ? [
          warn(
            'media-many',
            `${left[0]!.reason} ${left.length === 1 ? 'One is' : `${left.length} are`} left out.`,
          ),
        ]
      : []
  if (proof.media.length < media.min) {
    return [
      ...checks,
      stop(
        'media-missing',
        media.min === 1 ? `${rules.name} needs a picture.` : `${rules.name} needs ${media.min} pictures.`,
      ),
    ]
  }
  for (const [at, medium] of proof.media.entries())
    checks.push(
      ...checksOf(post, medium, rules, proof.media.length > 1 ? `Picture ${at + 1}` : 'The picture'),
    )
  return checks.length === 0 && proof.media.length > 0 ? [ok('media', 'The picture suits.')] : checks
}

function checksOf(post: PostParts, medium: Medium, rules: NetworkRules, name: string): Check[] {
  const { media } = rules
  const checks: Check[] = []
  const size = medium.crop ?? medium
  if (!isInShape(size, media)) {
    const change = {
      media: post.media.map((known) =>
        known === medium ? { ...medium, crop: cropFor(medium, media) } : known,
      ),
    }
    const message = `${name} is ${size.width} × ${size.height}; ${rules.name} shows ${shapeOf(media)}`
    // Where a picture is a must it is the post; elsewhere a cut one is a pity.
    checks.push(
      (media.min > 0 ? stop : warn)(
        'media-shape',
        `${message}${media.min > 0 ? '.' : ' and cuts the rest.'}`,
        {
          action: 'crop',
          change,
        },
      ),
    )
  }
  if (size.width < media.minWidth)
    checks.push(warn('media-small', `${name} is ${size.width} wide; ${rules.name} wants ${media.minWidth}.`))
  if (media.maxBytes > 0 && medium.bytes > media.maxBytes)
    checks.push(
      warn(
        'media-heavy',
        `${name} has ${megabytes(medium.bytes)}; ${rules.name} takes ${megabytes(media.maxBytes)}, so it goes out compressed.`,
      ),
    )
  if (!medium.description?.trim() && media.descriptions !== 'none') {
    checks.push(
      (media.descriptions === 'required' ? stop : warn)(
        'media-description',
        `${name} has no description for those who can’t see it.`,
      ),
    )
  }
  return checks
}

const megabytes = (bytes: number): string => `${(bytes / 1e6).toFixed(1)} MB`

const KNOWN_SHAPES: [ratio: number, name: string][] = [
  [2 / 3, '2:3'],
  [4 / 5, '4:5'],
  [1, '1:1'],
  [4 / 3, '4:3'],
  [3 / 2, '3:2'],
  [16 / 9, '16:9'],
  [1.91, '1.91:1'],
  [2, '2:1'],
  [3, '3:1'],
  [1 / 3, '1:3'],
  [3 / 4, '3:4'],
  [9 / 16, '9:16'],
]

/** A network's shapes in words: `2:3`, or `4:5 to 1.91:1`. */
export function shapeOf({ ratioFrom, ratioTo }: NetworkRules['media']): string {
  const name = (ratio: number): string =>
    KNOWN_SHAPES.find(([known]) => Math.abs(known - ratio) < 0.01)?.[1] ?? `${Number(ratio.toFixed(2))}:1`
  return ratioFrom === ratioTo ? name(ratioFrom) : `${name(ratioFrom)} to ${name(ratioTo)}`
}
