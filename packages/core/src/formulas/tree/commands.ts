/** How the notation writes signs that it has commands for; all others stand in it as they are. */
const commands = new Map(
  String.raw`
∂partial ∇nabla ∞infty ℏhbar ℓell ℘wp ıimath ȷjmath ∑sum ∏prod ∐coprod ∫int ∬iint ∭iiint ∮oint ∯oiint ∰oiiint ⨌iiiint
⋂bigcap ⋃bigcup ⨄biguplus ⨆bigsqcup ⋀bigwedge ⋁bigvee ⨁bigoplus ⨂bigotimes ⨀bigodot ±pm ∓mp ×times ⋅cdot ÷div ∗ast
⋆star ∘circ ∙bullet ⊕oplus ⊖ominus ⊗otimes ⊘oslash ⊙odot ⊚circledcirc ⊛circledast ⊝circleddash ⊞boxplus ⊟boxminus
⊠boxtimes ⊡boxdot ∔dotplus ⋉ltimes ⋊rtimes ⋋leftthreetimes ⋌rightthreetimes ⋇divideontimes ⋄diamond †dagger ‡ddagger
∖setminus ≀wr ⊓sqcap ⊔sqcup ⊎uplus ⨿amalg ⋎curlyvee ⋏curlywedge ⊺intercal △vartriangle ▽bigtriangledown ∧wedge ∨vee
⊻veebar ⊼barwedge ∩cap ∪cup ⋒Cap ⋓Cup ≠ne ≡equiv ≈approx ≅cong ≇ncong ≃simeq ∼sim ≁nsim ≊approxeq ≍asymp ≎Bumpeq
≏bumpeq ≐doteq ≑Doteq ≒fallingdotseq ≓risingdotseq ≖eqcirc ≗circeq ≜triangleq ∝propto ≤le ≥ge ≦leqq ≧geqq ⩽leqslant
⩾geqslant ≪ll ≫gg ⋘lll ⋙ggg ≮nless ≯ngtr ≰nleq ≱ngeq ≲lesssim ≳gtrsim ≶lessgtr ≷gtrless ⋚lesseqgtr ⋛gtreqless ≺prec
≻succ ≼preccurlyeq ≽succcurlyeq ⪯preceq ⪰succeq ≾precsim ≿succsim ⊀nprec ⊁nsucc ⋞curlyeqprec ⋟curlyeqsucc ∣mid ∤nmid
∥parallel ∦nparallel ⊥bot ⟂perp ⊢vdash ⊣dashv ⊨vDash ⊩Vdash ⊪Vvdash ⊬nvdash ⊭nvDash ≬between ⋈Join ⌢frown ⌣smile ⊏sqsubset
⊐sqsupset ⊑sqsubseteq ⊒sqsupseteq ⊲lhd ⊳rhd ⊴unlhd ⊵unrhd ⋔pitchfork ∽backsim ≂eqsim ∴therefore ∵because →to ←gets
↑uparrow ↓downarrow ↔leftrightarrow ↕updownarrow ⇒Rightarrow ⇐Leftarrow ⇔Leftrightarrow ⇑Uparrow ⇓Downarrow
⇕Updownarrow ↦mapsto ⟼longmapsto ⟶longrightarrow ⟵longleftarrow ⟷longleftrightarrow ⟹Longrightarrow ⟸Longleftarrow
⟺Longleftrightarrow ↗nearrow ↘searrow ↙swarrow ↖nwarrow ↪hookrightarrow ↩hookleftarrow ↠twoheadrightarrow
↞twoheadleftarrow ↣rightarrowtail ↢leftarrowtail ⇀rightharpoonup ⇁rightharpoondown ↼leftharpoonup ↽leftharpoondown
⇌rightleftharpoons ⇋leftrightharpoons ⇄rightleftarrows ⇆leftrightarrows ⇉rightrightarrows ⇇leftleftarrows ⇈upuparrows
⇊downdownarrows ↾restriction ↿upharpoonleft ⇂downharpoonright ⇃downharpoonleft ⇝leadsto ↭leftrightsquigarrow
↛nrightarrow ↚nleftarrow ↮nleftrightarrow ⇏nRightarrow ⇍nLeftarrow ⇎nLeftrightarrow ↶curvearrowleft ↷curvearrowright
↺circlearrowleft ↻circlearrowright ↰Lsh ↱Rsh ↫looparrowleft ↬looparrowright ⇚Lleftarrow ⇛Rrightarrow ⊸multimap αalpha
βbeta γgamma δdelta εvarepsilon ϵepsilon ζzeta ηeta θtheta ϑvartheta ιiota κkappa ϰvarkappa λlambda μmu νnu ξxi
οomicron πpi ϖvarpi ρrho ϱvarrho σsigma ςvarsigma τtau υupsilon φvarphi ϕphi χchi ψpsi ωomega ΓGamma ΔDelta ΘTheta
ΛLambda ΞXi ΠPi ΣSigma ΥUpsilon ΦPhi ΨPsi ΩOmega ϝdigamma ℵaleph ℶbeth ℷgimel ℸdaleth ℜRe ℑIm ℧mho ♭flat ♮natural
♯sharp ♠spadesuit ♣clubsuit ✓checkmark ★bigstar §S ∈in ∉notin ∋ni ⊂subset ⊃supset ⊆subseteq ⊇supseteq ⊈nsubseteq
⊉nsupseteq ⊊subsetneq ⊋supsetneq ⋐Subset ⋑Supset ⫋subsetneqq ⫌supsetneqq ∀forall ∃exists ∄nexists ∅emptyset ¬neg ⊤top
∁complement ◊lozenge ◯bigcirc ∠angle ∡measuredangle ∢sphericalangle …ldots ⋯cdots ⋮vdots ⋱ddots ⋰iddots ⟨langle
⟩rangle ⌊lfloor ⌋rfloor ⌈lceil ⌉rceil ‖| ⌜ulcorner ⌝urcorner ⌞llcorner ⌟lrcorner \backslash
`
    .trim()
    .split(/\s+/)
    .map(entry => {
      const [char] = [...entry] as [string]
      return [char, `\\${entry.slice(char.length)}`] as const
    }),
)
for (const char of '{}%&#$_') commands.set(char, `\\${char}`)

export const commandOf = (char: string): string | undefined => commands.get(char)
