import type { Speech } from './speech.ts'

export const french: Speech = {
  capital: '{} majuscule',
  bold: '{} gras',
  marks: {
    hat: '{} chapeau',
    'wide hat': '{} chapeau',
    bar: '{} barre',
    'short bar': '{} barre',
    vector: 'vecteur {}',
    'long vector': 'vecteur {}',
    dot: '{} point',
    'two dots': '{} double point',
    'three dots': '{} triple point',
    tilde: '{} tilde',
    'wide tilde': '{} tilde',
    check: '{} caron',
    breve: '{} brève',
    acute: '{} aigu',
    grave: '{} grave',
    ring: '{} rond',
    overbrace: 'accolade sur {}',
    underbrace: 'accolade sous {}',
    underline: '{} souligné',
  },
  end: '{}, fin',
  over: '{} sur {2}',
  fraction: 'fraction {} sur {2}, fin de fraction',
  choose: '{2} parmi {}',
  root: 'racine de {}',
  cubeRoot: 'racine cubique de {}',
  degreeRoot: 'racine de degré {2} de {}',
  sub: '{} indice {2}',
  squared: '{} au carré',
  cubed: '{} au cube',
  power: '{} puissance {2}',
  prime: '{} prime',
  twoPrimes: '{} seconde',
  threePrimes: '{} tierce',
  raised: '{} exposant {2}',
  beforeBelow: 'avec {} en bas devant, {2}',
  beforeAbove: 'avec {} en haut devant, {2}',
  fromTo: '{} de {2} à {3}',
  from: '{} de {2}',
  under: '{} sur {2}',
  upTo: '{} jusqu’à {2}',
  limit: '{} quand {2}',
  tends: 'tend vers',
  of: 'de',
  above: '{} surmonté de {2}',
  below: '{} avec {2} en dessous',
  absolute: 'valeur absolue de {}',
  norm: 'norme de {}',
  floor: 'partie entière de {}',
  ceiling: 'partie entière par excès de {}',
  matrix: 'matrice à {} lignes et {2} colonnes',
  column: 'colonne de {}',
  determinant: 'déterminant à {} lignes et {2} colonnes',
  cases: 'cas',
  row: 'ligne {} : {2}',
  functions: {
    sin: 'sinus',
    cos: 'cosinus',
    tan: 'tangente',
    cot: 'cotangente',
    sec: 'sécante',
    csc: 'cosécante',
    arcsin: 'arc sinus',
    arccos: 'arc cosinus',
    arctan: 'arc tangente',
    sinh: 'sinus hyperbolique',
    cosh: 'cosinus hyperbolique',
    tanh: 'tangente hyperbolique',
    coth: 'cotangente hyperbolique',
    exp: 'exponentielle',
    ln: 'logarithme népérien',
    log: 'logarithme',
    lim: 'limite',
    max: 'maximum',
    min: 'minimum',
    sup: 'borne supérieure',
    inf: 'borne inférieure',
    det: 'déterminant',
    gcd: 'plus grand commun diviseur',
    arg: 'argument',
    deg: 'degré',
    dim: 'dimension',
    ker: 'noyau',
    Pr: 'probabilité',
    tr: 'trace',
    sgn: 'signe',
  },
  signs: `
+ plus
- moins
± plus ou moins
∓ moins ou plus
× fois
⋅ fois
÷ divisé par
/ sur
∗ étoile
⋆ étoile
∘ rond
† obèle
⊕ somme directe
⊗ produit tensoriel
∖ privé de
∧ et
∨ ou
⊻ ou exclusif
¬ non
∩ inter
∪ union
= égale
≠ différent de
≡ identique à
≈ environ égal à
≅ congru à
≃ asymptotiquement égal à
∼ équivalent à
≔ prend la valeur
≝ égal par définition à
≜ égal par définition à
≙ correspond à
∝ proportionnel à
< inférieur à
> supérieur à
≤ au plus
≥ au moins
⩽ au plus
⩾ au moins
≦ au plus
≧ au moins
≪ très inférieur à
≫ très supérieur à
≲ inférieur ou à peu près égal à
≳ supérieur ou à peu près égal à
≺ précède
≻ suit
∣ tel que
∤ ne divise pas
∥ parallèle à
⊥ perpendiculaire à
⟂ perpendiculaire à
⊢ démontre
⊨ satisfait
∴ donc
∵ car
→ vers
⟶ vers
← flèche vers la gauche
↑ flèche vers le haut
↓ flèche vers le bas
↔ flèche des deux côtés
⇒ implique
⟹ implique
⇐ est impliqué par
⇔ équivaut à
⟺ équivaut à
↦ a pour image
⇌ en équilibre avec
∂ d rond
∇ nabla
∆ delta
∞ infini
′ prime
ℏ h barre
ℓ l
∑ somme
∏ produit
∐ coproduit
∫ intégrale
∬ intégrale double
∭ intégrale triple
∮ intégrale de contour
∯ intégrale de surface
∰ intégrale de volume
⋂ intersection
⋃ réunion
⋀ et
⋁ ou
⨁ somme directe
⨂ produit tensoriel
∈ appartient à
∉ n’appartient pas à
∋ contient
⊂ inclus dans
⊆ inclus dans ou égal à
⊃ contient
⊇ contient ou égale
⊄ non inclus dans
∀ pour tout
∃ il existe
∄ il n’existe pas
∅ ensemble vide
⊤ vrai
∁ complémentaire de
∎ fin de la démonstration
∠ angle
△ triangle
□ carré
… et ainsi de suite
⋯ et ainsi de suite
⋮ et ainsi de suite
⋱ et ainsi de suite
ℝ ensemble des réels
ℕ ensemble des naturels
ℤ ensemble des entiers
ℚ ensemble des rationnels
ℂ ensemble des complexes
ℙ ensemble des nombres premiers
ℍ ensemble des quaternions
ℵ aleph
ℜ partie réelle de
ℑ partie imaginaire de
Å angström
° degré
% pour cent
‰ pour mille
! factorielle
§ paragraphe
( parenthèse ouvrante
) parenthèse fermante
[ crochet ouvrant
] crochet fermant
{ accolade ouvrante
} accolade fermante
⟨ chevron ouvrant
⟩ chevron fermant
| barre
‖ double barre
\\ barre oblique inverse
: deux-points
; point-virgule
α alpha
β bêta
γ gamma
δ delta
ε epsilon
ϵ epsilon
ζ zêta
η êta
θ thêta
ϑ thêta
ι iota
κ kappa
λ lambda
μ mu
ν nu
ξ xi
ο omicron
π pi
ρ rhô
ϱ rhô
σ sigma
τ tau
υ upsilon
φ phi
ϕ phi
χ khi
ψ psi
ω oméga`,
}
