import type { Speech } from './speech.ts'

export const spanish: Speech = {
  capital: '{} mayúscula',
  bold: '{} negrita',
  marks: {
    hat: '{} gorro',
    'wide hat': '{} gorro',
    bar: '{} barra',
    'short bar': '{} barra',
    vector: 'vector {}',
    'long vector': 'vector {}',
    dot: '{} punto',
    'two dots': '{} doble punto',
    'three dots': '{} triple punto',
    tilde: '{} tilde',
    'wide tilde': '{} tilde',
    check: '{} anticircunflejo',
    breve: '{} breve',
    acute: '{} acento agudo',
    grave: '{} acento grave',
    ring: '{} anillo',
    overbrace: 'llave sobre {}',
    underbrace: 'llave bajo {}',
    underline: '{} subrayado',
  },
  end: '{}, fin',
  over: '{} sobre {2}',
  fraction: 'fracción {} sobre {2}, fin de fracción',
  choose: 'combinaciones de {} en {2}',
  root: 'raíz cuadrada de {}',
  cubeRoot: 'raíz cúbica de {}',
  degreeRoot: 'raíz de grado {2} de {}',
  sub: '{} sub {2}',
  squared: '{} al cuadrado',
  cubed: '{} al cubo',
  power: '{} elevado a {2}',
  prime: '{} prima',
  twoPrimes: '{} segunda',
  threePrimes: '{} tercera',
  raised: '{} arriba {2}',
  beforeBelow: 'con {} abajo delante, {2}',
  beforeAbove: 'con {} arriba delante, {2}',
  fromTo: '{} desde {2} hasta {3}',
  from: '{} desde {2}',
  under: '{} sobre {2}',
  upTo: '{} hasta {2}',
  limit: '{} cuando {2}',
  tends: 'tiende a',
  of: 'de',
  above: '{} con {2} encima',
  below: '{} con {2} debajo',
  absolute: 'valor absoluto de {}',
  norm: 'norma de {}',
  floor: 'parte entera de {}',
  ceiling: 'parte entera por exceso de {}',
  matrix: 'matriz de {} filas y {2} columnas',
  column: 'columna de {}',
  determinant: 'determinante de {} filas y {2} columnas',
  cases: 'casos',
  row: 'fila {}: {2}',
  functions: {
    sin: 'seno',
    cos: 'coseno',
    tan: 'tangente',
    cot: 'cotangente',
    sec: 'secante',
    csc: 'cosecante',
    arcsin: 'arco seno',
    arccos: 'arco coseno',
    arctan: 'arco tangente',
    sinh: 'seno hiperbólico',
    cosh: 'coseno hiperbólico',
    tanh: 'tangente hiperbólica',
    coth: 'cotangente hiperbólica',
    exp: 'exponencial',
    ln: 'logaritmo natural',
    log: 'logaritmo',
    lim: 'límite',
    max: 'máximo',
    min: 'mínimo',
    sup: 'supremo',
    inf: 'ínfimo',
    det: 'determinante',
    gcd: 'máximo común divisor',
    arg: 'argumento',
    deg: 'grado',
    dim: 'dimensión',
    ker: 'núcleo',
    Pr: 'probabilidad',
    tr: 'traza',
    sgn: 'signo',
  },
  signs: `
+ más
- menos
± más o menos
∓ menos o más
× por
⋅ por
÷ dividido por
/ sobre
∗ asterisco
⋆ estrella
∘ compuesto con
† daga
⊕ suma directa
⊗ producto tensorial
∖ menos
∧ y
∨ o
⊻ o exclusivo
¬ no
∩ intersección
∪ unión
= igual a
≠ distinto de
≡ idéntico a
≈ aproximadamente igual a
≅ congruente con
≃ asintóticamente igual a
∼ similar a
≔ toma el valor
≝ igual por definición a
≜ igual por definición a
≙ corresponde a
∝ proporcional a
< menor que
> mayor que
≤ como mucho
≥ al menos
⩽ como mucho
⩾ al menos
≦ como mucho
≧ al menos
≪ mucho menor que
≫ mucho mayor que
≲ menor o casi igual que
≳ mayor o casi igual que
≺ precede a
≻ sigue a
∣ tal que
∤ no divide a
∥ paralelo a
⊥ perpendicular a
⟂ perpendicular a
⊢ demuestra
⊨ satisface
∴ por lo tanto
∵ porque
→ a
⟶ a
← flecha hacia la izquierda
↑ flecha hacia arriba
↓ flecha hacia abajo
↔ flecha hacia ambos lados
⇒ implica
⟹ implica
⇐ es implicado por
⇔ si y solo si
⟺ si y solo si
↦ se aplica en
⇌ en equilibrio con
∂ parcial
∇ nabla
∆ delta
∞ infinito
′ prima
ℏ h barra
ℓ l
∑ suma
∏ producto
∐ coproducto
∫ integral
∬ integral doble
∭ integral triple
∮ integral de contorno
∯ integral de superficie
∰ integral de volumen
⋂ intersección
⋃ unión
⋀ y
⋁ o
⨁ suma directa
⨂ producto tensorial
∈ en
∉ no en
∋ contiene a
⊂ incluido en
⊆ incluido en o igual a
⊃ contiene a
⊇ contiene a o es igual a
⊄ no incluido en
∀ para todo
∃ existe
∄ no existe
∅ conjunto vacío
⊤ verdadero
∁ complementario de
∎ fin de la demostración
∠ ángulo
△ triángulo
□ cuadrado
… y así sucesivamente
⋯ y así sucesivamente
⋮ y así sucesivamente
⋱ y así sucesivamente
ℝ números reales
ℕ números naturales
ℤ números enteros
ℚ números racionales
ℂ números complejos
ℙ números primos
ℍ cuaterniones
ℵ alef
ℜ parte real de
ℑ parte imaginaria de
Å ángstrom
° grados
% por ciento
‰ por mil
! factorial
§ sección
( abre paréntesis
) cierra paréntesis
[ abre corchete
] cierra corchete
{ abre llave
} cierra llave
⟨ abre paréntesis angular
⟩ cierra paréntesis angular
| barra
‖ doble barra
\\ barra inversa
: dos puntos
; punto y coma
α alfa
β beta
γ gamma
δ delta
ε épsilon
ϵ épsilon
ζ zeta
η eta
θ theta
ϑ theta
ι iota
κ kappa
λ lambda
μ mu
ν nu
ξ xi
ο ómicron
π pi
ρ ro
ϱ ro
σ sigma
τ tau
υ ípsilon
φ fi
ϕ fi
χ ji
ψ psi
ω omega`,
}
