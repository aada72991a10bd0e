/** General equations to start from, as they are typed. */
export const readyEquations: { field: string; equations: [name: string, typed: string][] }[] = [
  {
    field: 'Algebra',
    equations: [
      ['Roots of a quadratic equation', 'x=(-b+-sqrt(b^2-4ac))/(2a)'],
      ['Binomial theorem', '(x+y)^n=sum_(k=0)^n binomial(n, k) x^k y^(n-k)'],
      ['Geometric series', 'sum_(k=0)^(n-1) r^k=(1-r^n)/(1-r)'],
      ['Sum of the first whole numbers', 'sum_(k=1)^n k=(n(n+1))/2'],
      ['Two equations as a matrix', 'matrix(a, b; c, d) column(x; y)=column(e; f)'],
      ['Determinant of two by two', 'determinant(a, b; c, d)=ad-bc'],
      ['Eigenvalues', 'A bold v=lambda bold v'],
      ['Length of a vector', 'norm(bold x)=sqrt(sum_i x_i^2)'],
    ],
  },
  {
    field: 'Calculus',
    equations: [
      ['Derivative as a limit', "f'(x)=lim_(h->0) (f(x+h)-f(x))/h"],
      ['Integral and its function', 'int_a^b f(x) dx=F(b)-F(a)'],
      ['Integration by parts', "int u v' dx=u v-int u' v dx"],
      ['Taylor series', 'f(x)=sum_(n=0)^infinity (f^((n))(a))/(n!) (x-a)^n'],
      ['Chain rule', 'dy/dx =dy/du du/dx'],
      ['Fourier series', 'f(x)=(a_0)/2 +sum_(n=1)^infinity (a_n cos(n x)+b_n sin(n x))'],
      ['Gradient', 'nabla f=(partial f/partial x , partial f/partial y , partial f/partial z )'],
    ],
  },
  {
    field: 'Statistics',
    equations: [
      ['Mean', 'bar x=1/n sum_(i=1)^n x_i'],
      ['Sample variance', 's^2=1/(n-1) sum_(i=1)^n (x_i-bar x)^2'],
      ['Normal density', 'f(x)=1/(sigma sqrt(2pi)) e^(-(x-mu)^2/(2sigma^2))'],
      ['Conditional probability', 'P(A|B)=(P(B|A)P(A))/(P(B))'],
      ['Linear regression', 'y_i=beta_0+beta_1 x_i+epsilon_i'],
      ['Correlation', 'r=(sum_i (x_i-bar x )(y_i-bar y ))/(sqrt(sum_i (x_i-bar x )^2) sqrt(sum_i (y_i-bar y )^2))'],
      ['Binomial distribution', 'P(X=k)=binomial(n, k) p^k (1-p)^(n-k)'],
      ['Confidence interval', 'bar x +-t s/(sqrt(n))'],
    ],
  },
  {
    field: 'Physics',
    equations: [
      ['Second law of motion', 'bold F=m (d^2 bold x )/(dt^2)'],
      ['Kinetic energy', 'E=1/2 m v^2'],
      ['Wave equation', '(partial^2 u)/(partial t^2)=c^2 nabla^2 u'],
      ['Diffusion equation', 'partial c/partial t =D nabla^2 c'],
      ['Momentum of a fluid', 'rho (partial bold u/partial t +bold u centre dot nabla bold u )=-nabla p+mu nabla^2 bold u'],
      ['Buoyancy frequency', 'N^2=-g/rho_0 partial rho/partial z'],
      ['Ideal gas', 'p V=n R T'],
      ['Decay', 'N(t)=N_0 e^(-lambda t)'],
    ],
  },
  {
    field: 'Economics',
    equations: [
      ['Present value', 'V=sum_(t=1)^n C_t/(1+r)^t'],
      ['Production with two factors', 'Y=A K^alpha L^(1-alpha)'],
      ['Elasticity', 'epsilon=(partial Q/partial P ) P/Q'],
      ['Compound growth', 'A=P(1+r/n)^(n t)'],
      ['Constrained choice', 'max_(x,y) u(x,y)" so that "p_x x+p_y y<=m'],
    ],
  },
  {
    field: 'Chemistry',
    equations: [
      [
        'Equilibrium constant',
        'K=(square brackets(upright C)^c square brackets(upright D)^d)/(square brackets(upright A)^a square brackets(upright B)^b)',
      ],
      ['Reaction with words', '"A"+"B" reaction arrow("heat") "C"'],
      ['Reversible reaction', '"A"+"B" equilibrium arrow("forward", "back") "C"'],
      ['Rate law', 'r=k square brackets("A")^m square brackets("B")^n'],
      ['Rate and temperature', 'k=A e^(-E/(R T))'],
      ['Acidity', '"pH"=-log_10 square brackets("H"^+ )'],
    ],
  },
]
