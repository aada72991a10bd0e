/**
 * The signs that can be written by name. A line is a sign and its names: plain English first, its name in Unicode or in the entity table
 * of the HTML standard after that, and after a colon what it is used for, which the search knows too.
 */

export type Role = 'letter' | 'ordinary' | 'operator' | 'relation' | 'big' | 'punctuation'

export interface SignGroup {
  group: SignGroupName
  role: Role
  lines: string
}

export type SignGroupName = 'Calculus' | 'Operators' | 'Relations' | 'Arrows' | 'Greek' | 'Letters' | 'Sets and logic' | 'Brackets'

export const signTable: SignGroup[] = [
  {
    group: 'Calculus',
    role: 'ordinary',
    lines: `
∂ partial|curly d:differential derivative of several variables
∇ nabla|del|gradient:slope divergence curl
∆ increment|Laplacian:difference change
∞ infinity|infin:without end
′ prime sign:derivative minutes feet
ℏ reduced Planck constant|hbar:quantum
ℓ ell:small script letter:length
℘ Weierstrass function|weierp
ı dotless i|imath
ȷ dotless j|jmath`,
  },
  {
    group: 'Calculus',
    role: 'big',
    lines: `
∑ sum|summation:series total
∏ product|prod:series multiplied
∐ coproduct|coprod
∫ integral|int:area
∬ double integral|surface area integral
∭ triple integral|volume of integral
∮ contour integral|closed integral|oint:closed path
∯ surface integral|closed surface integral
∰ volume integral|closed volume integral
∱ clockwise integral
∲ clockwise contour integral
∳ anticlockwise contour integral
⨌ quadruple integral
⨍ mean integral|finite part integral|barred integral:average
⋂ big intersection|intersection of all|xcap
⋃ big union|union of all|xcup
⨄ big multiset union
⨆ big square union
⋀ big and|for every and|xwedge
⋁ big or|for some or|xvee
⨁ big circled plus|direct sum of all|xoplus
⨂ big circled times|tensor product of all|xotime
⨀ big circled dot|xodot`,
  },
  {
    group: 'Operators',
    role: 'operator',
    lines: `
+ plus
- minus|hyphen:difference
± plus or minus|plus minus|plusmn:error tolerance
∓ minus or plus|minus plus
× times|multiplied by|cross product:product vector
⋅ centre dot|center dot|dot product|dot operator|middle dot:product scalar
÷ divided by|division|divide
∗ asterisk|star operator|convolution:conjugate
⋆ small star|star
∘ ring operator|after|composed with|composition:functions
∙ bullet operator|bullet
⊕ circled plus|direct sum|oplus
⊖ circled minus|ominus
⊗ circled times|tensor product|otimes
⊘ circled slash|osol
⊙ circled dot|odot
⊚ circled ring
⊛ circled asterisk
⊝ circled dash
⊞ boxed plus|plusb
⊟ boxed minus|minusb
⊠ boxed times|timesb
⊡ boxed dot
∔ dot plus|plusdo
∸ dot minus
⋉ left semidirect product|ltimes
⋊ right semidirect product|rtimes
⋋ left semidirect product of three
⋌ right semidirect product of three
⋇ division times
⋄ small diamond|diamond operator|diam
† dagger:adjoint note
‡ double dagger
∖ set minus|without|setminus:difference of sets
≀ wreath product|wreath
⊓ square intersection|square cap|meet
⊔ square union|square cup|join
⊎ multiset union|union plus|uplus
⨿ amalgamation
⋎ curly or
⋏ curly and
⊺ intercalate
⌅ projective
⌆ perspective
◁ triangle left operator
▷ triangle right operator
∧ logical and|and|wedge:conjunction exterior product
∨ logical or|or|vee:disjunction
⊻ exclusive or|xor|veebar
⊼ not and|nand
⊽ not or|nor
∩ intersection|cap:sets in common
∪ union|cup:sets together
⋒ double intersection
⋓ double union`,
  },
  {
    group: 'Relations',
    role: 'relation',
    lines: `
= equals|equal to
≠ not equal|unequal|not equal to|ne:different
≡ identical to|equivalent|congruent modulo|equiv:always equal defined
≢ not identical to
≈ about|approximately|almost equal to|asymp:nearly rounded
≉ not about
≅ congruent to|congruent|cong:isomorphic
≇ not congruent to
≃ asymptotically equal to|asymptotic|sime
≄ not asymptotic
∼ tilde operator|similar to|distributed as|sim:order of
≁ not similar to
≊ almost equal or equal
≋ triple tilde
≍ equivalent to order
≎ geometrically equivalent
≏ difference between
≐ approaches the limit|esdot
≑ geometrically equal to
≒ image of
≓ image of or about
≔ becomes|defined as|is set to|colon equals:definition assignment
≕ equals colon
≖ equal with a ring
≗ equal with a ring above
≙ estimates|corresponds to
≚ equiangular to
≛ star equals
≜ equal by definition|delta equal to|trie:definition
≝ equal to by definition
≞ measured by
≟ questioned equal to:is it equal
∝ proportional|proportional to|in proportion|prop
< less than|less|lt
> greater than|greater|gt
≤ at most|less than or equal to|le:not more
≥ at least|greater than or equal to|ge:not less
≦ less than over equal to
≧ greater than over equal to
⩽ less than or slanted equal to
⩾ greater than or slanted equal to
≪ much less|much less than
≫ much greater|much greater than
⋘ very much less
⋙ very much greater
≮ not less than
≯ not greater than
≰ not at most
≱ not at least
≲ less than or equivalent to|lsim
≳ greater than or equivalent to|gsim
≶ less than or greater than
≷ greater than or less than
⋚ less than equal or greater
⋛ greater than equal or less
≺ precedes|pr
≻ succeeds|sc
≼ precedes or equals
≽ succeeds or equals
⪯ precedes above equals
⪰ succeeds above equals
≾ precedes or equivalent
≿ succeeds or equivalent
⊀ does not precede
⊁ does not succeed
⋞ equal or precedes
⋟ equal or succeeds
∣ divides|given|such that bar|mid:condition
∤ does not divide
∥ parallel to|parallel|par
∦ not parallel to
⟂ perpendicular|perpendicular to|orthogonal|perp:right angle
⊢ proves|right tack|yields|vdash
⊣ left tack|dashv
⊨ models|true|entails|satisfies
⊩ forces
⊪ triple turnstile
⊬ does not prove
⊭ does not satisfy
≬ between
⋈ bowtie|natural join
⌢ frown|arc
⌣ smile
⊏ square image of
⊐ square original of
⊑ square image of or equal to
⊒ square original of or equal to
⊲ normal subgroup of
⊳ contains as normal subgroup
⊴ normal subgroup of or equal to
⊵ contains as normal subgroup or equal to
⋔ pitchfork
∽ reversed tilde
≂ minus tilde
∴ therefore:conclusion
∵ because|becaus:reason
∷ proportion`,
  },
  {
    group: 'Arrows',
    role: 'relation',
    lines: `
→ right arrow|tends to|goes to|maps into|rarr:limit function
← left arrow|gets|larr
↑ up arrow|uarr
↓ down arrow|darr
↔ left right arrow|harr
↕ up down arrow|varr
⇒ implies|right double arrow:it follows
⇐ implied by|left double arrow
⇔ if and only if|equivalent by logic|iff|left right double arrow
⇑ up double arrow
⇓ down double arrow
⇕ up down double arrow
↦ maps to|map
↤ maps from
⟼ long maps to
⟶ long right arrow|xrarr
⟵ long left arrow|xlarr
⟷ long left right arrow|xharr
⟹ long implies
⟸ long implied by
⟺ long if and only if
↗ north east arrow|rises to|nearr
↘ south east arrow|falls to|searr
↙ south west arrow|swarr
↖ north west arrow|nwarr
↪ hooked right arrow|embeds in|inclusion arrow
↩ hooked left arrow
↠ two headed right arrow|onto
↞ two headed left arrow
↣ tailed right arrow|one to one
↢ tailed left arrow
⇀ right harpoon up
⇁ right harpoon down
↼ left harpoon up
↽ left harpoon down
⇌ equilibrium|right over left harpoons:reversible reaction chemistry
⇋ left over right harpoons
⇄ right over left arrows:reaction both ways chemistry
⇆ left over right arrows
⇉ paired right arrows
⇇ paired left arrows
⇈ paired up arrows
⇊ paired down arrows
↾ up harpoon right|restricted to
↿ up harpoon left
⇂ down harpoon right
⇃ down harpoon left
⇝ squiggle arrow right|leads to
↝ wave arrow right
↭ wave arrow left right
↛ not right arrow
↚ not left arrow
↮ not left right arrow
⇏ does not imply
⇍ not implied by
⇎ not if and only if
↶ anticlockwise top arrow
↷ clockwise top arrow
↺ anticlockwise arrow
↻ clockwise arrow
↰ up arrow with tip left
↱ up arrow with tip right
↫ looped left arrow
↬ looped right arrow
⇚ triple left arrow
⇛ triple right arrow
⊸ multimap`,
  },
  {
    group: 'Greek',
    role: 'letter',
    lines: `
α alpha
β beta
γ gamma
δ delta
ε epsilon
ϵ varepsilon|lunate epsilon
ζ zeta
η eta
θ theta
ϑ vartheta|theta symbol
ι iota
κ kappa
ϰ varkappa|kappa symbol
λ lambda
μ mu
ν nu
ξ xi
ο omicron
π pi:circle circumference
ϖ varpi|pi symbol
ρ rho:density correlation
ϱ varrho|rho symbol
σ sigma:standard deviation
ς varsigma|final sigma
τ tau
υ upsilon
φ phi
ϕ varphi|phi symbol
χ chi
ψ psi
ω omega
Γ Gamma
Δ Delta:change difference
Θ Theta
Λ Lambda
Ξ Xi
Π Pi
Σ Sigma
Υ Upsilon
Φ Phi
Ψ Psi
Ω Omega
ϝ digamma`,
  },
  {
    group: 'Letters',
    role: 'ordinary',
    lines: `
ℝ reals|real numbers:double-struck
ℕ naturals|natural numbers:counting double-struck
ℤ integers|whole numbers:double-struck
ℚ rationals|rational numbers|quotients:double-struck
ℂ complexes|complex numbers:double-struck
ℙ primes|prime numbers:projective space double-struck
ℍ quaternions:double-struck
ℵ alef|aleph:infinite sizes
ℶ bet|beth
ℷ gimel
ℸ dalet|daleth
ℜ real part symbol
ℑ imaginary part symbol
ð eth
Å angstrom:A with ring
℧ mho|inverted ohm
° degree|degrees
% percent
‰ per mille|permil
! factorial
♭ flat
♮ natural sign
♯ sharp
♠ spade
♣ club
♥ heart
♦ diamond suit
✓ check mark|tick
★ black star
§ section sign
¶ paragraph sign
£ pound
€ euro
¥ yen
$ dollar`,
  },
  {
    group: 'Sets and logic',
    role: 'relation',
    lines: `
∈ in|element of|member of|belongs to|isin:set
∉ not in|not element of|notin
∋ contains|has member|ni
∌ does not contain
⊂ subset|subset of|sub:part of a set
⊃ superset|superset of
⊆ subset or equal|subset of or equal to|sube
⊇ superset or equal|superset of or equal to|supe
⊄ not a subset|nsub
⊅ not a superset|nsup
⊈ neither subset nor equal
⊉ neither superset nor equal
⊊ proper subset|subset not equal
⊋ proper superset|superset not equal
⋐ double subset
⋑ double superset
∊ small element of
⫋ subset above not equal
⫌ superset above not equal`,
  },
  {
    group: 'Sets and logic',
    role: 'ordinary',
    lines: `
∀ for all|for every|forall:each
∃ there exists|exists|exist:some
∄ there does not exist|nexist
∅ empty set|empty:nothing in it
¬ not|logical not|negation
⊥ bottom|contradiction:always false
⊤ top|tautology:always true transpose
∁ complement|comp
∎ end of proof
□ white square|box sign|wave operator
■ black square
◊ lozenge|loz
△ white triangle
▲ black triangle
▽ white down triangle
▼ black down triangle
◯ large circle
● black circle
∠ angle sign|ang
∡ measured angle
∢ spherical angle
… dots|ellipsis|and so on|hellip
⋯ centred dots|midline ellipsis|ctdot
⋮ vertical dots|vellip
⋱ diagonal dots|dtdot
⋰ rising dots`,
  },
  {
    group: 'Brackets',
    role: 'ordinary',
    lines: `
( left parenthesis
) right parenthesis
[ left square bracket
] right square bracket
{ left brace
} right brace
⟨ left angle bracket|lang
⟩ right angle bracket|rang
⌊ left floor|lfloor
⌋ right floor|rfloor
⌈ left ceiling|lceil
⌉ right ceiling|rceil
| vertical line|vertical bar
‖ double vertical line|double bar
⌜ top left corner
⌝ top right corner
⌞ bottom left corner
⌟ bottom right corner
/ slash|solidus
\\ backslash`,
  },
  {
    group: 'Operators',
    role: 'punctuation',
    lines: `
, comma
; semicolon
: colon|ratio sign
. full stop`,
  },
]
