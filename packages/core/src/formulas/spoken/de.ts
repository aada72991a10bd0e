import type { Speech } from './speech.ts'

export const german: Speech = {
  capital: 'groß {}',
  bold: 'fett {}',
  marks: {
    hat: '{} Dach',
    'wide hat': '{} Dach',
    bar: '{} quer',
    'short bar': '{} quer',
    vector: 'Vektor {}',
    'long vector': 'Vektor {}',
    dot: '{} Punkt',
    'two dots': '{} zwei Punkt',
    'three dots': '{} drei Punkt',
    tilde: '{} Schlange',
    'wide tilde': '{} Schlange',
    check: '{} Haken',
    breve: '{} Bogen',
    acute: '{} Akut',
    grave: '{} Gravis',
    ring: '{} Ring',
    overbrace: 'Klammer über {}',
    underbrace: 'Klammer unter {}',
    underline: '{} unterstrichen',
  },
  end: '{}, Ende',
  over: '{} durch {2}',
  fraction: 'Bruch {} durch {2}, Ende Bruch',
  choose: '{} über {2}',
  root: 'Wurzel aus {}',
  cubeRoot: 'dritte Wurzel aus {}',
  degreeRoot: 'Wurzel vom Grad {2} aus {}',
  sub: '{} Index {2}',
  squared: '{} Quadrat',
  cubed: '{} hoch drei',
  power: '{} hoch {2}',
  prime: '{} Strich',
  twoPrimes: '{} zwei Strich',
  threePrimes: '{} drei Strich',
  raised: '{} oben {2}',
  beforeBelow: 'unten davor {}, {2}',
  beforeAbove: 'oben davor {}, {2}',
  fromTo: '{} von {2} bis {3}',
  from: '{} von {2}',
  under: '{} über {2}',
  upTo: '{} bis {2}',
  limit: '{} für {2}',
  tends: 'gegen',
  of: 'von',
  above: '{} mit {2} darüber',
  below: '{} mit {2} darunter',
  absolute: 'Betrag von {}',
  norm: 'Norm von {}',
  floor: '{} abgerundet',
  ceiling: '{} aufgerundet',
  matrix: 'Matrix mit {} Zeilen und {2} Spalten',
  column: 'Spalte aus {}',
  determinant: 'Determinante mit {} Zeilen und {2} Spalten',
  cases: 'Fälle',
  row: 'Zeile {}: {2}',
  functions: {
    sin: 'Sinus',
    cos: 'Kosinus',
    tan: 'Tangens',
    cot: 'Kotangens',
    sec: 'Sekans',
    csc: 'Kosekans',
    arcsin: 'Arkussinus',
    arccos: 'Arkuskosinus',
    arctan: 'Arkustangens',
    sinh: 'Sinus hyperbolicus',
    cosh: 'Kosinus hyperbolicus',
    tanh: 'Tangens hyperbolicus',
    coth: 'Kotangens hyperbolicus',
    exp: 'Exponentialfunktion',
    ln: 'natürlicher Logarithmus',
    log: 'Logarithmus',
    lim: 'Limes',
    max: 'Maximum',
    min: 'Minimum',
    sup: 'Supremum',
    inf: 'Infimum',
    det: 'Determinante',
    gcd: 'größter gemeinsamer Teiler',
    arg: 'Argument',
    deg: 'Grad',
    dim: 'Dimension',
    ker: 'Kern',
    Pr: 'Wahrscheinlichkeit',
    tr: 'Spur',
    sgn: 'Vorzeichen',
  },
  signs: `
+ plus
- minus
± plus oder minus
∓ minus oder plus
× mal
⋅ mal
÷ geteilt durch
/ durch
∗ Stern
⋆ Stern
∘ nach
† Dolch
⊕ direkte Summe
⊗ Tensorprodukt
∖ ohne
∧ und
∨ oder
⊻ entweder oder
¬ nicht
∩ geschnitten mit
∪ vereinigt mit
= gleich
≠ ungleich
≡ identisch mit
≈ ungefähr
≅ kongruent zu
≃ asymptotisch gleich
∼ ähnlich
≔ wird gesetzt zu
≝ ist definiert als
≜ ist definiert als
≙ entspricht
∝ proportional zu
< kleiner als
> größer als
≤ höchstens
≥ mindestens
⩽ höchstens
⩾ mindestens
≦ höchstens
≧ mindestens
≪ viel kleiner als
≫ viel größer als
≲ kleiner oder etwa gleich
≳ größer oder etwa gleich
≺ vor
≻ nach
∣ mit
∤ teilt nicht
∥ parallel zu
⊥ senkrecht auf
⟂ senkrecht auf
⊢ beweist
⊨ erfüllt
∴ folglich
∵ weil
→ nach
⟶ nach
← Pfeil nach links
↑ Pfeil nach oben
↓ Pfeil nach unten
↔ Pfeil nach beiden Seiten
⇒ daraus folgt
⟹ daraus folgt
⇐ folgt aus
⇔ genau dann wenn
⟺ genau dann wenn
↦ wird abgebildet auf
⇌ im Gleichgewicht mit
∂ partiell
∇ Nabla
∆ Delta
∞ unendlich
′ Strich
ℏ h quer
ℓ l
∑ Summe
∏ Produkt
∐ Koprodukt
∫ Integral
∬ Doppelintegral
∭ Dreifachintegral
∮ Ringintegral
∯ Integral über die Oberfläche
∰ Integral über das Volumen
⋂ Durchschnitt
⋃ Vereinigung
⋀ Und über
⋁ Oder über
⨁ direkte Summe
⨂ Tensorprodukt
∈ Element von
∉ nicht Element von
∋ enthält
⊂ Teilmenge von
⊆ Teilmenge von oder gleich
⊃ Obermenge von
⊇ Obermenge von oder gleich
⊄ keine Teilmenge von
∀ für alle
∃ es gibt
∄ es gibt kein
∅ leere Menge
⊤ wahr
∁ Komplement von
∎ Ende des Beweises
∠ Winkel
△ Dreieck
□ Quadrat
… und so weiter
⋯ und so weiter
⋮ und so weiter
⋱ und so weiter
ℝ reelle Zahlen
ℕ natürliche Zahlen
ℤ ganze Zahlen
ℚ rationale Zahlen
ℂ komplexe Zahlen
ℙ Primzahlen
ℍ Quaternionen
ℵ Alef
ℜ Realteil von
ℑ Imaginärteil von
Å Ångström
° Grad
% Prozent
‰ Promille
! Fakultät
§ Paragraph
( Klammer auf
) Klammer zu
[ eckige Klammer auf
] eckige Klammer zu
{ geschweifte Klammer auf
} geschweifte Klammer zu
⟨ spitze Klammer auf
⟩ spitze Klammer zu
| Strich
‖ Doppelstrich
\\ umgekehrter Schrägstrich
: Doppelpunkt
; Strichpunkt
α alpha
β beta
γ gamma
δ delta
ε epsilon
ϵ epsilon
ζ zeta
η eta
θ theta
ϑ theta
ι jota
κ kappa
λ lambda
μ mü
ν nü
ξ xi
ο omikron
π pi
ρ rho
ϱ rho
σ sigma
τ tau
υ ypsilon
φ phi
ϕ phi
χ chi
ψ psi
ω omega`,
}
