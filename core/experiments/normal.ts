// The standard normal distribution, in both tails to the last digits: results of experiments are called far out there.

/**
 * Coefficients of the rational approximations: W. J. Cody, Rational Chebyshev approximations for the error function,
 * Mathematics of Computation 23 (1969), in the form of his ANORM (ACM TOMS 715, 1993). From memory, held against
 * another implementation in the tests.
 */
const middle = {
  over: [
    2.2352520354606839287, 161.02823106855587881, 1067.6894854603709582, 18154.981253343561249, 0.065682337918207449113,
  ],
  under: [47.20258190468824187, 976.09855173777669322, 10260.932208618978205, 45507.789335026729956],
} as const
const outer = {
  over: [
    0.39894151208813466764, 8.8831497943883759412, 93.506656132177855979, 597.27027639480026226, 2494.5375852903726711,
    6848.1904505362823326, 11602.651437647350124, 9842.7148383839780218, 1.0765576773720192317e-8,
  ],
  under: [
    22.266688044328115691, 235.38790178262499861, 1519.377599407554805, 6485.558298266760755, 18615.571640885098091,
    34900.952721145977266, 38912.003286093271411, 19685.429676859990727,
  ],
} as const
const farthest = {
  over: [
    0.21589853405795699, 0.1274011611602473639, 0.022235277870649807, 0.001421619193227893466, 2.9112874951168792e-5,
    0.02307344176494017303,
  ],
  under: [
    1.28426009614491121, 0.468238212480865118, 0.0659881378689285515, 0.00378239633202758244, 7.29751555083966205e-5,
  ],
} as const

const rootOfTwoPi = Math.sqrt(2 * Math.PI)

/** The density at a value. */
export const density = (x: number): number => Math.exp((-x * x) / 2) / rootOfTwoPi

/** A quotient of two polynomials in `x`: the last coefficient above belongs to the highest power. */
function quotient(over: readonly number[], under: readonly number[], x: number): number {
  const last = under.length - 1
  let numerator = over.at(-1)! * x
  let denominator = x
  for (let i = 0; i < last; i++) {
    numerator = (numerator + over[i]!) * x
    denominator = (denominator + under[i]!) * x
  }
  return (numerator + over[last]!) / (denominator + under[last]!)
}

/** `exp(−y²/2)`, in two factors, so that the square of a large value loses no digits. */
function bell(y: number): number {
  const coarse = Math.trunc(y * 16) / 16
  const rest = (y - coarse) * (y + coarse)
  return Math.exp((-coarse * coarse) / 2) * Math.exp(-rest / 2)
}

/** The probability of a value above `y`, for `y` beyond the middle. */
function tail(y: number): number {
  if (y <= Math.sqrt(32)) return bell(y) * quotient(outer.over, outer.under, y)
  const square = 1 / (y * y)
  const correction = square * quotient(farthest.over, farthest.under, square)
  return (bell(y) * (1 / rootOfTwoPi - correction)) / y
}

/** So far from 0, both tails are a quarter each. */
const quarter = 0.67448975

/** The probability of a value of at most `x`, between 0 and 1. */
export function cumulative(x: number): number {
  const y = Math.abs(x)
  if (y <= quarter) return 0.5 + x * quotient(middle.over, middle.under, x * x)
  return x > 0 ? 1 - tail(y) : tail(y)
}

/** The probability of a value above `x`, without losing what is left of it far out. */
export const above = (x: number): number => cumulative(-x)

/** Coefficients of the first guess: P. J. Acklam, An algorithm for computing the inverse normal CDF. From memory. */
const guess = {
  a: [
    -3.969683028665376e1, 2.209460984245205e2, -2.759285104469687e2, 1.38357751867269e2, -3.066479806614716e1,
    2.506628277459239,
  ],
  b: [-5.447609879822406e1, 1.615858368580409e2, -1.556989798598866e2, 6.680131188771972e1, -1.328068155288572e1],
  c: [
    -7.784894002430293e-3, -3.223964580411365e-1, -2.400758277161838, -2.549732539343734, 4.374664141464968,
    2.938163982698783,
  ],
  d: [7.784695709041462e-3, 3.224671290700398e-1, 2.445134137142996, 3.754408661907416],
} as const
const tailsBelow = 0.02425

/** A polynomial by Horner's rule: the first coefficient belongs to the highest power. */
const polynomial = (coefficients: readonly number[], x: number): number =>
  coefficients.reduce((sum, coefficient) => sum * x + coefficient, 0)

function guessAt(p: number): number {
  if (p < tailsBelow) {
    const q = Math.sqrt(-2 * Math.log(p))
    return polynomial(guess.c, q) / polynomial([...guess.d, 1], q)
  }
  const q = p - 0.5
  const r = q * q
  return (polynomial(guess.a, r) * q) / polynomial([...guess.b, 1], r)
}

/**
 * The value below which a share `p` of all values lies. Throws RangeError where `p` is not between 0 and 1.
 */
export function quantile(p: number): number {
  if (!(p > 0 && p < 1)) throw new RangeError(`A share of ${p} is not between 0 and 1.`)
  // The upper half is the lower one mirrored, where small numbers keep their digits.
  if (p > 0.5) return -quantile(1 - p)
  const x = guessAt(p)
  // One step by Halley takes the guess to the last digits.
  const error = (cumulative(x) - p) / density(x)
  return x - error / (1 + (x * error) / 2)
}
