import { message } from '../messages'
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
            message('post.pictures-left-out', { network: rules.name, most: media.max, left: left.length }),
          ),
        ]
      : []
  if (proof.media.length < media.min) {
    return [
      ...checks,
      stop('media-missing', message('post.pictures-missing', { network: rules.name, least: media.min })),
    ]
  }
  for (const [at, medium] of proof.media.entries())
    checks.push(...checksOf(post, medium, rules, proof.media.length > 1 ? at + 1 : 0))
  return checks.length === 0 && proof.media.length > 0 ? [ok('media', message('post.picture-suits'))] : checks
}

function checksOf(post: PostParts, medium: Medium, rules: NetworkRules, picture: number): Check[] {
  const { media } = rules
  const checks: Check[] = []
  const size = medium.crop ?? medium
  if (!isInShape(size, media)) {
    const change = {
      media: post.media.map((known) =>
        known === medium ? { ...medium, crop: cropFor(medium, media) } : known,
      ),
    }
    // Where a picture is a must it is the post; elsewhere a cut one is a pity.
    checks.push(
      (media.min > 0 ? stop : warn)(
        'media-shape',
        message('post.picture-shape', {
          picture,
          width: size.width,
          height: size.height,
          network: rules.name,
          ...shapesOf(media),
          isCut: media.min > 0 ? 0 : 1,
        }),
        {
          action: 'crop',
          change,
        },
      ),
    )
  }
  if (size.width < media.minWidth)
    checks.push(
      warn(
        'media-small',
        message('post.picture-small', {
          picture,
          width: size.width,
          network: rules.name,
          least: media.minWidth,
        }),
      ),
    )
  if (media.maxBytes > 0 && medium.bytes > media.maxBytes)
    checks.push(
      warn(
        'media-heavy',
        message('post.picture-heavy', {
          picture,
          bytes: medium.bytes,
          network: rules.name,
          most: media.maxBytes,
        }),
      ),
    )
  if (!medium.description?.trim() && media.descriptions !== 'none') {
    checks.push(
      (media.descriptions === 'required' ? stop : warn)(
        'media-description',
        message('post.picture-undescribed', { picture }),
      ),
    )
  }
  return checks
}

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

/** A network's narrowest and widest shapes by their names, such as `2:3`. */
export function shapesOf({ ratioFrom, ratioTo }: NetworkRules['media']): { from: string; to: string } {
  const name = (ratio: number): string =>
    KNOWN_SHAPES.find(([known]) => Math.abs(known - ratio) < 0.01)?.[1] ?? `${Number(ratio.toFixed(2))}:1`
  return { from: name(ratioFrom), to: name(ratioTo) }
}
