import type { Speech } from './speech.ts'

export const english: Speech = {
  capital: 'capital {}',
  bold: 'bold {}',
  marks: {
    hat: '{} hat',
    'wide hat': '{} hat',
    bar: '{} bar',
    'short bar': '{} bar',
    vector: 'vector {}',
    'long vector': 'vector {}',
    dot: '{} dot',
    'two dots': '{} double dot',
    'three dots': '{} triple dot',
    tilde: '{} tilde',
    'wide tilde': '{} tilde',
    check: '{} check',
    breve: '{} breve',
    acute: '{} acute',
    grave: '{} grave',
    ring: '{} ring',
    overbrace: 'overbrace {}',
    underbrace: 'underbrace {}',
    underline: '{} underlined',
  },
  end: '{}, end',
  over: '{} over {2}',
  fraction: 'fraction {} over {2}, end fraction',
  choose: '{} choose {2}',
  root: 'square root of {}',
  cubeRoot: 'cube root of {}',
  degreeRoot: 'root of degree {2} of {}',
  sub: '{} sub {2}',
  squared: '{} squared',
  cubed: '{} cubed',
  power: '{} to the power {2}',
  prime: '{} prime',
  twoPrimes: '{} double prime',
  threePrimes: '{} triple prime',
  raised: '{} super {2}',
  beforeBelow: 'with {} below before it, {2}',
  beforeAbove: 'with {} above before it, {2}',
  fromTo: '{} from {2} to {3}',
  from: '{} from {2}',
  under: '{} over {2}',
  upTo: '{} to {2}',
  limit: '{} as {2}',
  tends: 'tends to',
  of: 'of',
  above: '{} with {2} above',
  below: '{} with {2} below',
  absolute: 'absolute value of {}',
  norm: 'norm of {}',
  floor: 'floor of {}',
  ceiling: 'ceiling of {}',
  matrix: 'matrix of {} rows and {2} columns',
  column: 'column of {}',
  determinant: 'determinant of {} rows and {2} columns',
  cases: 'cases',
  row: 'row {}: {2}',
  functions: {
    sin: 'sine',
    cos: 'cosine',
    tan: 'tangent',
    cot: 'cotangent',
    sec: 'secant',
    csc: 'cosecant',
    arcsin: 'arc sine',
    arccos: 'arc cosine',
    arctan: 'arc tangent',
    sinh: 'hyperbolic sine',
    cosh: 'hyperbolic cosine',
    tanh: 'hyperbolic tangent',
    coth: 'hyperbolic cotangent',
    exp: 'exponential',
    ln: 'natural log',
    log: 'log',
    lim: 'limit',
    max: 'maximum',
    min: 'minimum',
    sup: 'supremum',
    inf: 'infimum',
    det: 'determinant',
    gcd: 'greatest common divisor',
    arg: 'argument',
    deg: 'degree',
    dim: 'dimension',
    ker: 'kernel',
    Pr: 'probability',
    tr: 'trace',
    sgn: 'sign',
  },
  // What is not here is called by its first name in the table of signs.
  signs: `
⋅ times
∗ star
⋆ star
† dagger
≡ is identical to
≈ is about
≅ is congruent to
≃ is asymptotic to
∼ is similar to
≠ is not equal to
≤ is at most
≥ is at least
≪ is much less than
≫ is much greater than
< is less than
> is greater than
∝ is proportional to
∈ in
∉ not in
⊂ subset of
⊆ subset of or equal to
⊃ superset of
⊇ superset of or equal to
→ to
⟶ to
⊥ is perpendicular to
∥ is parallel to
∣ such that
′ prime
∇ nabla
∆ Delta
… and so on
⋯ and so on
( open bracket
) close bracket
[ open square bracket
] close square bracket
{ open brace
} close brace
⟨ open angle bracket
⟩ close angle bracket
| bar
‖ double bar
/ over
: colon
ℓ script l
ℏ h bar`,
}
