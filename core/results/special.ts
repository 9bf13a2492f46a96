// Functions of probability that the results rest on. Abramowitz & Stegun: Handbook of Mathematical Functions;
// continued fractions by Lentz's method.

const TINY = 1e-300
const CLOSE = 1e-15
const STEPS = 1000

/** Lanczos' coefficients for g = 7, n = 9 (from memory; checked against SciPy). */
const LANCZOS = [
  0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059,
  12.507343278686905, -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
]

/** The natural logarithm of the gamma function, for numbers above 0. */
export function logGamma(x: number): number {
  if (x < 0.5) return Math.log(Math.PI / Math.sin(Math.PI * x)) - logGamma(1 - x)
  const z = x - 1
  const sum = LANCZOS.reduce(
    (all, coefficient, at) => (at === 0 ? coefficient : all + coefficient / (z + at)),
    0,
  )
  const t = z + 7.5
  return 0.5 * Math.log(2 * Math.PI) + (z + 0.5) * Math.log(t) - t + Math.log(sum)
}

/** The part of a gamma distribution of a shape (rate 1) that lies below x: 0 to 1 (A&S 6.5). */
export function gammaBelow(shape: number, x: number): number {
  if (x <= 0) return 0
  const front = Math.exp(shape * Math.log(x) - x - logGamma(shape))
  if (x < shape + 1) {
    let term = 1 / shape
    let sum = term
    for (let n = 1; n < STEPS && term > sum * CLOSE; n++) sum += term *= x / (shape + n)
    return front * sum
  }
  // Above the mode by the continued fraction of what lies beyond.
  let b = x + 1 - shape
  let c = 1 / TINY
  let d = 1 / b
  let fraction = d
  for (let n = 1; n < STEPS; n++) {
    const a = -n * (n - shape)
    b += 2
    d = 1 / (a * d + b || TINY)
    c = b + a / c || TINY
    fraction *= d * c
    if (Math.abs(d * c - 1) < CLOSE) break
  }
  return 1 - front * fraction
}

/** The x below which a part of a gamma distribution of a shape (rate 1) lies. */
export function gammaQuantile(part: number, shape: number): number {
  if (part <= 0 || shape <= 0) return 0
  if (part >= 1) return Number.POSITIVE_INFINITY
  let high = Math.max(shape, 1)
  while (gammaBelow(shape, high) < part) high *= 2
  return between(0, high, (x) => gammaBelow(shape, x) < part)
}

/** The part of a standard normal distribution below z, by the gamma distribution of z²/2 (A&S 26.2). */
const normalBelow = (z: number): number => (1 + Math.sign(z) * gammaBelow(0.5, (z * z) / 2)) / 2

/** The z below which a part of a standard normal distribution lies. */
export const normalQuantile = (part: number): number => between(-40, 40, (z) => normalBelow(z) < part)

/** Where something that is true at first is true no more, by halving as far as numbers can tell. */
function between(from: number, to: number, isBefore: (x: number) => boolean): number {
  let [low, high] = [from, to]
  for (let n = 0; n < 200; n++) {
    const middle = (low + high) / 2
    if (middle === low || middle === high) break
    if (isBefore(middle)) low = middle
    else high = middle
  }
  return (low + high) / 2
}

/** The natural logarithm of the beta function. */
export const logBeta = (a: number, b: number): number => logGamma(a) + logGamma(b) - logGamma(a + b)

/** The part of a beta distribution that lies below x: 0 to 1 (A&S 26.5). */
export function betaBelow(a: number, b: number, x: number): number {
  if (x <= 0) return 0
  if (x >= 1) return 1
  const front = Math.exp(a * Math.log(x) + b * Math.log1p(-x) - logBeta(a, b))
  return x < (a + 1) / (a + b + 2)
    ? (front * betaFraction(a, b, x)) / a
    : 1 - (front * betaFraction(b, a, 1 - x)) / b
}

function betaFraction(a: number, b: number, x: number): number {
  let c = 1
  let d = 1 / (1 - ((a + b) * x) / (a + 1) || TINY)
  let fraction = d
  for (let m = 1; m < STEPS; m++) {
    const even = (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m))
    d = 1 / (1 + even * d || TINY)
    c = 1 + even / c || TINY
    fraction *= d * c
    const odd = (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1))
    d = 1 / (1 + odd * d || TINY)
    c = 1 + odd / c || TINY
    fraction *= d * c
    if (Math.abs(d * c - 1) < CLOSE) break
  }
  return fraction
}

/** The x below which a part of a beta distribution lies. */
export const betaQuantile = (part: number, a: number, b: number): number =>
  between(0, 1, (x) => betaBelow(a, b, x) < part)
