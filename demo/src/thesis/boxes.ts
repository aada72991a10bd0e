/** How the forecast is computed: a derivation with every kind of structure that an equation can have. */
import { appendixHeading, group, type Inline, p, proofOf, ref, stated, t, typed, typedEq } from '../builder.ts'

const y = (text: string): Inline => typed(text)

export const boxesAppendix = [
  appendixHeading('boxes', 'The lake as three boxes'),
  p`The forecast treats each basin as two boxes of water, an upper and a lower one, that share what passes the sills. Let ${y('T_i')} be the temperature of the upper box of basin ${y('i')}, ${y('V_i')} its volume and ${y('c_p')} the heat that a unit of its mass holds. What it gains in a day is`,
  typedEq(
    'box-balance',
    'rho c_p V_i (dT_i)/dt =A_i (Q_i-sigma epsilon T_i^4)+sum_(j=1, j!=i)^3 rho c_p phi_ij (T_j-T_i)-k_i lim_(z->h^+) partial T/partial z ,',
  ),
  p`where the sum runs over the other basins, ${y('phi_ij =phi_ji >= 0')} is the flow between two of them and the last term is what leaks through the thermocline at ${y('z=h')}. For all three together it is written with a matrix,`,
  typedEq(
    'box-matrix',
    'd/dt matrix(T_1; T_2; T_3)=matrix(-a_1, phi_12/V_1, 0; phi_12/V_2, -a_2, phi_23/V_2; 0, phi_23/V_3, -a_3) matrix(T_1; T_2; T_3)+column(q_1; q_2; q_3),',
  ),
  p`or for short ${y("bold T'=bold M bold T+bold q")}. Its solution is found as for a single number, with the exponential of a matrix, ${y('e^(bold M t)=sum_(n=0)^infinity (bold M^n t^n)/(n!)')}:`,
  group(
    'box-solution',
    typedEq('box-one', 'bold T(t)=e^(bold M t) bold T(0)+int_0^t e^(bold M(t-s)) bold q(s) ds'),
    typedEq('box-two', '=e^(bold M t) (bold T(0)+bold M^-1 bold q)-bold M^-1 bold q" if "bold q" is steady"'),
    typedEq('box-three', '-> -bold M^-1 bold q" as "t->infinity.'),
  ),
  p`The limit in ${ref('box-three')} needs all roots of the determinant to be negative, which they are as long as every basin loses more to the air than nothing.`,
  stated(
    'proposition',
    'roots-negative',
    'no basin runs away',
    p`If ${y('a_i>phi_12/V_i +phi_23/V_i >= 0')} for all ${y('i in braces(1,2,3)')}, every root ${y('lambda')} of ${y('det(bold M-lambda bold I)=0')} has a negative real part.`,
  ),
  proofOf(
    t`Proof of ${ref('roots-negative')}`,
    p`Let ${y('bold x')} belong to the root ${y('lambda')} and let ${y('abs(x_k)=max_i abs(x_i)')}. Then line ${y('k')} of ${y('bold M bold x=lambda bold x')} gives`,
    typedEq('roots-bound', 'abs(lambda+a_k)=abs(sum_(j!=k) M_kj x_j/x_k) <= sum_(j!=k) M_kj<a_k,'),
    p`so that ${y('lambda')} lies within a circle about ${y('-a_k')} that does not reach the imaginary axis.`,
  ),
  p`What passes a sill is nothing, the share of a swing of ${ref('passing-share')}, or all of it:`,
  typedEq(
    'box-cases',
    'phi_ij =cases(0, h_ij +zeta_ij<z_ij; overbrace(1/pi arccos((z_ij-h_ij)/zeta_ij))^"share", abs(z_ij-h_ij) <= zeta_ij; phi_max, "otherwise")',
  ),
  p`The mean over the season, ${y('angled(phi)=1/(t_2-t_1) int_(t_1)^(t_2) phi(t) dt')}, is taken with the fluctuations ${y("phi'=phi-angled(phi)")} left out. Their part is`,
  group(
    'box-fluctuations',
    typedEq('fluctuations-one', "angled(phi'T')=underbrace(1/n sum_(k=1)^n phi'_k T'_k)_\"from the loggers\" +O((1)/(sqrt(n)))"),
    typedEq('fluctuations-two', "=r sqrt(angled(phi'^2)) sqrt(angled(T'^2)) about 0.03 angled(phi) angled(T),"),
  ),
  p`with ${y('r')} the correlation, and small enough. Between three basins there could be ${y('binomial(3, 2)=3')} passages; Lake Vessary has two. The water itself is neither made nor lost, ${y('nabla centre dot vector u=0')}, and a box takes in as much as it gives. The leak is estimated, ${y('hat k_i=tilde k root(3, V_i/V_1)')}, and the forecast is stepped by ${y('floor(V_i/phi_max)')} hours. Its derivative with respect to the depth of a sill, needed for ${ref('forecast')}, follows from the chain rule,`,
  typedEq(
    'box-derivative',
    '(partial^2 T_i)/(partial z_12 partial t) =partial/partial phi (dT_i/dt) at z_12=14.2" m" (partial phi)/(partial z_12) .',
  ),
  p`Oxygen is carried along with the heat. Below the thermocline it is used up, above it is made good again,`,
  typedEq(
    'box-oxygen',
    '"CH"_2"O"+"O"_2 reaction arrow("bacteria", 4" °C") "CO"_2+"H"_2"O", "O"_2("air") equilibrium arrow("wind") "O"_2("water"),',
  ),
  p`and the whole of it is conserved when both are counted: the closed integral over the bed and the surface vanishes, ${y('contour integral_(partial V) bold j centre dot bold n dA=0')}, for every ${y('V subset script L')} and all ${y('t in [0,infinity)')}. Nothing of this needs more than the chart, the sills and a wind; the rest is ${y('Delta T proportional sqrt(t)')}, and patience.`,
]
